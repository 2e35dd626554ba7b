<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Platform\Database\GuardedState;
use Morphea\Core\Message;

/** The state of an email to one person. */
enum EmailState: string implements GuardedState
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

    public function words(): Message
    {
        return new Message("email.state.$this->value");
    }

    /** For example “12 sent”. */
    public function counted(int $count): Message
    {
        return new Message("email.counts.$this->value", ['count' => $count]);
    }

    /** Whether the recipient could not receive it and may be written to again. */
    public function isMissed(): bool
    {
        return \in_array($this, [self::Refused, self::Bounced, self::Unknown], true);
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

    public function reachedFrom(): array
    {
        return match ($this) {
            self::Waiting => [self::Waiting, self::Sending],
            self::Sending => [self::Waiting],
            self::Handed => [self::Sending],
            self::Sent, self::Unknown => [self::Sending, self::Handed],
            self::Refused => [self::Waiting, self::Sending, self::Handed],
            self::Left => [self::Waiting, self::Sending],
            // A server may say so before ours has answered that it took it.
            self::Bounced => [self::Sending, self::Handed, self::Sent, self::Unknown, self::Bounced],
        };
    }
}
