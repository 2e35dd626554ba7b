<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/** Letters that no font has, and fonts that are not there. */
final readonly class GlyphCheck implements Check
{
    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->texts as $text) {
            if ([] !== $text->missing) {
                $findings[] = new Finding(
                    'glyph',
                    $text->layer,
                    \sprintf('%s: no font here has %s.', $text->name, implode(' ', $text->missing)),
                );
            }
            if (null !== $text->unknownFont) {
                $findings[] = new Finding(
                    'font',
                    $text->layer,
                    \sprintf('%s: the font “%s” is not here; another stands in.', $text->name, $text->unknownFont),
                );
            }
        }

        return $findings;
    }
}
