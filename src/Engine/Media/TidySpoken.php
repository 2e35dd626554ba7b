<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Maintenance\TidyTask;

/** Deletes old speech, which is made again when it is needed. */
final readonly class TidySpoken implements TidyTask
{
    private const KEPT_DAYS = 60;

    public function __construct(private Sweeper $sweeper)
    {
    }

    public function tidy(): array
    {
        return ['maintenance.tidied.speech' => $this->sweeper->older(Spoken::FOLDER, self::KEPT_DAYS * Sweeper::DAY)];
    }
}
