<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

/**
 * How much of a clip is seen where: the difference between its plate drawn with white in its place, and with black. So
 * whatever cuts it, lies over it or lets it shine through is as the plate has it.
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
