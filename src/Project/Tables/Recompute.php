<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Morphea\App\Project\Assets\PicturesChanged;
use Morphea\App\Project\Designs\LanguageChanged;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Runs recipes again when something they depend on outside the table changes: pictures, or the language of the design. */
final readonly class Recompute
{
    public function __construct(private TableStore $tables)
    {
    }

    #[AsEventListener(PicturesChanged::class)]
    #[AsEventListener(LanguageChanged::class)]
    public function __invoke(PicturesChanged|LanguageChanged $event): void
    {
        $this->tables->recook($event->project);
    }
}
