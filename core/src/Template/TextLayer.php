<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;

/** Words on the side; a placeholder as soon as its pattern names a column. */
final readonly class TextLayer extends Layer
{
    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        public Pattern $pattern,
        public TextStyle $style,
        public FitRule $fit,
        public EmptyRule $empty,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden);
    }

    public function isPlaceholder(): bool
    {
        return [] !== $this->pattern->columns();
    }
}
