<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;

/** An output that puts all pieces of a run into one file: made in parts, which are joined at the end. */
interface OneFile extends Output
{
    /**
     * @param non-empty-list<string> $parts paths, in order
     * @param int                    $pages that they have together
     *
     * @throws RenderError|NoRoom
     */
    public function join(array $parts, string $to, int $pages): void;
}
