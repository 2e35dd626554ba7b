<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\Halted;
use Morphea\App\Platform\Files\NoRoom;

/**
 * An output that puts many pieces into one document. A piece has no file of its own then: `files` tries whether it can
 * be put in, and the document is written when all were tried.
 */
interface Bound extends Output
{
    /**
     * @param string                    $to      path of the document
     * @param (\Closure(): bool)|null   $stopped
     * @param (\Closure(int): void)|null $told    how many are in it
     *
     * @throws BadPiece when one of them cannot be put into it after all
     * @throws NoRoom|Halted
     */
    public function bind(
        Pieces $pieces,
        string $to,
        string $title,
        Settings $settings,
        ?\Closure $stopped = null,
        ?\Closure $told = null,
    ): void;
}
