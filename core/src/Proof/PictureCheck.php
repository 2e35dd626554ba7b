<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/** Pictures that the template shows and the project has not. */
final readonly class PictureCheck implements Check
{
    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->missingPictures as $name) {
            $findings[] = new Finding('picture', '', "The picture “{$name}” is missing.", true);
        }

        return $findings;
    }
}
