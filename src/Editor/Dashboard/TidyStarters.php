<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Maintenance\TidyTask;

/** Deletes the files of deleted starters. */
final readonly class TidyStarters implements TidyTask
{
    public function __construct(private EntityManagerInterface $entities, private Sweeper $sweeper)
    {
    }

    public function tidy(): array
    {
        $known = array_fill_keys(
            $this->entities->createQuery('SELECT s.id FROM ' . OwnStarter::class . ' s')->getSingleColumnResult(),
            true,
        );

        return ['maintenance.tidied.starters' => $this->sweeper->files(
            OwnStarter::FOLDER,
            static fn (string $path): bool => !isset($known[basename($path, '.morphea')]),
        )];
    }
}
