<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\StorageAttributes;
use Morphea\App\Delivery\Email\MailboxTransport;
use Morphea\App\Delivery\Email\SendMails;
use Morphea\App\Editor\Rows\ImportStore;
use Morphea\App\Engine\Media\Spoken;
use Morphea\App\Platform\Account\Limits;
use Morphea\App\Platform\Account\Resets;
use Morphea\App\Platform\Account\SessionStore;
use Morphea\App\Platform\Account\SignUps;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Files\WholeFiles;
use Morphea\App\Platform\Http\Once;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Project\Assets\MeantFiles;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Runs\Runs\FileStore;
use Morphea\App\Runs\Runs\MakeRun;
use Morphea\App\Runs\Runs\ShownByRun;
use Symfony\Component\Cache\PruneableInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;
use Symfony\Component\Uid\Ulid;
use Symfony\Contracts\Cache\CacheInterface;

/**
 * Collects what nothing refers to any more, and thins out history:
 *
 * - pictures and fonts that no project and no member has: into the trash for a day, out of which whatever is wanted
 * again comes back, then away; - files of runs, starters, small pictures and uploads whose row is gone; uploads and
 * long work nobody came back to for a day; - runs older than so many days (MORPHEA_KEEP_RUNS, 0 for ever), but for the
 * newest of each project; - history of designs: the newest 100 versions stay, of older ones the last of each day; -
 * sessions, counted attempts and reset links that hold no more; caches; mails of the stand-in older than 30 days.
 */
