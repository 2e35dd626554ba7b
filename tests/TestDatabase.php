<?php

declare(strict_types=1);

namespace Morphea\Tests;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Tools\DsnParser;

/** The test database and store, as the settings name them: migrated once, then fresh for each test. */
final class TestDatabase
{
    private static bool $migrated = false;

    public static function fresh(): void
    {
        str_starts_with((string) ($_SERVER['DATABASE_URL'] ?? ''), 'postgresql:') ? self::postgres() : self::sqlite();
    }

    private static function sqlite(): void
    {
        // The same as in .env.test.
        $folder = \dirname(__DIR__) . '/var/' . ($_SERVER['MORPHEA_TESTS'] ?? 'test');
        self::remove("$folder/morphea.db");
        if (!self::$migrated) {
            self::remove("$folder/empty.db");
            self::migrate();
            // Fold the write-ahead log in, so that one file holds all.
            $database = new \PDO("sqlite:$folder/morphea.db");
            $database->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            unset($database);
            copy("$folder/morphea.db", "$folder/empty.db");
        } else {
            copy("$folder/empty.db", "$folder/morphea.db");
        }
        (new Program(['rm', '-rf', "$folder/files"]))->mustRun();
    }

    private static function postgres(): void
    {
        $database = self::there();
        if (!self::$migrated) {
            self::migrate();
        }
        $tables = $database->fetchOne(
            "SELECT string_agg(tablename, ', ') FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'doctrine_migration_versions'",
        );
        $database->executeStatement("TRUNCATE $tables RESTART IDENTITY CASCADE");
        $database->executeStatement("INSERT INTO clock (name, struck_at) VALUES ('tidy', " . time() . ')');
        $database->close();
        $objects = (string) ($_SERVER['MORPHEA_TEST_OBJECTS'] ?? '');
        '' === $objects || (new Program(['find', $objects, '-mindepth', '1', '-delete']))->mustRun();
    }

    /** The database of PostgreSQL, by a connection of one's own. */
    public static function there(): Connection
    {
        $parser = new DsnParser(['postgresql' => 'pdo_pgsql']);

        return DriverManager::getConnection($parser->parse((string) $_SERVER['DATABASE_URL']));
    }

    private static function migrate(): void
    {
        $command = [\PHP_BINARY, 'bin/console', 'doctrine:migrations:migrate', '-n', '-q', '--env=test'];
        (new Program($command, \dirname(__DIR__)))->mustRun();
        self::$migrated = true;
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
