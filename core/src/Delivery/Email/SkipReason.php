<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Message;

/** Why a row gets no email. */
enum SkipReason: string
{
    case NoAddress = 'no-address';
    case WrongAddress = 'wrong-address';
    case WrongWords = 'wrong-words';
    case Unclear = 'unclear';
    case NoConsent = 'no-consent';
    case Left = 'left';
    case Asked = 'asked';
    case CameBack = 'came-back';
    case Twice = 'twice';
    case NoPiece = 'no-piece';
    case Corrected = 'corrected';
    case Written = 'written';

    /** The reason with the number of rows. */
    public function words(int $count): Message
    {
        return new Message("email.skipped.{$this->name()}", ['count' => $count]);
    }

    /**
     * The reason for one row, for a log.
     *
     * @param Message|string $words what stands in the cell, or is wrong with it
     */
    public function note(Message|string $words = ''): Message|string
    {
        return match ($this) {
            self::WrongAddress, self::WrongWords => $words,
            self::Unclear => new Message('email.skip.unclear', ['said' => $words]),
            default => new Message("email.skip.{$this->name()}"),
        };
    }

    private function name(): string
    {
        return strtr($this->value, '-', '_');
    }

    /** Whether something prevents the email, as opposed to somebody having decided against it. */
    public function isTrouble(): bool
    {
        return \in_array($this, [self::NoAddress, self::WrongAddress, self::WrongWords, self::NoPiece], true);
    }

    /** Whether somebody can fix it. */
    public function isWrong(): bool
    {
        return match ($this) {
            self::NoAddress, self::WrongAddress, self::WrongWords, self::Unclear, self::Corrected, self::NoPiece, self::CameBack => true,
            default => false,
        };
    }
}
