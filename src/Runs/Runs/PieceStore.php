<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Database\Transition;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\Progress;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Record;

/** The pieces of runs: written in bulk, updated one by one, counted from their records whenever somebody asks. */
final readonly class PieceStore
{
    private const CHUNK = 100;
    /** Seconds that the rate looks back, and before it means something. */
    private const WINDOW = 10;
    private const SOON = 0.2;

    public function __construct(private Connection $connection, private Transition $transition)
    {
    }

    /**
     * @param list<array{row: Record, name: string}>  $pieces
     * @param \Closure(Record, string): string       $input name of all that a piece is made of
     * @param \Closure(Record, string): string       $drawn the same, whatever it is put into
     */
    public function create(Run $run, array $pieces, \Closure $input, \Closure $drawn): void
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
                    $input($piece['row'], $piece['name']),
                    $drawn($piece['row'], ''),
                );
            }
            $this->connection->executeStatement(
                'INSERT INTO piece (run_id, position, row_number, row_id, name, cells, state, reason, input, drawn) VALUES ' .
                    implode(', ', array_fill(0, \count($chunk), '(?, ?, ?, ?, ?, ?, ?, ?, ?, ?)')),
                $values,
            );
        }
    }

    /** Pieces that an earlier run made from the same input reuse its files and count as made. */
    public function takeOver(Run $run): void
    {
        $twin = "SELECT MAX(old.id) FROM piece old JOIN run r ON r.id = old.run_id WHERE old.input = piece.input
            AND old.run_id <> piece.run_id AND r.project_id = ? AND old.state = 'made'";
        $this->connection->executeStatement(
            "INSERT INTO run_file (run_id, project_id, position, number, name, file_key, path, bytes, crc)
             SELECT piece.run_id, f.project_id, piece.position, f.number, f.name, f.file_key, f.path, f.bytes, f.crc
             FROM piece JOIN piece twin ON twin.id = ($twin)
             JOIN run_file f ON f.run_id = twin.run_id AND f.position = twin.position WHERE piece.run_id = ?",
            [$run->project()->id(), $run->id()],
        );
        $this->connection->executeStatement(
            "UPDATE piece SET state = 'made', taken = TRUE, made_at = ? WHERE run_id = ? AND ($twin) IS NOT NULL",
            [Time::precise(), $run->id(), $run->project()->id()],
        );
    }

    /** Pieces that only go into documents, and were drawn in an earlier run for whatever output, are not tested again. */
    public function takeDrawn(Run $run): void
    {
        $this->connection->executeStatement(
            "UPDATE piece SET state = 'made', taken = TRUE, made_at = ? WHERE run_id = ? AND state <> 'made' AND EXISTS (
                SELECT 1 FROM piece old JOIN run r ON r.id = old.run_id
                WHERE old.drawn = piece.drawn AND old.run_id <> piece.run_id AND r.project_id = ? AND old.state = 'made')",
            [Time::precise(), $run->id(), $run->project()->id()],
        );
    }

    /**
     * The inputs that were made already.
     *
     * @param list<string> $inputs
     *
     * @return array<string, true>
     */
    public function made(Project $project, array $inputs): array
    {
        $found = [];
        foreach (array_chunk($inputs, self::CHUNK) as $chunk) {
            $found += array_fill_keys(
                $this->connection->fetchFirstColumn(
                    "SELECT DISTINCT input FROM piece JOIN run ON run.id = piece.run_id
                     WHERE run.project_id = ? AND piece.state = 'made' AND input IN (?)",
                    [$project->id(), $chunk],
                    [1 => ArrayParameterType::STRING],
                ),
                true,
            );
        }

        return $found;
    }

    /** @return list<PieceRequest> */
    public function waiting(Run $run, int $from, int $to): array
    {
        $found = $this->connection->fetchAllAssociative(
            'SELECT position, row_number, row_id, name, cells, tries FROM piece WHERE run_id = ? AND position ' .
            'BETWEEN ? AND ? AND state = ? ORDER BY position',
            [$run->id(), $from, $to, PieceState::Waiting->value],
        );

        return array_map(fn (array $record): PieceRequest => $this->wanted($run, $record), $found);
    }

    /** @return array{int, int}|null first and last positions of the next pieces that wait, after a position */
    public function next(string $run, int $after, int $most): ?array
    {
        $found = $this->connection->fetchFirstColumn(
            'SELECT position FROM piece WHERE run_id = ? AND state = ? AND position > ? ORDER BY position LIMIT ?',
            [$run, PieceState::Waiting->value, $after, $most],
        );

        return [] === $found ? null : [(int) $found[0], (int) $found[\count($found) - 1]];
    }

    /** An attempt counts from its start: what kills the process is recognised by attempts that never ended. */
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

    /** @param bool $taken its files are those of an earlier run */
    public function markMade(string $run, int $position, bool $taken): void
    {
        $this->transition->make('piece', ['run_id' => $run, 'position' => $position], PieceState::Made, [
            'made_at' => Time::precise(),
            'reason' => '',
            'taken' => (int) $taken,
        ]);
    }

    /** @param non-empty-list<int> $positions of pieces whose files are not there after all */
    public function markWaiting(string $run, array $positions): void
    {
        $gone = ['taken' => 0, 'made_at' => null];
        $this->transition->make('piece', ['run_id' => $run, 'position' => $positions], PieceState::Waiting, $gone);
    }

    /** Unless another worker that also got it has made it meanwhile. */
    public function markNotMade(string $run, int $position, Message|string $reason): void
    {
        $why = ['made_at' => Time::precise(), 'reason' => $reason instanceof Message ? $reason->stored() : $reason];
        $one = ['run_id' => $run, 'position' => $position];
        $this->transition->make('piece', $one, PieceState::NotMade, $why, from: [PieceState::Waiting]);
    }

    /** Marks a finished piece as not made after all. */
    public function recordFailure(string $run, int $position, Message|string $reason): void
    {
        $one = ['run_id' => $run, 'position' => $position];
        $this->transition->make(
            'piece',
            $one,
            PieceState::NotMade,
            ['reason' => $reason instanceof Message ? $reason->stored() : $reason],
        );
    }

    /**
     * The progress of runs, counted from their pieces.
     *
     * @param list<Job> $jobs of runs
     *
     * @return array<string, Progress> by run
     */
    public function progress(array $jobs): array
    {
        $counts = $this->connection->fetchAllAssociativeIndexed(
            'SELECT run_id, COUNT(*) FILTER (WHERE state = ?) AS made, COUNT(*) FILTER (WHERE state = ?) AS failed,
                COUNT(*) FILTER (WHERE made_at >= ?) AS recent,
                MIN(CASE WHEN made_at >= ? THEN made_at END) AS first
             FROM piece WHERE run_id IN (?) GROUP BY run_id',
            [
                PieceState::Made->value,
                PieceState::NotMade->value,
                $since = Time::precise() - self::WINDOW,
                $since,
                array_map(static fn (Job $job): string => $job->ref(), $jobs),
            ],
            [4 => ArrayParameterType::STRING],
        );
        $found = [];
        foreach ($jobs as $job) {
            $here = $counts[$job->ref()] ?? ['made' => 0, 'failed' => 0, 'recent' => 0, 'first' => null];
            $span = null === $here['first'] ? 0.0 : Time::precise() - (float) $here['first'];
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

    /** @return list<PieceRequest> whatever came of them */
    public function between(Run $run, int $from, int $to): array
    {
        return array_map(
            fn (array $record): PieceRequest => $this->wanted($run, $record),
            $this->connection->fetchAllAssociative(
                'SELECT position, row_number, row_id, name, cells, tries FROM piece WHERE run_id = ? AND position
                 BETWEEN ? AND ? ORDER BY position',
                [$run->id(), $from, $to],
            ),
        );
    }

    /** @return \Generator<PieceRequest> all that are made, in order */
    public function allMade(Run $run): \Generator
    {
        for ($after = 0; ;) {
            $found = $this->connection->fetchAllAssociative(
                'SELECT position, row_number, row_id, name, cells, tries FROM piece WHERE run_id = ? AND state = ?
                 AND position > ? ORDER BY position LIMIT ?',
                [$run->id(), PieceState::Made->value, $after, self::CHUNK],
            );
            if ([] === $found) {
                return;
            }
            foreach ($found as $record) {
                yield $this->wanted($run, $record);
                $after = (int) $record['position'];
            }
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

    /** @param array<string, mixed> $record */
    private function wanted(Run $run, array $record): PieceRequest
    {
        /** @var array<string, string> $cells */
        $cells = json_decode((string) $record['cells'], true, 4, \JSON_THROW_ON_ERROR);

        return new PieceRequest(
            (int) $record['position'],
            (string) $record['name'],
            $run->row((int) $record['row_number'], $cells, null === $record['row_id'] ? null : (int) $record['row_id']),
            (int) $record['tries'],
        );
    }
}
