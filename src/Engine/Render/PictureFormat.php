<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/** A format of picture files with its settings. */
final readonly class PictureFormat
{
    /**
     * @param int  $quality 1 to 100, where the format loses something
     * @param bool $inSteps comes in coarse at first and then finer, while it is loaded
     */
    public function __construct(public PictureKind $kind, public int $quality = 90, public bool $inSteps = false)
    {
    }
}
