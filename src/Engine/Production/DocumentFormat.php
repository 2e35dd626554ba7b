<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Platform\Files\NoSpaceException;

/**
 * An output that puts many pieces into one document. Its pieces have no files of their own: `files` tests whether each
 * can be included, and the document is written after all tests.
 */
interface DocumentFormat extends ExportFormat
{
    /**
     * @param string                    $to      path of the document
     * @param (\Closure(): bool)|null   $stopped
     * @param (\Closure(int): void)|null $told    how many are in it
     *
     * @throws BadPieceException when one of them cannot be put into it after all
     * @throws NoSpaceException|CancelledException
     */
    public function bind(
        PieceStream $pieces,
        string $to,
        string $title,
        FormatSettings $settings,
        ?\Closure $stopped = null,
        ?\Closure $told = null,
    ): void;
}
