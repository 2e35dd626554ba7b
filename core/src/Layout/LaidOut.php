<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

use Morphea\Core\Drawing\Drawing;

/** One side for one row: what is drawn, and the facts about every text. */
final readonly class LaidOut
{
    /**
     * @param list<TextFacts> $texts
     * @param list<string>    $missingPictures names of pictures the template shows and the project has not
     */
    public function __construct(public Drawing $drawing, public array $texts, public array $missingPictures)
    {
    }

    public function facts(string $layer): ?TextFacts
    {
        foreach ($this->texts as $facts) {
            if ($facts->layer === $layer) {
                return $facts;
            }
        }

        return null;
    }
}
