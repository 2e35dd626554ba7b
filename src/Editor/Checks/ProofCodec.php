<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\Core\Checks\HandWork;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WholeSet;

/**
 * Converts warnings of rows to and from the columns of their table.
 *
 * @phpstan-import-type Facts from WholeSet
 */
final readonly class ProofCodec
{
    /** Columns that `found` wants. */
    public const FOUND = 'row_id, number, inputs, warnings, pixels, together, facts';

    /** @param array<string, mixed> $row as the database has it */
    public static function found(array $row, HandWork $hand): RowWarnings
    {
        $warnings = array_map(
            Warning::of(...),
            [...self::decode($row['warnings']), ...self::decode($row['pixels']), ...self::decode($row['together'])],
        );
        $id = (int) $row['row_id'];

        return RowWarnings::of(
            $id,
            (int) $row['number'],
            array_filter($warnings),
            self::shown((string) $row['facts']),
            $hand,
            '' === $row['inputs'],
        );
    }

    /** @return array{int, string, string, int} */
    public static function judgement(RowWarnings $found): array
    {
        return [$found->bad(), $found->kinds(), $found->layers(), \count($found->accepted)];
    }

    /** @return array<string, string> */
    public static function shown(string $facts): array
    {
        return json_decode($facts, true, 8)['values'] ?? [];
    }

    /** @return Facts */
    public static function facts(string $json): array
    {
        return json_decode($json, true, 8, \JSON_THROW_ON_ERROR);
    }

    /** @param list<Warning> $warnings */
    public static function json(array $warnings): string
    {
        return self::encode(array_map(static fn (Warning $warning): array => $warning->toArray(), $warnings));
    }

    /** @param array<array-key, mixed> $data */
    public static function encode(array $data): string
    {
        return json_encode($data, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE);
    }

    /** @return list<array<string, mixed>> */
    public static function decode(mixed $json): array
    {
        $data = \is_string($json) ? json_decode($json, true, 16) : null;

        return \is_array($data) ? array_values(array_filter($data, is_array(...))) : [];
    }
}
