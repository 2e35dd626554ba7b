<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;

/**
 * One property of the design, declared once, at the constructor parameter that holds it: its place in the file format,
 * its name, what people may enter, and how it scales.
 */
interface Property
{
    /** A short description for the history: “Recipient: size changed”. */
    public function says(): Message;

    /** @return list<string> the keys it stands under in the file format */
    public function keys(string $name): array;

    /** @throws DesignException where what stands there does not hold */
    public function read(JsonNode $node, string $name, string $locale): mixed;

    /** @return array<string, mixed> by key, as `read` reads it */
    public function write(string $name, mixed $value): array;

    /**
     * Converts input to the file format.
     *
     * @throws DesignException
     */
    public function typed(string $path, string $value, Units $measure): mixed;

    /** The value on a page that is so many times larger. */
    public function scaled(mixed $value, float $by): mixed;

    /** The value as a control shows it, in the unit people enter. */
    public function shown(mixed $value, Units $measure): mixed;
}
