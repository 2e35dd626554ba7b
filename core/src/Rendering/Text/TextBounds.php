<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

use Morphea\Core\Design\Model\TextStyle;

/** The room for a text: width and height in dots, `indent` of its lines in em. */
final readonly class TextBounds
{
    public function __construct(public TextStyle $style, public float $width, public float $height, public float $indent)
    {
    }

    /**
     * The largest size at which these lines still fit.
     *
     * @param list<FittedLine> $lines
     */
    public function largest(array $lines): float
    {
        $widest = self::widest($lines) + $this->indent;

        return min($widest > 0 ? $this->width / $widest : \INF, $this->height / $this->heightInEm(\count($lines)));
    }

    /** From the top of the first line's letter boxes to the bottom of the last line's. */
    public function heightInEm(int $lines): float
    {
        return ($lines - 1) * $this->style->lineHeight + 1;
    }

    /** @param list<FittedLine> $lines */
    public static function widest(array $lines): float
    {
        return max([0.0, ...array_map(static fn (FittedLine $line): float => $line->shaped->width, $lines)]);
    }
}
