<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** A program of the system, run with our fonts only, and within bounds where it reads what people brought. */
final readonly class Program
{
    private const TIMEOUT = 600;

    /**
     * @param list<string> $command
     *
     * @return string what it wrote
     *
     * @throws RenderError
     */
    public static function run(array $command, FontSetup $fonts, ?string $input = null): string
    {
        return self::finish($command, new Process($command, env: ['FONTCONFIG_FILE' => $fonts->apply(), 'LC_ALL' => 'C.UTF-8'], input: $input, timeout: self::TIMEOUT));
    }

    /**
     * @param list<string> $command
     *
     * @throws RenderError when it fails, or takes more than that
     */
    public static function bounded(array $command, int $seconds, int $memory): string
    {
        return self::finish($command, new Process(['prlimit', "--cpu=$seconds", "--as=$memory", '--', ...$command], env: ['LC_ALL' => 'C.UTF-8'], timeout: 2 * $seconds));
    }

    /** @param list<string> $command */
    private static function finish(array $command, Process $process): string
    {
        try {
            $process->run();
        } catch (ProcessTimedOutException $e) {
            throw new RenderError("$command[0] took too long.", 0, $e);
        }
        if (!$process->isSuccessful()) {
            throw new RenderError(\sprintf('%s failed: %s', $command[0], mb_strimwidth(trim($process->getErrorOutput()), 0, 500, '…')));
        }

        return $process->getOutput();
    }
}
