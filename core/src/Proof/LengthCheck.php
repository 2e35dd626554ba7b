<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\TextLayouter;

/** Texts with more letters than any text on a piece has: a cell that something else got into. */
final readonly class LengthCheck implements Check
{
    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->texts as $text) {
            if (null !== $text->tooMany) {
                $sentence = \sprintf(
                    '%s: has %s letters; a text may have up to %s. Shorten the cell.',
                    $text->name,
                    number_format($text->tooMany),
                    number_format(TextLayouter::MOST_LETTERS),
                );
                $findings[] = new Finding('length', $text->layer, $sentence, true);
            }
        }

        return $findings;
    }
}
