<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Text\Shaper;
use Morphea\Core\Rendering\Text\TextSpan;

/** The letters of a span at their place, with the area they cover. */
final readonly class Letters
{
    public function __construct(private Shaper $shaper)
    {
    }

    /**
     * @param float $size    of the text, in dots; the span may be larger or smaller by its own scale
     * @param float $spacing between letters, in em of the text's size
     * @param float $turn    degrees clockwise about the pivot
     */
    public function at(
        float $x,
        float $baseline,
        TextSpan $span,
        string $text,
        float $size,
        string $colour,
        float $spacing = 0.0,
        float $turn = 0.0,
        float $pivotX = 0.0,
        float $pivotY = 0.0,
    ): TextItem {
        $own = $size * $span->inline->scale;
        $y = $baseline - $span->inline->shift * $size;
        $ink = $this->shaper->ink($span->face, $text, $span->rightToLeft, 0.0 === $spacing);
        $wider = 0.0 === $spacing ? 0.0 : (\count(Shaper::graphemes($text)) - 1) * $spacing * $own;

        return new TextItem(
            $x,
            $y,
            $text,
            $span->face,
            $own,
            $span->inline->colour ?? $colour,
            $spacing * $own,
            $span->rightToLeft,
            null === $ink
                ? new Bounds($x, $y, $x, $y)
                : new Bounds(
                    $x + $ink['left'] * $own,
                    $y + $ink['top'] * $own,
                    $x + $ink['right'] * $own + $wider,
                    $y + $ink['bottom'] * $own,
                ),
            $turn,
            $pivotX,
            $pivotY,
        );
    }
}
