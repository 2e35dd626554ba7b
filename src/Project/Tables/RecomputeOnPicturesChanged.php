<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Morphea\App\Project\Assets\PicturesChanged;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Runs recipes that look for pictures again when the pictures change. */
#[AsEventListener]
final readonly class RecomputeOnPicturesChanged
{
    public function __construct(private TableStore $tables)
    {
    }

    public function __invoke(PicturesChanged $event): void
    {
        $this->tables->recook($event->project);
    }
}
