<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

/** A value that is never shown and never changed. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class SecretField extends Field
{
    public function control(): string
    {
        return 'secret';
    }

    public function read(mixed $said, mixed $default, string $locale, string $id): string
    {
        $secret = self::text($said, $default);

        return '' === $secret ? bin2hex(random_bytes(16)) : $secret;
    }
}
