<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseException;
use Morphea\App\Platform\Account\MemberProvider;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Message;
use Symfony\Component\Process\Process;

/**
 * Copies the database at one moment to a file, whatever is written meanwhile, and restores it: with SQLite itself, or
 * with PostgreSQL's own programs.
 */
final readonly class DatabaseCopy
{
    /** Seconds. */
    private const PATIENCE = 7_200;
    private const NO_TABLES = <<<'SQL'
        DO $$ DECLARE one text; BEGIN
            FOR one IN SELECT tablename FROM pg_tables WHERE schemaname = 'public' LOOP
                EXECUTE format('DROP TABLE public.%I CASCADE', one);
            END LOOP;
        END $$
        SQL;

    public function __construct(private Connection $connection, private Dialect $dialect, private MemberProvider $members)
    {
    }

    public function name(): string
    {
        return $this->dialect->isPostgres() ? 'database.dump' : 'database.db';
    }

    /** @throws BackupError */
    public function write(string $file): void
    {
        @unlink($file);
        if ($this->dialect->isPostgres()) {
            $this->program('pg_dump', '--format=custom', '--no-owner', '--no-privileges', "--file=$file");
        } else {
            // With what still lies in the write-ahead log.
            try {
                $this->connection->executeStatement('VACUUM INTO ?', [$file]);
            } catch (DatabaseException $e) {
                @unlink($file);
                throw new BackupError(
                    new Message('maintenance.backup.database_not_copied', ['file' => $file, 'why' => $e->getMessage()]),
                    0,
                    $e,
                );
            }
        }
    }

    /** @throws BackupError when it is damaged */
    public function check(string $file): void
    {
        if ($this->dialect->isPostgres()) {
            $this->program('pg_restore', '--list', $file);

            return;
        }
        try {
            $copy = new \PDO("sqlite:$file", options: [\PDO::SQLITE_ATTR_OPEN_FLAGS => \PDO::SQLITE_OPEN_READONLY]);
            $check = $copy->query('PRAGMA integrity_check');
            $isSound = false !== $check && 'ok' === $check->fetchColumn();
        } catch (\PDOException) {
            $isSound = false;
        }
        if (!$isSound) {
            throw new BackupError(new Message('maintenance.backup.database_damaged', ['file' => $file]));
        }
    }

    /**
     * With nobody using it; all of it or nothing.
     *
     * @throws BackupError
     */
    public function restore(string $file): void
    {
        $this->connection->close();
        if ($this->dialect->isPostgres()) {
            TemporaryDirectory::in(function (string $folder) use ($file): void {
                $this->program('pg_restore', '--no-owner', "--file=$folder/all.sql", $file);
                // Tables that a later version made would be in the way of its migrations.
                $this->program('psql', '-q', '-v', 'ON_ERROR_STOP=1', '-1', '-c', self::NO_TABLES, '-f', "$folder/all.sql");
            });

            return;
        }
        $database = $this->database();
        if (!copy($file, "$database.new")) {
            throw new BackupError(new Message('maintenance.backup.not_written', ['file' => $database]));
        }
        // The log of what was here before belongs to no other database.
        foreach (['-wal', '-shm'] as $tail) {
            @unlink($database . $tail);
        }
        rename("$database.new", $database);
    }

    /** Whether it has members. */
    public function isUsed(): bool
    {
        return $this->members->any();
    }

    private function database(): string
    {
        $parameters = $this->connection->getParams();

        return (string) ($parameters['path'] ?? $parameters['dbname'] ?? '');
    }

    private function program(string $name, string ...$arguments): void
    {
        $parameters = $this->connection->getParams();
        $process = new Process([$name, ...$arguments], null, array_filter([
            'PGHOST' => (string) ($parameters['host'] ?? ''),
            'PGPORT' => (string) ($parameters['port'] ?? ''),
            'PGUSER' => (string) ($parameters['user'] ?? ''),
            'PGPASSWORD' => (string) ($parameters['password'] ?? ''),
            'PGDATABASE' => $this->database(),
        ]), timeout: self::PATIENCE);
        if (0 !== $process->run()) {
            throw new BackupError(
                127 === $process->getExitCode()
                    ? new Message('maintenance.backup.no_program', ['program' => $name, 'package' => 'postgresql-client'])
                    : new Message('maintenance.backup.program', [
                        'program' => $name,
                        'why' => mb_strimwidth(trim($process->getErrorOutput()), 0, 300, '…', 'UTF-8'),
                    ]),
            );
        }
    }
}
