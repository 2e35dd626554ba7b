<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** How a part of a text differs from the text's own style; null and 1 mean that it does not. `scale` is times the size. */
final readonly class Mark
{
    public function __construct(
        public bool $bold = false,
        public bool $italic = false,
        public ?string $colour = null,
        public float $scale = 1.0,
        public Raise $raise = Raise::None,
    ) {
    }

    public function isPlain(): bool
    {
        return !$this->bold && !$this->italic && null === $this->colour && 1.0 === $this->scale && Raise::None === $this->raise;
    }
}
