<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/** Cells that do not go into a pattern: unknown column, no number, no date. */
final readonly class ValueCheck implements Check
{
    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->texts as $text) {
            foreach ($text->problems as $problem) {
                $findings[] = new Finding('value', $text->layer, "$text->name: $problem", true);
            }
        }

        return $findings;
    }
}
