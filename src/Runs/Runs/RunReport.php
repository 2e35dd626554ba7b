<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\Harmless;

/** The outcome of each piece of a run: as CSV, and for a page. */
final readonly class RunReport
{
    public function __construct(private PieceReport $report, private FileStore $files, private Words $words)
    {
    }

    /**
     * A line for each piece (RFC 4180): its row, its name, its outcome, the reason, its files.
     *
     * @param array<string, string> $vanished names of files that are not kept any more, by path
     */
    public function csv(Run $run, array $vanished = []): string
    {
        $files = $gone = [];
        foreach ($this->files->all($run) as $file) {
            isset($vanished[$file['path']]) ? ($gone[$file['position']][] = $file['name']) : ($files[$file['position']][] = $file['name']);
        }
        $out = fopen('php://temp', 'r+') ?: throw new \LogicException('There is no memory.');
        fputcsv($out, ['row', 'name', 'outcome', 'reason', 'files'], escape: '', eol: "\r\n");
        foreach ($this->report->report($run) as $piece) {
            $line = [
                (string) $piece['row'],
                $piece['name'],
                $this->words->say(self::outcome($piece['state'], $piece['taken'])),
                $this->words->say(isset($gone[$piece['position']])
                    ? new Message('press.outcome.deleted', ['files' => implode(' | ', $gone[$piece['position']])])
                    : $piece['reason']),
                implode(' | ', $files[$piece['position']] ?? []),
            ];
            fputcsv($out, array_map(Harmless::cell(...), $line), escape: '', eol: "\r\n");
        }
        rewind($out);

        return "\xEF\xBB\xBF" . stream_get_contents($out);
    }

    public static function outcome(string $state, bool $taken): Message
    {
        return new Message('press.outcome.' . match (true) {
            PieceState::Made->value === $state && $taken => 'reused',
            PieceState::Made->value === $state => 'made',
            PieceState::NotMade->value === $state => 'not_made',
            default => 'left_out',
        });
    }
}
