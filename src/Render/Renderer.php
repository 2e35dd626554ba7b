<?php

declare(strict_types=1);

namespace Morphea\App\Render;

/**
 * Drawings to pictures in a warm process of its own (bin/renderer), which has limits of time, memory and processor and
 * can be ended at any moment: a drawing that is too much costs itself and nothing else. A new process is there for the
 * next.
 */
final class Renderer
{
    public const TOO_MUCH = 'The drawing took more time or memory than one piece may, and was ended. Simplify what ' .
        'is in it, or make its pictures smaller.';
    /** Bytes of memory for the process. */
    private const MEMORY = 2_500_000_000;
    /** Seconds that are waited for what takes no processor time, or gets none because others want it as well. */
    private const PATIENCE = 30;
    /** How often whoever wants to stop is asked, in microseconds. */
    private const TICK = 200_000;
    private const CHUNK = 1 << 18;

    /** @var resource|null */
    private $process;
    /** @var array{resource, resource}|null where it reads, where it writes */
    private ?array $pipes = null;
    /** The fonts it knows. */
    private string $fonts = '';
    private int $owner = 0;

    /** @param int $pieceSeconds processor seconds that one picture may take, where nothing else is said */
    public function __construct(
        private readonly FontSetup $setup,
        private readonly string $projectDir,
        private readonly int $pieceSeconds,
    ) {
    }

    public function __destruct()
    {
        $this->end();
    }

    /**
     * @param string                     $svg     sized in pixels, one a dot
     * @param bool                       $opaque  the drawing covers all of its side, so no alpha channel is needed
     * @param int|null                   $edge    pixels that neither side exceeds; null for as large as it is
     * @param (\Closure(): bool)|null    $stopped asked again and again; once it says yes, the drawing is ended
     *
     * @return string a PNG that knows its dpi
     *
     * @throws RenderError|Halted
     */
    public function png(
        string $svg,
        float $dpi,
        bool $opaque,
        int $compression,
        ?int $edge = null,
        ?int $seconds = null,
        ?\Closure $stopped = null,
    ): string {
        $seconds ??= $this->pieceSeconds;
        $head = json_encode(
            [
                'length' => \strlen($svg),
                'dpi' => $dpi,
                'opaque' => $opaque,
                'compression' => $compression,
                'edge' => $edge,
                'seconds' => $seconds,
            ],
            \JSON_THROW_ON_ERROR,
        );
        $this->start();
        try {
            [$answer, $bytes] = $this->ask("$head\n", $svg, microtime(true) + self::PATIENCE + 2 * $seconds, $stopped);
        } catch (RenderError | Halted $e) {
            $this->end();
            throw $e;
        }

        return null === $answer['error'] ? $bytes : throw new RenderError($answer['error']);
    }

    /**
     * @param (\Closure(): bool)|null $stopped
     *
     * @return array{array{length: int, error: string|null}, string}
     */
    private function ask(string $head, string $svg, float $until, ?\Closure $stopped): array
    {
        [$in, $out] = $this->pipes ?? throw new RenderError('The drawing could not be begun.');
        $sent = 0;
        $length = \strlen($head) + \strlen($svg);
        $got = '';
        $answer = null;
        while (null === $answer || \strlen($got) < $answer['length']) {
            $read = [$out];
            $write = $sent < $length ? [$in] : [];
            $none = null;
            if (false === @stream_select($read, $write, $none, 0, self::TICK)) {
                // A signal came; the worker sees to it.
                continue;
            }
            /** @var list<resource> $read */
            /** @var list<resource> $write */
            if ([] !== $write) {
                $chunk = $sent < \strlen($head) ? substr($head, $sent) : substr($svg, $sent - \strlen($head), self::CHUNK);
                $went = @fwrite($in, $chunk);
                if (false === $went || (0 === $went && feof($out))) {
                    throw $this->died();
                }
                $sent += $went;
            }
            if ([] !== $read) {
                $more = fread($out, self::CHUNK);
                if (false === $more || ('' === $more && feof($out))) {
                    throw $this->died();
                }
                $got .= $more;
                if (null === $answer && false !== ($end = strpos($got, "\n"))) {
                    /** @var array{length: int, error: string|null} $answer */
                    $answer = json_decode(substr($got, 0, $end), true, 4, \JSON_THROW_ON_ERROR);
                    $got = substr($got, $end + 1);
                }
            }
            if (microtime(true) > $until) {
                throw new RenderError(
                    'The drawing took too long and was ended. Simplify what is in it, above all masks, filters and very many parts.',
                );
            }
            if ([] === $read && null !== $stopped && $stopped()) {
                throw new Halted();
            }
        }

        return [$answer, $got];
    }

    private function died(): RenderError
    {
        return new RenderError(self::TOO_MUCH);
    }

    /** A process that knows all fonts; one of this very process, not of the one it was forked from. */
    private function start(): void
    {
        $fonts = $this->setup->apply();
        $known = hash_file('sha256', $fonts) ?: '';
        if (
            null !== $this->process &&
            getmypid() === $this->owner &&
            $known === $this->fonts &&
            proc_get_status($this->process)['running']
        ) {
            return;
        }
        $this->end();
        $command = [
            'prlimit',
            '--as=' . self::MEMORY,
            '--core=0',
            '--',
            \PHP_BINARY,
            '-d',
            'ffi.enable=1',
            '-d',
            'memory_limit=-1',
            "$this->projectDir/bin/renderer",
        ];
        $process = proc_open(
            $command,
            [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
            null,
            ['FONTCONFIG_FILE' => $fonts, 'LC_ALL' => 'C.UTF-8'] + getenv(),
        );
        if (false === $process) {
            throw new RenderError('The program that draws cannot be started.');
        }
        stream_set_blocking($pipes[0], false);
        stream_set_blocking($pipes[1], false);
        $this->process = $process;
        $this->pipes = [$pipes[0], $pipes[1]];
        $this->fonts = $known;
        $this->owner = (int) getmypid();
    }

    private function end(): void
    {
        if (null === $this->process || getmypid() !== $this->owner) {
            $this->process = $this->pipes = null;

            return;
        }
        foreach ($this->pipes ?? [] as $pipe) {
            fclose($pipe);
        }
        proc_terminate($this->process, \SIGKILL);
        proc_close($this->process);
        $this->process = $this->pipes = null;
    }
}
