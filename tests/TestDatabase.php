<?php

declare(strict_types=1);

namespace Morphea\Tests;

use Symfony\Component\Process\Process;

/** The test database: migrated once, then copied fresh for each test. */
final class TestDatabase
{
    private static bool $migrated = false;

    public static function fresh(): void
    {
        // The same as in .env.test.
        $folder = \dirname(__DIR__) . '/var/' . ($_SERVER['MORPHEA_TESTS'] ?? 'test');
        self::remove("$folder/morphea.db");
        if (!self::$migrated) {
            self::remove("$folder/empty.db");
            (new Process(
                [\PHP_BINARY, 'bin/console', 'doctrine:migrations:migrate', '-n', '-q', '--env=test'],
                \dirname(__DIR__),
            ))->mustRun();
            // Fold the write-ahead log in, so that one file holds all.
            $database = new \PDO("sqlite:$folder/morphea.db");
            $database->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            unset($database);
            copy("$folder/morphea.db", "$folder/empty.db");
            self::$migrated = true;
        } else {
            copy("$folder/empty.db", "$folder/morphea.db");
        }
        (new Process(['rm', '-rf', "$folder/files"]))->mustRun();
    }

    private static function remove(string $file): void
    {
        foreach (['', '-wal', '-shm'] as $tail) {
            if (is_file($file . $tail)) {
                unlink($file . $tail);
            }
        }
    }
}
