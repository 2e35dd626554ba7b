<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;

/** Words on the side; a placeholder as soon as its pattern names a column. */
final readonly class TextLayer extends Layer
{
    public Pattern $pattern;

    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        public Content $content,
        public TextStyle $style,
        public FitRule $fit,
        public EmptyRule $empty,
        public TextEffects $effects = new TextEffects(),
        /** Degrees the line bends by over the width of its frame: upwards in the middle, or downwards if below 0. */
        public float $arc = 0.0,
        ?string $group = null,
        /** Words shown while there are no rows. */
        public ?string $sample = null,
        LayerUse $use = LayerUse::Print,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use);
        $this->pattern = $content->pattern;
    }

    public function columns(): array
    {
        return $this->pattern->columns();
    }
}
