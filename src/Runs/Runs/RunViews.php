<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Platform\Jobs\Job;

/** Runs as the Press screen lists them: how far they are, and what could not be made. */
final readonly class RunViews
{
    private const REASONS_SHOWN = 50;

    public function __construct(
        private PieceStore $pieces,
        private PieceReport $report,
        private FileStore $files,
        private ExportFormatRegistry $outputs,
        private ShownByRun $shown,
        private RunQueue $queue,
    ) {
    }

    /**
     * @param list<Run> $runs
     *
     * @return list<array<string, mixed>>
     */
    public function build(array $runs): array
    {
        $progress = $this->pieces->progress(array_map(static fn (Run $run): Job => $run->job(), $runs));
        $files = $this->files->counts($runs);

        return array_map(
            fn (Run $run): array => [
                'run' => $run,
                'output' => $this->words($run),
                'rows' => self::rows($run),
                'taken' => (int) ($run->job()->outcome()['taken'] ?? 0),
                'shown' => $run->isUnderWay() ? [] : $this->shown->words($run),
                'files' => $files[$run->id()]['files'] ?? 0,
                'one' => 1 === ($files[$run->id()]['files'] ?? 0) && 1 === $files[$run->id()]['documents'] ? $this->ending($run) : '',
                'progress' => $progress[$run->id()],
                'waits' => $run->isUnderWay() && 0 === $progress[$run->id()]->done
                    ? $this->queue->before($run->project()->owner(), 0.1, $run)
                    : null,
                'givenUp' => $progress[$run->id()]->failed > 0 ? $this->report->givenUp($run, self::REASONS_SHOWN) : [],
            ],
            $runs,
        );
    }

    /** What it makes, in words. */
    private function words(Run $run): string
    {
        $choices = array_filter(array_map($this->outputs->choice(...), $run->choices()));

        return implode(', ', array_map(
            static fn (ChosenFormat $choice): string => $choice->output->label() .
                (null === $choice->by() ? '' : " of {$choice->by()}"),
            $choices,
        ));
    }

    private static function rows(Run $run): string
    {
        return match ($run->rows()) {
            '' => 'all rows',
            RowChoice::Changed->value => 'only what changed',
            RowChoice::InOrder->value => 'only rows in order',
            default => 'rows ' . mb_strimwidth($run->rows(), 0, 40, '…', 'UTF-8'),
        };
    }

    private function ending(Run $run): string
    {
        $choice = $this->outputs->choice($run->choices()[0] ?? []);

        return strtoupper($choice?->output->ending() ?? '');
    }
}
