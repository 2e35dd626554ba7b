<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

/** Why a row gets no mail. */
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

    /** How many, and why. */
    public function words(int $count): string
    {
        $rows = 1 === $count ? '1 row' : number_format($count) . ' rows';
        $were = 1 === $count ? 'was' : 'were';

        return match ($this) {
            self::NoAddress => "$rows without an address",
            self::WrongAddress => "$rows whose address cannot be right",
            self::WrongWords => "$rows whose words do not come out",
            self::Unclear => "$rows whose consent is neither yes nor no",
            self::NoConsent => "$rows that want no mail",
            self::Left => "$rows whose address was taken off by who has it",
            self::Asked => "$rows whose address you took off",
            self::CameBack => "$rows from whose address mail came back",
            self::Twice => "$rows whose address another row has already",
            self::NoPiece => "$rows of which nothing was made yet",
            self::Corrected => "$rows that $were corrected after the email was sent",
            self::Written => "$rows that $were written to already",
        };
    }

    /** Of one row, in a log. */
    public function note(string $words = ''): string
    {
        $said = '' === $words ? '' : " “{$words}”";

        return match ($this) {
            self::NoAddress => 'no email address',
            self::WrongAddress, self::WrongWords => $words,
            self::Unclear => "consent$said is neither yes nor no",
            self::NoConsent => 'no consent',
            self::Left => 'unsubscribed',
            self::Asked => 'you do not write to this address',
            self::CameBack => 'email to this address came back',
            self::Twice => 'another row has this address',
            self::NoPiece => 'nothing was made of it',
            self::Corrected => 'had this email before it was corrected',
            self::Written => 'had this email already',
        };
    }

    /** Whether it is no decision of anybody's, but something that keeps the email from going. */
    public function isTrouble(): bool
    {
        return \in_array($this, [self::NoAddress, self::WrongAddress, self::WrongWords, self::NoPiece], true);
    }

    /** Whether somebody can mend it. */
    public function isWrong(): bool
    {
        return match ($this) {
            self::NoAddress, self::WrongAddress, self::WrongWords, self::Unclear, self::Corrected, self::NoPiece, self::CameBack => true,
            default => false,
        };
    }
}
