<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Platforms\PostgreSQLPlatform;
use Morphea\App\Platform\Clock\Time;

/**
 * The few things SQLite and PostgreSQL write differently, as fragments of SQL. Both understand all other SQL of the
 * application.
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

    /** The value at a path of a JSON column, as text; null if there is none. */
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

    /** The number a text begins with; null if there is no text, and 0 or null if there is no number. */
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

    /** A condition: the column's value is in a list of integers, which is bound as JSON. */
    public function among(string $column): string
    {
        return "$column IN (SELECT " . ($this->isPostgres() ? 'CAST(value AS INTEGER) FROM json_array_elements_text(CAST(? AS json))' :
            'value FROM json_each(?)') . ')';
    }

    /** An order that ignores case. */
    public function caseless(string $text): string
    {
        return $this->isPostgres() ? "LOWER($text)" : "$text COLLATE NOCASE";
    }

    /** Appended to a SELECT: locks the rows for changes until the transaction ends. SQLite has one writer at a time. */
    public function held(): string
    {
        return $this->isPostgres() ? ' FOR NO KEY UPDATE' : '';
    }

    /** Seconds by which this machine's clock is ahead of the database's; SQLite has no clock of its own. */
    public function clockOff(): float
    {
        if (!$this->isPostgres()) {
            return 0.0;
        }
        $before = Time::precise();
        $there = (float) $this->connection->fetchOne('SELECT EXTRACT(EPOCH FROM clock_timestamp())');

        return ($before + Time::precise()) / 2 - $there;
    }

    /** Nobody else gets past this for the same project until the transaction ends. */
    public function hold(string $project): void
    {
        if ($this->isPostgres()) {
            $this->connection->fetchOne('SELECT 1 FROM project WHERE id = ?' . $this->held(), [$project]);
        }
    }
}
