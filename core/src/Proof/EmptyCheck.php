<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/** Placeholders that nothing came into. */
final readonly class EmptyCheck implements Check
{
    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->texts as $text) {
            if ($text->placeholder && $text->empty) {
                $findings[] = new Finding(
                    'empty',
                    $text->layer,
                    0 === $text->lines
                        ? "$text->name: is empty and hides."
                        : "$text->name: is empty and shows “{$text->text}”.",
                );
            }
        }

        return $findings;
    }
}
