<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Morphea\App\Engine\Render\FontSubsets;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Project\Assets\FontStore;

/** The heading of a form in the design's font, reduced to the characters it needs, as in the files of pieces. */
final readonly class HeadingLetters
{
    public function __construct(private FontStore $fonts, private FontSubsets $subsets)
    {
    }

    /** @return string|null bytes of a font file; null where it is set in ours, or the design has that family no more */
    public function font(Form $form): ?string
    {
        $style = $form->project->design()->headings()[$form->order->font] ?? null;
        if (null === $style) {
            return null;
        }
        $book = $this->fonts->engine($form->project->owner())->fonts;

        try {
            return $book->has($style->family)
                ? $this->subsets->build($book->chain($style->family, $style->weight, $style->italic)[0], $form->order->title)
                : null;
        } catch (RenderException) {
            // Whoever answers can do without.
            return null;
        }
    }
}
