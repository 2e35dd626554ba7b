<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Message;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** Runs a program of the system with our fonts only, within limits of time, memory and processor. */
final readonly class Program
{
    private const TIMEOUT = 600;
    /** Seconds that are waited for what takes no processor time, or gets none because others want it as well. */
    private const PATIENCE = 15;
    private const MEMORY = 4_000_000_000;
    /** Without a bound, every thread of a program reserves 64 MB of the memory it may have. */
    private const ENV = ['LC_ALL' => 'C.UTF-8', 'MALLOC_ARENA_MAX' => '2'];
    /** How often whoever wants to stop is asked, in microseconds. */
    private const TICK = 10_000;

    /**
     * @param list<string>            $command
     * @param (\Closure(): bool)|null $stopped asked again and again; once it says yes, the program is ended
     *
     * @return string what it wrote
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public static function run(
        array $command,
        FontSetup $fonts,
        ?\Closure $stopped = null,
        int $seconds = self::TIMEOUT,
    ): string {
        $process = new Process(
            self::within($command, $seconds, self::MEMORY),
            env: ['FONTCONFIG_FILE' => $fonts->apply()] + self::ENV,
            timeout: self::PATIENCE + 2 * $seconds,
        );

        return self::finish($command, $process, $seconds, $stopped);
    }

    /**
     * @param list<string> $command
     * @param int          $bytes of output
     *
     * @throws RenderException when it fails, or takes or writes more than that
     */
    public static function bounded(array $command, int $seconds, int $memory, int $bytes = 1_000_000): string
    {
        return self::finish(
            $command,
            new Process(self::within($command, $seconds, $memory), env: self::ENV, timeout: self::PATIENCE + 2 * $seconds),
            $seconds,
            null,
            $bytes,
        );
    }

    /**
     * @param list<string> $command
     *
     * @return list<string>
     */
    private static function within(array $command, int $seconds, int $memory): array
    {
        // It ends with whoever started it, however that ends.
        return ['setpriv', '--pdeathsig', 'KILL', 'prlimit', "--cpu=$seconds", "--as=$memory", '--core=0', '--', ...$command];
    }

    /**
     * @param list<string>            $command
     * @param (\Closure(): bool)|null $stopped
     */
    private static function finish(array $command, Process $process, int $seconds, ?\Closure $stopped, ?int $bytes = null): string
    {
        $began = microtime(true);
        try {
            $wrote = 0;
            $process->start(static function (string $type, string $what) use (&$wrote): void {
                $wrote += \strlen($what);
            });
            while ((null !== $stopped || null !== $bytes) && $process->isRunning()) {
                $process->checkTimeout();
                usleep(self::TICK);
                if (null !== $bytes && $wrote > $bytes) {
                    $process->stop(0, \SIGKILL);
                    throw new RenderException(new Message('render.program.output', ['program' => $command[0]]));
                }
                if (null !== $stopped && $stopped()) {
                    $process->stop(0, \SIGKILL);
                    throw new CancelledException();
                }
            }
            $process->wait();
        } catch (ProcessTimedOutException $e) {
            throw new RenderException(new Message('render.program.late', ['program' => $command[0]]), 0, $e);
            // Ended by its limits: it is told below.
        } catch (ProcessSignaledException) {
        }
        // Some say that they had no memory, write what they have, and are content.
        if ($process->isSuccessful() && !str_contains($process->getErrorOutput(), 'out of memory')) {
            return $process->getOutput();
        }
        if ($process->hasBeenSignaled() && \SIGKILL === $process->getTermSignal() && microtime(true) - $began < $seconds) {
            throw new HelperDiedException(new Message('render.program.limit', ['program' => $command[0]]));
        }
        $why = mb_strimwidth(trim($process->getErrorOutput()), 0, 500, '…');
        if (NoSpaceException::told($why)) {
            throw new NoSpaceException("$command[0]: $why");
        }
        throw new RenderException(
            $process->hasBeenSignaled() || '' === $why
                ? new Message('render.program.limit', ['program' => $command[0]])
                : new Message('render.program.failed', ['program' => $command[0], 'why' => $why]),
        );
    }
}
