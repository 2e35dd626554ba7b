<?php

declare(strict_types=1);

namespace Morphea\App\Projects;

use Morphea\App\Entity\Job;

/** The kinds of long work with whole projects, and how each is said while it goes on. */
final readonly class ProjectWork
{
    public const SAYS = [
        SaveProject::KIND => 'Saving',
        BringProject::KIND => 'Bringing in',
        KeepStarter::KIND => 'Keeping as a starter',
    ];

    public static function says(Job $job): string
    {
        return self::SAYS[$job->kind()];
    }

    /** @return list<string> */
    public static function kinds(): array
    {
        return array_keys(self::SAYS);
    }
}
