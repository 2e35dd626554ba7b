<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/**
 * One line measured with the real fonts. `runs` are from left to right; `width` is in em, with letter spacing between
 * letters but not after the last.
 */
final readonly class ShapedLine
{
    /**
     * @param list<TextSpan>    $runs
     * @param list<string> $missing   graphemes that no font has
     * @param list<string> $standIns  families that stood in for glyphs the chosen one has not
     */
    public function __construct(
        public string $text,
        public array $runs,
        public float $width,
        public bool $rightToLeft,
        public array $missing,
        public array $standIns,
    ) {
    }
}
