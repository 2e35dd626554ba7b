<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Symfony\Component\Cache\PruneableInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;
use Symfony\Contracts\Cache\CacheInterface;

/** Deletes what nothing refers to any more, and thins out history: every room has a task for what it stores. */
final readonly class Tidying
{
    public const LOCK = 'keeping';

    /**
     * @param iterable<TidyTask>      $tasks
     * @param iterable<LocalTidyTask> $local
     */
    public function __construct(
        #[AutowireIterator(TidyTask::class)] private iterable $tasks,
        #[AutowireIterator(LocalTidyTask::class)] private iterable $local,
        private LockFactory $locks,
        private CacheInterface $cache,
    ) {
    }

    /** @return array<string, int> how many of each went, by the message that says so */
    public function run(): array
    {
        $lock = $this->locks->createLock(self::LOCK, null);
        if (!$lock->acquire()) {
            return [];
        }
        try {
            if ($this->cache instanceof PruneableInterface) {
                $this->cache->prune();
            }
            $gone = [];
            foreach ($this->tasks as $task) {
                $gone = self::sum($gone, $task->tidy());
            }

            return array_filter(self::sum($gone, $this->here()));
        } finally {
            $lock->release();
        }
    }

    /** @return array<string, int> the same, of what lies on this machine alone */
    #[AsEventListener(WorkerStartedEvent::class, priority: -30)]
    public function here(): array
    {
        $gone = [];
        foreach ($this->local as $task) {
            $gone = self::sum($gone, $task->tidyHere());
        }

        return $gone;
    }

    /**
     * @param array<string, int> $all
     * @param array<string, int> $more
     *
     * @return array<string, int>
     */
    private static function sum(array $all, array $more): array
    {
        foreach ($more as $what => $count) {
            $all[$what] = ($all[$what] ?? 0) + $count;
        }

        return $all;
    }
}
