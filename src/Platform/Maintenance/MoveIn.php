<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Schema\Column;
use Doctrine\DBAL\Types\BooleanType;
use Doctrine\DBAL\Types\FloatType;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Files\AtomicFilesAdapter;
use Morphea\App\Platform\Files\FilesystemFactory;
use Morphea\Core\Message;

/**
 * Moves everything from SQLite and its file store to the database and store in the settings: rows in one transaction,
 * each read back and compared, files by their checksums. The source is not changed.
 */
final readonly class MoveIn
{
    private const CHUNK = 200;
    private const FETCH = 1_000;
    private const MIGRATIONS = 'doctrine_migration_versions';

    public function __construct(
        private Connection $connection,
        private Dialect $dialect,
        private FilesystemOperator $files,
        private FilesystemFactory $stores,
        private DatabaseCopy $database,
    ) {
    }

    /**
     * @param string                            $file of SQLite
     * @param \Closure(string, int): void $told of each table and its rows
     *
     * @return int rows
     *
     * @throws BackupError and then nothing was changed
     */
    public function rows(string $file, \Closure $told): int
    {
        if (!$this->dialect->isPostgres()) {
            throw new BackupError(new Message('maintenance.move.no_postgres', ['setting' => 'DATABASE_URL']));
        }
        if (!is_file($file)) {
            throw new BackupError(new Message('maintenance.move.no_file', ['file' => $file]));
        }
        if ($this->database->isUsed()) {
            throw new BackupError(new Message('maintenance.move.in_use'));
        }
        try {
            // Opened as one that may write, which a log of its own may need; nothing is written.
            $from = new \PDO("sqlite:$file", options: [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
            $this->check($from);
        } catch (\PDOException $e) {
            throw new BackupError(new Message('maintenance.move.no_database', ['file' => $file, 'why' => $e->getMessage()]));
        }

        return $this->connection->transactional(function () use ($from, $told): int {
            $all = 0;
            foreach ($this->tables() as $table => $columns) {
                try {
                    $this->connection->executeStatement("DELETE FROM $table");
                    $count = $this->copy($from, $table, $columns);
                } catch (DriverException $e) {
                    throw new BackupError(
                        new Message('maintenance.move.table_refused', ['table' => $table, 'why' => $e->getMessage()]),
                    );
                }
                $all += $count;
                $told($table, $count);
            }

            return $all;
        });
    }

    /**
     * @param string                      $dsn  of the store they lie in
     * @param \Closure(int): void $told of how many so far
     *
     * @return int files
     *
     * @throws BackupError
     */
    public function files(string $dsn, \Closure $told): int
    {
        $from = $this->stores->fromDsn($dsn);
        $count = 0;
        foreach ($from->listContents('', true) as $file) {
            if (!$file->isFile() || str_starts_with($file->path(), AtomicFilesAdapter::INCOMING . '/')) {
                continue;
            }
            $path = $file->path();
            $sum = $from->checksum($path, ['checksum_algo' => 'sha256']);
            if (!$this->files->fileExists($path) || $sum !== $this->files->checksum($path, ['checksum_algo' => 'sha256'])) {
                $this->files->writeStream($path, $from->readStream($path));
                if ($sum !== $this->files->checksum($path, ['checksum_algo' => 'sha256'])) {
                    throw new BackupError(new Message('maintenance.move.file_differs', ['path' => $path]));
                }
            }
            ++$count;
            $told($count);
        }

        return $count;
    }

    private function check(\PDO $from): void
    {
        $versions = $from->query('SELECT version FROM ' . self::MIGRATIONS . ' ORDER BY version');
        $there = false === $versions ? [] : $versions->fetchAll(\PDO::FETCH_COLUMN);
        if ($there !== $this->connection->fetchFirstColumn('SELECT version FROM ' . self::MIGRATIONS . ' ORDER BY version')) {
            throw new BackupError(new Message('maintenance.move.versions', ['command' => 'doctrine:migrations:migrate']));
        }
    }

    /** @return array<string, array<string, Column>> columns by name; what is referred to comes before what refers to it */
    private function tables(): array
    {
        $schema = $this->connection->createSchemaManager()->introspectSchema();
        $left = [];
        foreach ($schema->getTables() as $table) {
            $name = trim((string) strrchr(".{$table->getName()}", '.'), '."');
            if (self::MIGRATIONS !== $name) {
                $left[$name] = $table;
            }
        }
        $sorted = [];
        while ([] !== $left) {
            foreach ($left as $name => $table) {
                foreach ($table->getForeignKeys() as $key) {
                    $of = trim((string) strrchr(".{$key->getForeignTableName()}", '.'), '."');
                    if ($of !== $name && isset($left[$of])) {
                        continue 2;
                    }
                }
                $sorted[$name] = [];
                foreach ($table->getColumns() as $column) {
                    $sorted[$name][trim($column->getName(), '"')] = $column;
                }
                unset($left[$name]);
            }
        }

        return $sorted;
    }

    /** @param array<string, Column> $columns */
    private function copy(\PDO $from, string $table, array $columns): int
    {
        $names = implode(', ', array_keys($columns));
        $rows = $from->query("SELECT $names FROM $table");
        \assert(false !== $rows);
        [$count, $sum, $chunk] = [0, str_repeat("\0", 32), []];
        $line = '(' . implode(', ', array_fill(0, \count($columns), '?')) . ')';
        do {
            $row = $rows->fetch(\PDO::FETCH_ASSOC);
            if (\is_array($row)) {
                $row = self::plain($row, $columns);
                $sum ^= self::hash($row);
                ++$count;
                $chunk[] = array_values($row);
            }
            if ([] !== $chunk && (!\is_array($row) || \count($chunk) === self::CHUNK)) {
                $values = implode(', ', array_fill(0, \count($chunk), $line));
                $this->connection->executeStatement("INSERT INTO $table ($names) VALUES $values", array_merge(...$chunk));
                $chunk = [];
            }
        } while (\is_array($row));
        if ([$count, $sum] !== $this->read($table, $columns)) {
            throw new BackupError(new Message('maintenance.move.table_differs', ['table' => $table]));
        }
        if (isset($columns['id']) && $columns['id']->getAutoincrement()) {
            $this->connection->executeStatement(
                "SELECT setval(pg_get_serial_sequence('$table', 'id'), COALESCE((SELECT MAX(id) FROM $table), 0) + 1, false)",
            );
        }

        return $count;
    }

    /**
     * @param array<string, Column> $columns
     *
     * @return array{int, string} how many there are, and a sum of them in whatever order
     */
    private function read(string $table, array $columns): array
    {
        [$count, $sum] = [0, str_repeat("\0", 32)];
        $names = implode(', ', array_keys($columns));
        $this->connection->executeStatement("DECLARE moved NO SCROLL CURSOR FOR SELECT $names FROM $table");
        do {
            $rows = $this->connection->fetchAllAssociative('FETCH ' . self::FETCH . ' FROM moved');
            foreach ($rows as $row) {
                $sum ^= self::hash(self::plain($row, $columns));
                ++$count;
            }
        } while ([] !== $rows);
        $this->connection->executeStatement('CLOSE moved');

        return [$count, $sum];
    }

    /**
     * In a form that both databases understand.
     *
     * @param array<string, mixed>  $row
     * @param array<string, Column> $columns
     *
     * @return array<string, string|null>
     */
    private static function plain(array $row, array $columns): array
    {
        $plain = [];
        foreach ($columns as $name => $column) {
            $value = $row[$name];
            $plain[$name] = match (true) {
                null === $value => null,
                $column->getType() instanceof BooleanType => (bool) $value ? '1' : '0',
                $column->getType() instanceof FloatType => var_export((float) $value, true),
                // A letter that PostgreSQL keeps not, and nobody sees (PostgresMiddleware).
                default => str_replace("\0", '', (string) $value),
            };
        }

        return $plain;
    }

    /** @param array<string, string|null> $row */
    private static function hash(array $row): string
    {
        return hash('sha256', serialize($row), true);
    }
}
