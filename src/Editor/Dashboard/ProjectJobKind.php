<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Jobs\Job;
use Morphea\Core\Message;
use Twig\Attribute\AsTwigFunction;

/** The kinds of long jobs on whole projects, each with its message in `projects.work.title`. */
final readonly class ProjectJobKind
{
    public const TITLES = [
        SaveProject::KIND => 'save_project',
        SaveAll::KIND => 'save_all',
        BringProject::KIND => 'bring_project',
        KeepStarter::KIND => 'keep_starter',
    ];

    #[AsTwigFunction('project_work')]
    public static function title(Job $job): Message
    {
        return new Message('projects.work.title.' . self::TITLES[$job->kind()], ['name' => $job->text('name')]);
    }

    /** Whether the result is a file to download. */
    public static function isFile(Job $job): bool
    {
        return \in_array($job->kind(), [SaveProject::KIND, SaveAll::KIND], true);
    }

    /** @return list<string> */
    public static function kinds(): array
    {
        return array_keys(self::TITLES);
    }
}