final readonly class Tidy
{
    public const LOCK = 'keeping';
    public const TRASH = PictureStore::TRASH;
    private const DAY = 86_400;
    private const KEPT_VERSIONS = 100;
    private const KEPT_MAILS_DAYS = 30;
    /** They are read aloud again when they are wanted. */
    private const KEPT_WORDS_DAYS = 60;
    private const KEPT_FONTS_DAYS = 7;

    public function __construct(
        private Connection $connection,
        private Dialect $dialect,
        private EntityManagerInterface $entities,
        private FilesystemOperator $files,
        private LockFactory $locks,
        private SessionStore $sessions,
        private Limits $limits,
        private SignUps $signUps,
        private Once $once,
        private ShownByRun $shown,
        private MeantFiles $meant,
        private Resets $resets,
        private CacheInterface $cache,
        private int $keepRunsDays,
        private string $projectDir,
    ) {
    }

    /** @return array<string, int> how many of each went, by what they were in words */
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

            return array_filter([
                'runs too old' => $this->oldRuns(),
                'files of runs that are gone' => $this->meant->tidy(),
                'jobs nobody came back to' => $this->oldJobs(),
                'versions of designs' => $this->history(),
                'pictures and fonts for good' => $this->emptyTrash(),
                'pictures into the trash' => $this->unused(PictureStore::FOLDER, 'picture'),
                'fonts into the trash' => $this->unused('fonts', 'font'),
                'folders of runs' => $this->folders('runs', 'run', 'id'),
                'folders of made pieces' => $this->folders(FileStore::FOLDER, 'project', 'id') + $this->madeFiles(),
                'folders of small pictures' => $this->folders('faces', 'project', 'id'),
                'folders of uploads' => $this->folders(ImportStore::FOLDER, 'project', 'id') + $this->uploads(),
                'folders of work' => $this->folders('work', 'job', 'id'),
                'starters' => $this->starters(),
                'unfinished files' => $this->older(WholeFiles::INCOMING, self::DAY),
                'mails' => $this->older(MailboxTransport::FOLDER, self::KEPT_MAILS_DAYS * self::DAY),
                'words read aloud' => $this->older(Spoken::FOLDER, self::KEPT_WORDS_DAYS * self::DAY),
                'sessions' => $this->sessions->gc(0),
                'attempts' => $this->limits->tidy() + $this->signUps->tidy() + $this->once->tidy(),
                'reset links' => $this->resets->tidy(),
                ...$this->here(),
            ]);
        } finally {
            $lock->release();
        }
    }

    /** @return array<string, int> the same, of what lies on this machine alone */
    #[AsEventListener(WorkerStartedEvent::class, priority: -30)]
    public function here(): array
    {
        return ['fonts made ready' => $this->localFonts(), 'temporary files' => $this->temporary()];
    }

    private function oldRuns(): int
    {
        if (0 === $this->keepRunsDays) {
            return 0;
        }

        $old = $this->connection->fetchFirstColumn(
            "SELECT run.id FROM run JOIN job ON job.kind = 'run' AND job.ref = run.id AND job.state NOT IN ('waiting', 'working')
                WHERE run.ordered_at < ? AND run.number <
                    (SELECT MAX(other.number) FROM run other WHERE other.project_id = run.project_id)",
            [(new \DateTimeImmutable("-$this->keepRunsDays days"))->format('Y-m-d H:i:s')],
        );
        $count = 0;
        foreach ($old as $run) {
            // What a page, a post, a code or an email still to come shows stays, however old it is.
            if ([] === $this->shown->counts((string) $run)) {
                $count += (int) $this->connection->executeStatement("DELETE FROM job WHERE kind = 'run' AND ref = ?", [$run]);
            }
        }

        return $count;
    }

    private function oldJobs(): int
    {
        $old = $this->entities
            ->createQuery('SELECT j FROM ' . Job::class . ' j WHERE j.askedAt < :before AND j.kind NOT IN (:kept)')
            ->setParameter('before', new \DateTimeImmutable('-1 day'))
            ->setParameter('kept', [MakeRun::KIND, SendMails::KIND])
            ->toIterable();
        $count = 0;
        foreach ($old as $job) {
            \assert($job instanceof Job);
            $this->files->deleteDirectory($job->folder());
            $this->connection->executeStatement('DELETE FROM job WHERE id = ?', [$job->id()]);
            ++$count;
        }

        return $count;
    }

    private function history(): int
    {
        // Of the versions before the newest hundred, the last of each day stays, and the first of all.
        return (int) $this->connection->executeStatement(
            "DELETE FROM revision WHERE number > 0
                AND number <= (SELECT project.revision FROM project WHERE project.id = revision.project_id) - ?
                AND number < (SELECT MAX(later.number) FROM revision later
                    WHERE later.project_id = revision.project_id
                    AND {$this->dialect->day('later.created_at')} = {$this->dialect->day('revision.created_at')})",
            [self::KEPT_VERSIONS],
        );
    }

    /** Files under their hash that no row of a table speaks of: into the trash, those that lie there for a while. */
    private function unused(string $folder, string $table): int
    {
        $known = array_fill_keys(
            [...$this->connection->fetchFirstColumn("SELECT DISTINCT hash FROM $table"), ...$this->meant->hashes()],
            true,
        );
        $count = 0;
        foreach ($this->files->listContents($folder, true) as $file) {
            $hash = substr(basename($file->path()), 0, 64);
            if ($file->isFile() && !isset($known[$hash]) && $this->age($file) > self::DAY) {
                $this->files->move($file->path(), self::TRASH . '/' . date('Y-m-d') . "/{$file->path()}");
                ++$count;
            }
        }

        return $count;
    }

    private function emptyTrash(): int
    {
        $count = 0;
        $wanted = array_fill_keys(
            [
                ...$this->connection->fetchFirstColumn('SELECT DISTINCT hash FROM picture'),
                ...$this->connection->fetchFirstColumn('SELECT DISTINCT hash FROM font'),
                ...$this->meant->hashes(),
            ],
            true,
        );
        foreach ($this->files->listContents(self::TRASH) as $day) {
            foreach ($this->files->listContents($day->path(), true) as $file) {
                if ($file->isFile() && isset($wanted[substr(basename($file->path()), 0, 64)])) {
                    // Somebody wanted it again just as it was thrown away.
                    $this->files->move($file->path(), substr($file->path(), \strlen($day->path()) + 1));
                } elseif ($file->isFile() && basename($day->path()) < date('Y-m-d', time() - self::DAY)) {
                    $this->files->delete($file->path());
                    ++$count;
                }
            }
            if (basename($day->path()) < date('Y-m-d', time() - self::DAY)) {
                $this->files->deleteDirectory($day->path());
            }
        }

        return $count;
    }

    /**
     * Folders named by an id that is gone from its table. They are looked for first, and the ids after them: of what is
     * made meanwhile the row is there before its folder.
     */
    private function folders(string $folder, string $table, string $column): int
    {
        $found = [];
        foreach ($this->files->listContents($folder) as $one) {
            if ($one->isDir()) {
                $found[strtolower(basename($one->path()))] = $one->path();
            }
        }
        $gone = array_diff_key(
            $found,
            array_change_key_case(array_fill_keys($this->connection->fetchFirstColumn("SELECT $column FROM $table"), true)),
        );
        array_map($this->files->deleteDirectory(...), $gone);

        return \count($gone);
    }

    private function uploads(): int
    {
        $count = 0;
        foreach ($this->files->listContents(ImportStore::FOLDER) as $project) {
            foreach ($project->isDir() ? $this->files->listContents($project->path()) : [] as $upload) {
                if ($this->since($upload->path()) > self::DAY) {
                    $this->files->deleteDirectory($upload->path());
                    ++$count;
                }
            }
        }

        return $count;
    }

    /** Made pieces that no run has any more, as of a worker that was ended before it could note what it wrote. */
    private function madeFiles(): int
    {
        $count = 0;
        foreach ($this->files->listContents(FileStore::FOLDER, true) as $file) {
            if (
                $file->isFile()
                && $this->age($file) > self::DAY
                && false === $this->connection->fetchOne('SELECT 1 FROM run_file WHERE path = ? LIMIT 1', [$file->path()])
            ) {
                $this->files->delete($file->path());
                ++$count;
            }
        }

        return $count;
    }

    private function starters(): int
    {
        $known = array_fill_keys($this->connection->fetchFirstColumn('SELECT id FROM own_starter'), true);
        $count = 0;
        foreach ($this->files->listContents('starters') as $file) {
            if ($file->isFile() && !isset($known[basename($file->path(), '.morphea')]) && $this->age($file) > self::DAY) {
                $this->files->delete($file->path());
                ++$count;
            }
        }

        return $count;
    }

    private function older(string $folder, int $seconds): int
    {
        $count = 0;
        foreach ($this->files->listContents($folder) as $file) {
            if ($file->isFile() && $this->age($file) > $seconds) {
                $this->files->delete($file->path());
                ++$count;
            }
        }

        return $count;
    }

    /** Fonts as librsvg finds them on this machine, of which nothing was drawn for a while. */
    private function localFonts(): int
    {
        $known = array_fill_keys($this->connection->fetchFirstColumn('SELECT DISTINCT hash FROM font'), true);

        return self::unlink(
            array_filter(
                glob("$this->projectDir/var/fonts/own/*") ?: [],
                static fn (string $path): bool => time() - (int) @filemtime($path) >
                    (isset($known[substr(basename($path), 0, 64)]) ? self::KEPT_FONTS_DAYS : 1) * self::DAY,
            ),
        );
    }

    /** What processes that were killed left behind. */
    private function temporary(): int
    {
        $old = array_filter(
            glob(sys_get_temp_dir() . '/morphea*') ?: [],
            static fn (string $path): bool => time() - (int) @filemtime($path) > self::DAY,
        );
        foreach (array_filter($old, is_dir(...)) as $folder) {
            self::unlink(glob("$folder/*") ?: []);
            @rmdir($folder);
        }

        return self::unlink(array_filter($old, is_file(...)));
    }

    /** @param array<array-key, string> $paths */
    private static function unlink(array $paths): int
    {
        return \count(array_filter($paths, static fn (string $path): bool => @unlink($path)));
    }

    /** Seconds since it was written. */
    private function age(StorageAttributes $file): int
    {
        return time() - ($file->lastModified() ?? $this->files->lastModified($file->path()));
    }

    /** Seconds since a folder named by a ULID was made. */
    private function since(string $path): int
    {
        $id = strtoupper(basename($path));

        return Ulid::isValid($id) ? time() - Ulid::fromString($id)->getDateTime()->getTimestamp() : 0;
    }
}
