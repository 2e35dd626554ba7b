<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Platform\Jobs\Job;
use Morphea\Core\Message;

/** Runs as the Press screen lists them: their progress, and what could not be made. */
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
                'about' => ['rows' => self::rows($run), 'formats' => $this->formats($run), 'at' => $run->orderedAt()],
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

    /** @return list<Message> what it makes */
    private function formats(Run $run): array
    {
        $choices = array_filter(array_map($this->outputs->choice(...), $run->choices()));

        return array_values(array_map(
            static fn (ChosenFormat $choice): Message => null === $choice->by()
                ? $choice->output->label()
                : new Message('press.format.of', ['format' => $choice->output->label(), 'column' => $choice->by()]),
            $choices,
        ));
    }

    private static function rows(Run $run): Message
    {
        return match ($run->rows()) {
            '' => new Message('press.run.rows.all'),
            RowChoice::Changed->value => new Message('press.order.changed'),
            RowChoice::InOrder->value => new Message('press.order.in_order'),
            default => new Message('press.run.rows.some', ['rows' => mb_strimwidth($run->rows(), 0, 40, '…', 'UTF-8')]),
        };
    }

    private function ending(Run $run): string
    {
        $choice = $this->outputs->choice($run->choices()[0] ?? []);

        return strtoupper($choice?->output->ending() ?? '');
    }
}
