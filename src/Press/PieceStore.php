<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Entity\Run;
use Morphea\Core\Data\Row;

/** The pieces of runs: written in bulk, marked one by one, counted from their rows whenever somebody asks. */
final readonly class PieceStore
{
    private const CHUNK = 100;

    public function __construct(private Connection $connection)
    {
    }

    /** @param list<array{row: Row, name: string}> $pieces */
    public function create(Run $run, array $pieces): void
    {
        foreach (array_chunk($pieces, self::CHUNK, true) as $chunk) {
            $values = [];
            foreach ($chunk as $i => $piece) {
                array_push($values, $run->id(), $i + 1, $piece['row']->number, $piece['name'], json_encode($piece['row']->cells, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_FORCE_OBJECT), PieceState::Waiting->value, '');
            }
            $this->connection->executeStatement('INSERT INTO piece (run_id, position, row_number, name, cells, state, reason) VALUES '.implode(', ', array_fill(0, \count($chunk), '(?, ?, ?, ?, ?, ?, ?)')), $values);
        }
    }

    /** @return list<WaitingPiece> */
    public function waiting(string $run, int $from, int $to): array
    {
        return $this->pieces('run_id = ? AND position BETWEEN ? AND ? AND state = ?', [$run, $from, $to, PieceState::Waiting->value]);
    }

    /** @return list<WaitingPiece> whatever has become of them */
    public function between(string $run, int $from, int $to): array
    {
        return $this->pieces('run_id = ? AND position BETWEEN ? AND ?', [$run, $from, $to]);
    }

    /** @param list<int> $positions */
    public function made(string $run, array $positions): void
    {
        $this->connection->executeStatement('UPDATE piece SET state = ?, made_at = ?, reason = ? WHERE run_id = ? AND position IN (?)', [PieceState::Made->value, microtime(true), '', $run, $positions], [4 => ArrayParameterType::INTEGER]);
    }

    public function notMade(string $run, int $position, string $reason): void
    {
        $this->connection->executeStatement('UPDATE piece SET state = ?, made_at = ?, reason = ? WHERE run_id = ? AND position = ?', [PieceState::NotMade->value, microtime(true), $reason, $run, $position]);
    }

    public function progress(Run $run): Progress
    {
        $counts = $this->connection->fetchAllKeyValue('SELECT state, COUNT(*) FROM piece WHERE run_id = ? GROUP BY state', [$run->id()]);
        $since = microtime(true) - Progress::WINDOW;
        $recent = $this->connection->fetchAssociative('SELECT COUNT(*) AS pieces, MIN(made_at) AS first FROM piece WHERE run_id = ? AND made_at >= ?', [$run->id(), $since]) ?: ['pieces' => 0, 'first' => null];
        $span = null === $recent['first'] ? 0.0 : microtime(true) - (float) $recent['first'];

        return new Progress($run->total(), (int) ($counts[PieceState::Made->value] ?? 0), (int) ($counts[PieceState::NotMade->value] ?? 0), $span > 0.2 ? (int) $recent['pieces'] / $span : null);
    }

    /** @return list<array{row: int, name: string, reason: string}> pieces that could not be made */
    public function givenUp(Run $run, int $most): array
    {
        $found = $this->connection->fetchAllAssociative('SELECT row_number, name, reason FROM piece WHERE run_id = ? AND state = ? ORDER BY position LIMIT ?', [$run->id(), PieceState::NotMade->value, $most]);

        return array_map(static fn (array $p): array => ['row' => (int) $p['row_number'], 'name' => (string) $p['name'], 'reason' => (string) $p['reason']], $found);
    }

    /** @return \Generator<int, string> names of the pieces that are made */
    public function names(Run $run): \Generator
    {
        foreach ($this->connection->iterateColumn('SELECT name FROM piece WHERE run_id = ? AND state = ? ORDER BY position', [$run->id(), PieceState::Made->value]) as $name) {
            yield (string) $name;
        }
    }

    public function waits(string $run): bool
    {
        return false !== $this->connection->fetchOne('SELECT 1 FROM piece WHERE run_id = ? AND state = ? LIMIT 1', [$run, PieceState::Waiting->value]);
    }

    /** Whether somebody stopped the run, asked of the database and not of what this process remembers. */
    public function stopped(string $run): bool
    {
        return RunState::Waiting->value !== $this->connection->fetchOne('SELECT state FROM run WHERE id = ?', [$run]);
    }

    /**
     * @param list<int|string> $values
     *
     * @return list<WaitingPiece>
     */
    private function pieces(string $where, array $values): array
    {
        $found = $this->connection->fetchAllAssociative("SELECT position, row_number, name, cells FROM piece WHERE $where ORDER BY position", $values);

        return array_map(static function (array $record): WaitingPiece {
            /** @var array<string, string> $cells */
            $cells = json_decode((string) $record['cells'], true, 4, \JSON_THROW_ON_ERROR);

            return new WaitingPiece((int) $record['position'], (string) $record['name'], new Row((int) $record['row_number'], $cells));
        }, $found);
    }
}
