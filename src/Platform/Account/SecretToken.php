<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

/** The part of a URL that nobody can guess. */
final readonly class SecretToken
{
    /** As many as nobody can guess (RFC 4086). */
    private const BYTES = 16;

    /** @return string 22 characters that need no escaping in a URL */
    public static function generate(): string
    {
        return rtrim(strtr(base64_encode(random_bytes(self::BYTES)), '+/', '-_'), '=');
    }
}
