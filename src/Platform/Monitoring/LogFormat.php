<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Monitoring;

use Monolog\Formatter\FormatterInterface;
use Monolog\Formatter\JsonFormatter;
use Monolog\Formatter\LineFormatter;

/** The format of the log: `line` for people, `json` (one object per line) for collecting the logs of many machines. */
final readonly class LogFormat
{
    public static function of(string $log): FormatterInterface
    {
        return match ($log) {
            'line' => new LineFormatter(),
            'json' => new JsonFormatter(),
            default => throw new \InvalidArgumentException("MORPHEA_LOG is “{$log}”; it must be line or json."),
        };
    }
}
