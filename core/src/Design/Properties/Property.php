<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;

/**
 * What one value of a design is, declared once, at the value itself: how it stands in the file format, what it is
 * called, what people may type for it, what becomes of it when everything is made larger.
 */
interface Property
{
    /** In a few words, as in the history: “Recipient: size changed”. */
    public function says(): Message;

    /** @return list<string> the keys it stands under in the file format */
    public function keys(string $name): array;

    /** @throws DesignException where what stands there does not hold */
    public function read(JsonNode $node, string $name, string $locale): mixed;

    /** @return array<string, mixed> by key, as `read` reads it */
    public function write(string $name, mixed $value): array;

    /**
     * What somebody typed or chose, as the file format has it.
     *
     * @throws DesignException
     */
    public function typed(string $path, string $value, Units $measure): mixed;

    /** The same, on a page that is so many times larger. */
    public function scaled(mixed $value, float $by): mixed;

    /** As a control shows it: in the units people type it in. */
    public function shown(mixed $value, Units $measure): mixed;
}
