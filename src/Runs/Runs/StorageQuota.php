<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Language\FileSize;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** How much space a member's run files take, and may take. */
final readonly class StorageQuota
{
    private const MEGABYTE = 1_000_000;
    /** From this share on it is said. */
    private const NEARLY = 0.8;

    /** @param int $runsSpace megabytes that a member's runs may take; 0 for as many as there are */
    public function __construct(private FileStore $files, private int $runsSpace)
    {
    }

    /** @return array{here: int, all: int, most: int|null, warning: Message|string} bytes; of all its owner has; null for no bound */
    public function usage(Project $project): array
    {
        $used = $this->files->space($project->owner()->id());
        $all = array_sum($used);

        return ['here' => $used[$project->id()] ?? 0, 'all' => $all, 'most' => $this->most(), 'warning' => $this->warning($all)];
    }

    private function most(): ?int
    {
        return 0 === $this->runsSpace ? null : $this->runsSpace * self::MEGABYTE;
    }

    /** A message before the space is used up; empty if there is enough. */
    private function warning(int $used): Message|string
    {
        $most = $this->most();

        return null === $most || $used < self::NEARLY * $most
            ? ''
            : new Message('press.space.warning', ['all' => FileSize::of($used), 'most' => FileSize::of($most)]);
    }

    /** @throws RunOrderException where there is no room for more */
    public function check(Member $member): void
    {
        $most = $this->most();
        $used = null === $most ? 0 : array_sum($this->files->space($member->id()));
        if (null !== $most && $used >= $most) {
            throw new RunOrderException(
                new Message('press.space.full', ['all' => FileSize::of($used), 'most' => FileSize::of($most)]),
            );
        }
    }
}
