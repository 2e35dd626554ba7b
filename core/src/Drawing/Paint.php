<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\Gradient;

/** Colours as #RRGGBB; null draws nothing. Stroke width and dashes in dots, the stroke centred on the outline. */
final readonly class Paint
{
    /** @param list<float> $dashes */
    public function __construct(
        public string|Gradient|null $fill,
        public ?string $stroke = null,
        public float $strokeWidth = 0.0,
        public array $dashes = [],
    ) {
    }
}
