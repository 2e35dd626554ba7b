<?php

declare(strict_types=1);

namespace Morphea\Core\Mail;

/** Why a row gets no mail. */
enum Why: string
{
    case NoAddress = 'no-address';
    case WrongAddress = 'wrong-address';
    case WrongCopy = 'wrong-copy';
    case WrongWords = 'wrong-words';
    case NoConsent = 'no-consent';
    case Left = 'left';
    case Asked = 'asked';
    case CameBack = 'came-back';
    case Twice = 'twice';
    case NoPiece = 'no-piece';
    case Written = 'written';

    /** How many, and why. */
    public function words(int $count): string
    {
        $rows = 1 === $count ? '1 row' : number_format($count) . ' rows';

        return match ($this) {
            self::NoAddress => "$rows without an address",
            self::WrongAddress => "$rows whose address cannot be right",
            self::WrongCopy => "$rows whose copy has an address that cannot be right",
            self::WrongWords => "$rows whose words do not come out",
            self::NoConsent => "$rows that want no mail",
            self::Left => "$rows whose address was taken off by who has it",
            self::Asked => "$rows whose address you took off",
            self::CameBack => "$rows from whose address mail came back",
            self::Twice => "$rows whose address another row has already",
            self::NoPiece => "$rows of which nothing was made yet",
            self::Written => "$rows that were written to already",
        };
    }

    /** Whether somebody can mend it. */
    public function isWrong(): bool
    {
        return match ($this) {
            self::NoAddress, self::WrongAddress, self::WrongCopy, self::WrongWords, self::NoPiece, self::CameBack => true,
            default => false,
        };
    }
}
