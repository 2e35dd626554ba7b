<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;

/** A code for machines to read, from a pattern. `words` writes a barcode's text under it; no `ground` leaves what is behind it. */
final readonly class CodeLayer extends Layer
{
    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        public Pattern $pattern,
        public CodeKind $code,
        public Correction $correction = Correction::Medium,
        public string $colour = '#000000',
        public ?string $ground = '#FFFFFF',
        public bool $words = true,
        ?string $group = null,
        LayerUse $use = LayerUse::Print,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use);
    }

    public function columns(): array
    {
        return $this->pattern->columns();
    }
}
