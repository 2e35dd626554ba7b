<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Monolog\LogRecord;
use Monolog\Processor\ProcessorInterface;

/** Adds to every line of the log what the worker was doing: its job, run and piece. */
final class LogContext implements ProcessorInterface
{
    /** @var array<string, int|string> */
    private array $at = [];

    public function __invoke(LogRecord $record): LogRecord
    {
        return [] === $this->at ? $record : $record->with(extra: $this->at + $record->extra);
    }

    public function begins(Job $job, ?int $from = null, ?int $to = null): void
    {
        $this->at = array_filter([
            'job' => $job->id(),
            'kind' => $job->kind(),
            $job->kind() => $job->ref(),
            'from' => $from,
            'to' => $to,
        ], static fn (int|string|null $one): bool => null !== $one && '' !== $one);
    }

    public function piece(int $position): void
    {
        $this->at['piece'] = $position;
    }

    public function ends(): void
    {
        $this->at = [];
    }
}
