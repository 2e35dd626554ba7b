<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

/** A clip prepared for a plate: at its size, with the frame rate of the film. */
final readonly class Playing
{
    /**
     * @param bool      $again it begins anew when it has ended; otherwise its last frame stands
     * @param Hole|null $hole  where it is seen through the plate; null for all over
     */
    public function __construct(public string $path, public bool $again, public ?Hole $hole = null)
    {
    }

    /** @return list<string> */
    public function input(): array
    {
        return [...$this->again ? ['-stream_loop', '-1'] : [], '-threads', '1', '-i', $this->path];
    }
}
