<?php

declare(strict_types=1);

namespace Morphea\App\Mail;

/** Where a mail to one person is on its way. */
enum LetterState: string
{
    case Waiting = 'waiting';
    /** A worker is at it; the server has not been given its last line, so it has not taken it. */
    case Sending = 'sending';
    /** The server was given its last line, and has not answered yet. */
    case Handed = 'handed';
    case Sent = 'sent';
    case Refused = 'refused';
    case Bounced = 'bounced';
    /** Whoever was at it ended after the server was given it and before its answer came: it is never sent again by itself. */
    case Unknown = 'unknown';
    /** Nobody wants it to go any more: its address was taken off while it waited. */
    case Left = 'left';

    public function words(): string
    {
        return match ($this) {
            self::Waiting => 'waits',
            self::Sending, self::Handed => 'on its way',
            self::Sent => 'sent',
            self::Refused => 'refused',
            self::Bounced => 'came back',
            self::Unknown => 'not known',
            self::Left => 'taken off',
        };
    }

    /** As said of many, after “that”. */
    public function are(): string
    {
        return match ($this) {
            self::Waiting => 'wait',
            self::Bounced => 'came back',
            default => "are {$this->words()}",
        };
    }

    public function tone(): string
    {
        return match ($this) {
            self::Sent => 'ok',
            self::Refused, self::Bounced => 'bad',
            self::Unknown, self::Left => 'look',
            default => 'quiet',
        };
    }
}
