<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;

/**
 * What of a run others look at, or are about to get: pages of its pieces, planned posts, emails that wait, codes that are
 * verified. Whoever deletes it is told, and nothing of it is tidied away.
 */
final readonly class ShownByRun
{
    /** Rows whose newest piece the run made. */
    private const NEWEST = "SELECT piece.row_id FROM piece JOIN run mine ON mine.id = piece.run_id WHERE piece.run_id = ? AND
        piece.state = 'made' AND piece.row_id IS NOT NULL AND mine.purpose = 'pieces' AND NOT EXISTS (
            SELECT 1 FROM piece other JOIN run ON run.id = other.run_id WHERE run.project_id = mine.project_id AND
                other.row_id = piece.row_id AND other.state = 'made' AND run.number > mine.number AND " . RunPurpose::OF_PIECES . ')';
    private const ASKED = [
        'pages' => 'piece_link WHERE taken_back_at IS NULL AND (expires_at IS NULL OR expires_at > CURRENT_TIMESTAMP) AND run_id IS NULL',
        'posts' => "post WHERE state = 'planned'",
        'emails' => "letter WHERE state IN ('waiting', 'sending')",
        'codes' => 'seal WHERE standing = 1 AND taken_back_at IS NULL',
    ];
    private const WORDS = [
        'pages' => ['share page', 'share pages'],
        'posts' => ['planned post', 'planned posts'],
        'emails' => ['email that waits', 'emails that wait'],
        'codes' => ['verified code', 'verified codes'],
    ];

    public function __construct(private Connection $connection)
    {
    }

    /** @return array<string, int> how many there are of each, those that there are */
    public function counts(string $run): array
    {
        $counts = [];
        foreach (self::ASKED as $what => $which) {
            $counts[$what] = (int) $this->connection->fetchOne(
                "SELECT COUNT(*) FROM $which AND project_id = (SELECT project_id FROM run WHERE id = ?) AND row_id IN (" .
                    self::NEWEST . ')',
                [$run, $run],
            );
        }
        // Those that show what this run made, and nothing else.
        $counts['pages'] += (int) $this->connection->fetchOne(
            'SELECT COUNT(*) FROM piece_link WHERE run_id = ? AND taken_back_at IS NULL',
            [$run],
        );

        return array_filter($counts);
    }

    /** @return list<string> the same in words */
    public function words(string $run): array
    {
        $words = [];
        foreach ($this->counts($run) as $what => $count) {
            $words[] = number_format($count) . ' ' . self::WORDS[$what][1 === $count ? 0 : 1];
        }

        return $words;
    }
}
