<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

/** Text, or the value of a column, on its way into a layout. `style` is whatever its text needs to know about its origin. */
final readonly class Fragment
{
    public function __construct(public string $text, public bool $isColumn, public int $style = 0)
    {
    }

    public function isBlank(): bool
    {
        return $this->isColumn && '' === trim($this->text);
    }

    public function withText(string $text): self
    {
        return new self($text, $this->isColumn, $this->style);
    }

    public function inStyle(int $style): self
    {
        return new self($this->text, $this->isColumn, $style);
    }
}
