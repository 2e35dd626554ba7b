<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

/** Actions that one person or network must not repeat without end, and how often they may. */
enum RateLimit: string
{
    /** For one address from one network, or from a device that was signed in with it before. */
    case Password = 'password';
    /** From one network, whatever the address. */
    case PasswordAnywhere = 'password-anywhere';
    case SignUp = 'sign-up';
    case Reset = 'reset';
    case ResetAnywhere = 'reset-anywhere';
    case Confirm = 'confirm';
    /** What strangers do, from one network: a hall full of people has one. */
    case Look = 'look';
    case Fetch = 'fetch';
    case Search = 'search';
    /** Codes that are wrong; right ones are answered whatever others tried. */
    case WrongCode = 'check';
    case Respond = 'answer';
    /** What is never limited: what it needs cannot be guessed, and nobody may be kept from it. */
    case Unsubscribe = 'off';

    /** @return array{int, int}|null how often within how many seconds; null where it is not counted */
    public function most(): ?array
    {
        return match ($this) {
            self::Password => [8, 900],
            self::PasswordAnywhere => [60, 900],
            self::SignUp, self::ResetAnywhere => [12, 3_600],
            self::Reset, self::Confirm => [3, 3_600],
            self::Look => [1_200, 60],
            self::Fetch => [600, 60],
            self::Search, self::Respond => [600, 600],
            self::WrongCode => [30, 300],
            self::Unsubscribe => null,
        };
    }
}
