<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Design\Model\Scene;

/** A scene with its length for a row: from one frame up to, but not including, another. */
final readonly class TimedScene
{
    /**
     * @param float $wanted seconds that its rule asked for, before its bounds
     * @param bool  $closed nothing that comes with it is shown in this row, so it is left out
     */
    public function __construct(
        public Scene $scene,
        public int $from,
        public int $to,
        public float $wanted,
        public bool $closed = false,
    ) {
    }

    public function frames(): int
    {
        return $this->to - $this->from;
    }
}
