<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Mark;

/**
 * The style of a run of text: the requested face, its size as a factor of the text's size, and its rise above the
 * baseline (em of the text's size).
 */
final readonly class Inline
{
    private function __construct(
        public string $family,
        public int $weight,
        public bool $italic,
        public float $letterSpacing,
        public bool $tabular,
        public float $scale,
        public float $shift,
        public ?string $colour,
    ) {
    }

    public static function of(TextStyle $style, Mark $mark = new Mark()): self
    {
        return new self(
            $style->family,
            $mark->bold ? max(700, $style->weight) : $style->weight,
            // Italic within italic stands out by standing upright.
            $mark->italic ? !$style->italic : $style->italic,
            $style->letterSpacing,
            $style->tabular,
            $mark->scale * $mark->raise->scale(),
            $mark->raise->shift(),
            $mark->colour,
        );
    }

    public function key(): string
    {
        return "$this->family\0$this->weight\0" .
            (int) $this->italic .
            (int) $this->tabular .
            "\0$this->letterSpacing\0$this->scale\0$this->shift\0$this->colour";
    }
}
