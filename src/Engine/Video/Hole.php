<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

/**
 * The mask of a clip: the difference between its plate drawn with white in its place and with black. Whatever clips it,
 * covers it or lets it shine through is then exactly as on the plate.
 */
final readonly class Hole
{
    public function __construct(private string $white, private string $black)
    {
    }

    /** @return list<string> */
    public function inputs(): array
    {
        return ['-i', $this->white, '-i', $this->black];
    }
}
