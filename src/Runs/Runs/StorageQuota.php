<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Twig\Attribute\AsTwigFilter;

/** How much room the files of a member's runs take, and may take. */
final readonly class StorageQuota
{
    private const MEGABYTE = 1_000_000;
    /** From this share on it is said. */
    private const NEARLY = 0.8;

    /** @param int $runsSpace megabytes that a member's runs may take; 0 for as many as there are */
    public function __construct(private FileStore $files, private int $runsSpace)
    {
    }

    /** @return array{here: int, all: int, most: int|null, warning: string} bytes; of all its owner has; null for no bound */
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

    /** What is to be said before there is none left; empty where there is enough. */
    private function warning(int $used): string
    {
        $most = $this->most();

        return null === $most || $used < self::NEARLY * $most
            ? ''
            : \sprintf(
                'Your runs take %s of the %s there are. Delete old ones before the next does not fit.',
                self::words($used),
                self::words($most),
            );
    }

    /** @throws RunOrderException where there is no room for more */
    public function check(Member $member): void
    {
        $most = $this->most();
        $used = null === $most ? 0 : array_sum($this->files->space($member->id()));
        if (null !== $most && $used >= $most) {
            throw new RunOrderException(
                \sprintf(
                    'Your runs take %s, and %s are the most there may be. Delete old runs here or in other projects first.',
                    self::words($used),
                    self::words($most),
                ),
            );
        }
    }

    #[AsTwigFilter('bytes')]
    public static function words(int $bytes): string
    {
        return match (true) {
            $bytes < self::MEGABYTE => \sprintf('%d kB', round($bytes / 1_000)),
            $bytes < 1_000 * self::MEGABYTE => \sprintf('%.1f MB', $bytes / self::MEGABYTE),
            default => \sprintf('%.1f GB', $bytes / (1_000 * self::MEGABYTE)),
        };
    }
}
