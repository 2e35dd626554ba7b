<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Morphea\Core\Message;

/** The outcomes of a run's pieces. */
final readonly class PieceReport
{
    public function __construct(private Connection $connection)
    {
    }

    /** @return list<array{row: int, name: string, reason: Message|string}> pieces that could not be made */
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
                'reason' => Message::read((string) $p['reason']),
            ],
            $found,
        );
    }

    /** @return array{made: int, taken: int, failed: int} */
    public function counts(Run $run): array
    {
        $found = $this->connection->fetchAssociative(
            'SELECT COUNT(*) FILTER (WHERE state = ?) AS made, COUNT(*) FILTER (WHERE taken = TRUE) AS taken,
                COUNT(*) FILTER (WHERE state = ?) AS failed FROM piece WHERE run_id = ?',
            [PieceState::Made->value, PieceState::NotMade->value, $run->id()],
        );

        return [
            'made' => (int) ($found['made'] ?? 0),
            'taken' => (int) ($found['taken'] ?? 0),
            'failed' => (int) ($found['failed'] ?? 0),
        ];
    }

    /** @return \Generator<array{position: int, row: int, name: string, state: string, taken: bool, reason: Message|string}> */
    public function report(Run $run, int $from = 1, int $most = \PHP_INT_MAX): \Generator
    {
        foreach (
            $this->connection->iterateAssociative(
                'SELECT position, row_number, name, state, taken, reason FROM piece WHERE run_id = ? AND position >= ?
                 ORDER BY position LIMIT ?',
                [$run->id(), $from, $most],
            )
            as $piece
        ) {
            yield [
                'position' => (int) $piece['position'],
                'row' => (int) $piece['row_number'],
                'name' => (string) $piece['name'],
                'state' => (string) $piece['state'],
                'taken' => (bool) $piece['taken'],
                'reason' => Message::read((string) $piece['reason']),
            ];
        }
    }
}
