<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Database;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;

/**
 * Changes states, each in one statement that has no effect if somebody else was faster: it only matches rows in a state
 * from which the new one can be reached.
 */
final readonly class Transition
{
    public function __construct(private Connection $connection)
    {
    }

    /**
     * @param array<string, int|string|list<int>|list<string>> $where columns with the values they have; a list is one of them
     * @param array<string, mixed>                             $set   columns with the values they get
     * @param list<string>                                     $sql   assignments without values, as `tries = tries + 1`
     * @param list<GuardedState>|null                          $from  where fewer states are meant than could be left
     *
     * @return int how many rows changed
     */
    public function make(
        string $table,
        array $where,
        GuardedState $to,
        array $set = [],
        array $sql = [],
        ?array $from = null,
    ): int {
        $from ??= $to->reachedFrom();
        $assignments = ['state = ?', ...array_map(static fn (string $column): string => "$column = ?", array_keys($set)), ...$sql];
        $values = [$to->value, ...array_values($set)];
        $types = [];
        $conditions = [];
        foreach ([...$where, 'state' => array_map(static fn (GuardedState $one): int|string => $one->value, $from)] as $column => $value) {
            if (\is_array($value)) {
                $types[\count($values)] = \is_int($value[0] ?? null) ? ArrayParameterType::INTEGER : ArrayParameterType::STRING;
            }
            $conditions[] = \is_array($value) ? "$column IN (?)" : "$column = ?";
            $values[] = $value;
        }

        return (int) $this->connection->executeStatement(
            "UPDATE $table SET " . implode(', ', $assignments) . ' WHERE ' . implode(' AND ', $conditions),
            $values,
            $types,
        );
    }
}
