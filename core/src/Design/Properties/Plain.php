<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;

/** A value that is stored as it is and contains no length. */
abstract readonly class Plain implements Property
{
    /** @param string $says what it is called, in the catalogue */
    public function __construct(protected string $says)
    {
    }

    public function says(): Message
    {
        return new Message("design.value.$this->says");
    }

    public function keys(string $name): array
    {
        return [$name];
    }

    public function write(string $name, mixed $value): array
    {
        return [$name => $value];
    }

    public function typed(string $path, string $value, Units $measure): mixed
    {
        return $value;
    }

    public function scaled(mixed $value, float $by): mixed
    {
        return $value;
    }

    public function shown(mixed $value, Units $measure): mixed
    {
        return $value;
    }

    /** @throws DesignException */
    public static function number(string $path, string $value): float
    {
        $plain = str_replace([',', '−'], ['.', '-'], $value);

        return is_numeric($plain) ? (float) $plain : throw new DesignException($path, new Message('design.wrong.no_number', [
            'value' => $value,
        ]));
    }
}
