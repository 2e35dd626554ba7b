<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Maintenance\TidyTask;

/** Words read aloud long ago: they are read anew when they are wanted. */
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
