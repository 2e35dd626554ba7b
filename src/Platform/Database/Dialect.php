<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Platforms\PostgreSQLPlatform;
use Morphea\App\Platform\Clock\Time;

/**
 * The few things that SQLite and PostgreSQL say differently, as pieces of SQL. All other SQL of the application is
 * understood by both.
 */
final readonly class Dialect
{
    /** The number that a text begins with, as SQLite's CAST reads it. */
    private const NUMBER = '^\s*[-+]?[0-9]*\.?[0-9]+(?:[eE][-+]?[0-9]+)?';

    public function __construct(private Connection $connection)
    {
    }

    public function isPostgres(): bool
    {
        return $this->connection->getDatabasePlatform() instanceof PostgreSQLPlatform;
    }

    /** What stands at a place of a column of JSON, as text; null where nothing does. */
    public function json(string $column, string|int ...$path): string
    {
        // PostgreSQL takes no text with NUL in it out of JSON, and stops at the first row that has one: it goes, but not what
        // only looks like it behind a backslash that is one.
        $plain = "REPLACE(REPLACE(REPLACE($column, '\\\\', CHR(1)), '\\u0000', ''), CHR(1), '\\\\')";
        $clean = "CASE WHEN POSITION('\\u0000' IN $column) > 0 THEN $plain ELSE $column END";

        return $this->isPostgres()
            ? "(CAST($clean AS json) #>> '{" . implode(',', $path) . "}')"
            : "json_extract($column, '$" .
                implode('', array_map(static fn (string|int $one): string => \is_int($one) ? "[$one]" : ".\"$one\"", $path)) . "')";
    }

    /** The number that a text begins with; null where there is no text, and where there is none 0 or null. */
    public function number(string $text): string
    {
        return $this->isPostgres()
            ? "CAST(SUBSTRING($text FROM '" . self::NUMBER . "') AS DOUBLE PRECISION)"
            : "CAST($text AS REAL)";
    }

    /** The day of a time. */
    public function day(string $time): string
    {
        return $this->isPostgres() ? "CAST($time AS DATE)" : "SUBSTR($time, 1, 10)";
    }

    /** A condition: the column's value is one of a list of whole numbers, which is bound as JSON. */
    public function among(string $column): string
    {
        return "$column IN (SELECT " . ($this->isPostgres() ? 'CAST(value AS INTEGER) FROM json_array_elements_text(CAST(? AS json))' :
            'value FROM json_each(?)') . ')';
    }

    /** An order in which capitals do not count. */
    public function caseless(string $text): string
    {
        return $this->isPostgres() ? "LOWER($text)" : "$text COLLATE NOCASE";
    }

    /** At the end of a SELECT: nobody else gets these rows to change them until the transaction ends. SQLite has one writer at a time. */
    public function held(): string
    {
        return $this->isPostgres() ? ' FOR NO KEY UPDATE' : '';
    }

    /** Seconds by which the clock of this machine is ahead of the database's; SQLite has none of its own. */
    public function clockOff(): float
    {
        if (!$this->isPostgres()) {
            return 0.0;
        }
        $before = Time::precise();
        $there = (float) $this->connection->fetchOne('SELECT EXTRACT(EPOCH FROM clock_timestamp())');

        return ($before + Time::precise()) / 2 - $there;
    }

    /** Until the transaction ends nobody else gets beyond this for the same project. */
    public function hold(string $project): void
    {
        if ($this->isPostgres()) {
            $this->connection->fetchOne('SELECT 1 FROM project WHERE id = ?' . $this->held(), [$project]);
        }
    }
}
