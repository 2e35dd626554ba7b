<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Jobs\Job;

/** The kinds of long work with whole projects, and how each is said while it goes on. */
final readonly class ProjectJobKind
{
    public const SAYS = [
        SaveProject::KIND => 'Saving',
        SaveAll::KIND => 'Collecting',
        BringProject::KIND => 'Bringing in',
        KeepStarter::KIND => 'Keeping as a starter',
    ];

    public static function says(Job $job): string
    {
        return self::SAYS[$job->kind()];
    }

    /** Whether a file comes of it, to be fetched. */
    public static function isFile(Job $job): bool
    {
        return \in_array($job->kind(), [SaveProject::KIND, SaveAll::KIND], true);
    }

    /** @return list<string> */
    public static function kinds(): array
    {
        return array_keys(self::SAYS);
    }
}
