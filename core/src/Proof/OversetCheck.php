<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/** Words that stick out of their frame even after the fit rule has done what it may. */
final readonly class OversetCheck implements Check
{
    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->texts as $text) {
            if ($text->overset) {
                $findings[] = new Finding('overset', $text->layer, "$text->name: does not fit its frame.");
            }
        }

        return $findings;
    }
}
