<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Entity\Job;
use Morphea\App\Entity\PieceState;
use Morphea\App\Entity\Run;
use Morphea\App\Making\Wanted;
use Morphea\App\Work\Progress;
use Morphea\Core\Data\Record;

/** The pieces of runs: written in bulk, marked one by one, counted from their rows whenever somebody asks. */
final readonly class PieceStore
{
    private const CHUNK = 100;
    /** Seconds that the rate looks back, and before it means something. */
    private const WINDOW = 10;
    private const SOON = 0.2;

    public function __construct(private Connection $connection)
    {
    }

    /** @param list<array{row: Record, name: string}> $pieces */
    public function create(Run $run, array $pieces): void
    {
        foreach (array_chunk($pieces, self::CHUNK, true) as $chunk) {
            $values = [];
            foreach ($chunk as $i => $piece) {
                array_push(
                    $values,
                    $run->id(),
                    $i + 1,
                    $piece['row']->number,
                    $piece['row']->id,
                    $piece['name'],
                    json_encode($piece['row']->cells, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_FORCE_OBJECT),
                    PieceState::Waiting->value,
                    '',
                );
            }
            $this->connection->executeStatement(
                'INSERT INTO piece (run_id, position, row_number, row_id, name, cells, state, reason) VALUES ' .
                    implode(', ', array_fill(0, \count($chunk), '(?, ?, ?, ?, ?, ?, ?, ?)')),
                $values,
            );
        }
    }

    /** @return list<Wanted> */
    public function waiting(Run $run, int $from, int $to): array
    {
        $found = $this->connection->fetchAllAssociative(
            'SELECT position, row_number, row_id, name, cells, tries FROM piece WHERE run_id = ? AND position ' .
            'BETWEEN ? AND ? AND state = ? ORDER BY position',
            [$run->id(), $from, $to, PieceState::Waiting->value],
        );

        return array_map(static function (array $record) use ($run): Wanted {
            /** @var array<string, string> $cells */
            $cells = json_decode((string) $record['cells'], true, 4, \JSON_THROW_ON_ERROR);

            return new Wanted(
                (int) $record['position'],
                (string) $record['name'],
                $run->row((int) $record['row_number'], $cells, null === $record['row_id'] ? null : (int) $record['row_id']),
                (int) $record['tries'],
            );
        }, $found);
    }

    /** @return list<array{int, int}> first and last positions of stretches that hold all pieces that wait */
    public function stretches(string $run, int $length): array
    {
        $found = [];
        foreach (
            $this->connection->iterateColumn('SELECT position FROM piece WHERE run_id = ? AND state = ? ORDER BY position', [
                $run,
                PieceState::Waiting->value,
            ])
            as $position
        ) {
            $last = array_key_last($found);
            null !== $last && (int) $position < $found[$last][0] + $length
                ? ($found[$last][1] = (int) $position)
                : ($found[] = [(int) $position, (int) $position]);
        }

        return $found;
    }

    /** A try counts from its beginning: what ends the process is known by the tries that never came to an end. */
    public function begin(string $run, int $position): void
    {
        $this->connection->executeStatement('UPDATE piece SET tries = tries + 1 WHERE run_id = ? AND position = ?', [
            $run,
            $position,
        ]);
    }

    /** @param non-empty-list<int> $positions of pieces that were begun, and left for a reason that is not theirs */
    public function unbegin(string $run, array $positions): void
    {
        $this->connection->executeStatement(
            'UPDATE piece SET tries = tries - 1 WHERE run_id = ? AND position IN (?) AND tries > 0',
            [$run, $positions],
            [1 => ArrayParameterType::INTEGER],
        );
    }

    public function made(string $run, int $position): void
    {
        $this->connection->executeStatement(
            'UPDATE piece SET state = ?, made_at = ?, reason = ? WHERE run_id = ? AND position = ?',
            [PieceState::Made->value, microtime(true), '', $run, $position],
        );
    }

    /**
     * Pieces whose pages lie in one part: all of them or none.
     *
     * @param non-empty-list<int> $positions
     *
     * @return bool false where some of them were made elsewhere meanwhile
     */
    public function madeTogether(string $run, array $positions, string $part): bool
    {
        return $this->connection->transactional(function () use ($run, $positions, $part): bool {
            $waiting = $this->connection->fetchOne(
                'SELECT COUNT(*) FROM piece WHERE run_id = ? AND state = ? AND position IN (?)',
                [$run, PieceState::Waiting->value, $positions],
                [2 => ArrayParameterType::INTEGER],
            );
            if ((int) $waiting !== \count($positions)) {
                return false;
            }
            $this->connection->executeStatement(
                'UPDATE piece SET state = ?, made_at = ?, reason = ?, part = ? WHERE run_id = ? AND position IN (?)',
                [PieceState::Made->value, microtime(true), '', $part, $run, $positions],
                [5 => ArrayParameterType::INTEGER],
            );

            return true;
        });
    }

    /** @param non-empty-list<int> $positions of pieces whose files are not there after all */
    public function again(string $run, array $positions): void
    {
        $this->connection->executeStatement(
            'UPDATE piece SET state = ?, part = NULL, made_at = NULL WHERE run_id = ? AND position IN (?)',
            [PieceState::Waiting->value, $run, $positions],
            [2 => ArrayParameterType::INTEGER],
        );
    }

    /** @return array<string, non-empty-list<int>> positions of made pieces by the part that holds their pages, in order */
    public function parts(string $run): array
    {
        $parts = [];
        foreach (
            $this->connection->iterateNumeric(
                'SELECT part, position FROM piece WHERE run_id = ? AND state = ? ORDER BY position',
                [$run, PieceState::Made->value],
            )
            as [$part, $position]
        ) {
            $parts[(string) $part][] = (int) $position;
        }

        return $parts;
    }

    /** Unless another worker that was handed it as well made it meanwhile. */
    public function notMade(string $run, int $position, string $reason): void
    {
        $this->connection->executeStatement(
            'UPDATE piece SET state = ?, made_at = ?, reason = ? WHERE run_id = ? AND position = ? AND state = ?',
            [PieceState::NotMade->value, microtime(true), $reason, $run, $position, PieceState::Waiting->value],
        );
    }

    /**
     * How far runs are, counted from what is there.
     *
     * @param list<Job> $jobs of runs
     *
     * @return array<string, Progress> by run
     */
    public function progress(array $jobs): array
    {
        $counts = $this->connection->fetchAllAssociativeIndexed(
            'SELECT run_id, SUM(state = ?) AS made, SUM(state = ?) AS failed, SUM(made_at >= ?) AS recent,
                MIN(CASE WHEN made_at >= ? THEN made_at END) AS first
             FROM piece WHERE run_id IN (?) GROUP BY run_id',
            [
                PieceState::Made->value,
                PieceState::NotMade->value,
                $since = microtime(true) - self::WINDOW,
                $since,
                array_map(static fn (Job $job): string => $job->ref(), $jobs),
            ],
            [4 => ArrayParameterType::STRING],
        );
        $found = [];
        foreach ($jobs as $job) {
            $here = $counts[$job->ref()] ?? ['made' => 0, 'failed' => 0, 'recent' => 0, 'first' => null];
            $span = null === $here['first'] ? 0.0 : microtime(true) - (float) $here['first'];
            $found[$job->ref()] = new Progress(
                (int) $here['made'] + (int) $here['failed'],
                (int) $job->total(),
                $job->startedAt(),
                $span > self::SOON ? (int) $here['recent'] / $span : null,
                (int) $here['failed'],
            );
        }

        return $found;
    }

    /** @return list<array{row: int, name: string, reason: string}> pieces that could not be made */
    public function givenUp(Run $run, int $most): array
    {
        $found = $this->connection->fetchAllAssociative(
            'SELECT row_number, name, reason FROM piece WHERE run_id = ? AND state = ? ORDER BY position LIMIT ?',
            [$run->id(), PieceState::NotMade->value, $most],
        );

        return array_map(
            static fn (array $p): array => [
                'row' => (int) $p['row_number'],
                'name' => (string) $p['name'],
                'reason' => (string) $p['reason'],
            ],
            $found,
        );
    }

    /** @return \Generator<int, string> names of the pieces that are made, by position */
    public function names(Run $run): \Generator
    {
        foreach (
            $this->connection->iterateKeyValue(
                'SELECT position, name FROM piece WHERE run_id = ? AND state = ? ORDER BY position',
                [$run->id(), PieceState::Made->value],
            )
            as $position => $name
        ) {
            yield (int) $position => (string) $name;
        }
    }

    public function waits(string $run): bool
    {
        return false !==
            $this->connection->fetchOne('SELECT 1 FROM piece WHERE run_id = ? AND state = ? LIMIT 1', [
                $run,
                PieceState::Waiting->value,
            ]);
    }
}
