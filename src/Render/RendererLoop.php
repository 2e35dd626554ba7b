<?php

declare(strict_types=1);

namespace Morphea\App\Render;

/**
 * The inside of a renderer process: reads what is to be drawn, answers with the picture or with what is wrong. Either
 * is a line of JSON with the length of the bytes that follow it. Memory is bounded for the process, processor time for
 * each picture.
 */
final readonly class RendererLoop
{
    public function __construct(private Vips $vips)
    {
    }

    /**
     * @param resource $in
     * @param resource $out
     *
     * @return int exit status
     */
    public function run($in, $out): int
    {
        while (false !== ($line = fgets($in))) {
            /** @var array{length: int, dpi: float, opaque: bool, compression: int, edge: int|null, seconds: int} $asked */
            $asked = json_decode($line, true, 4, \JSON_THROW_ON_ERROR);
            $svg = (string) stream_get_contents($in, $asked['length']);
            if (\strlen($svg) !== $asked['length']) {
                return 1;
            }
            $this->allow($asked['seconds']);
            try {
                [$bytes, $error] = [$this->picture($svg, $asked), null];
            } catch (RenderError $e) {
                [$bytes, $error] = ['', str_contains($e->getMessage(), 'NoMemory') ? Renderer::TOO_MUCH : $e->getMessage()];
            }
            unset($svg);
            fwrite(
                $out,
                json_encode(
                    ['length' => \strlen($bytes), 'error' => $error],
                    \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE,
                ) .
                    "\n" .
                    $bytes,
            );
            fflush($out);
        }

        return 0;
    }

    /** @param array{dpi: float, opaque: bool, compression: int, edge: int|null} $asked */
    private function picture(string $svg, array $asked): string
    {
        $image = $this->vips->draw($svg);
        $image = null === $asked['edge'] ? $image : $image->small($asked['edge']);

        return ($asked['opaque'] ? $image->opaque() : $image)
            ->atDpi($asked['dpi'])
            ->png($asked['compression'], null !== $asked['edge']);
    }

    /** So many more seconds of processor time; whoever takes more is ended by the system. */
    private function allow(int $seconds): void
    {
        $used = getrusage() ?: [];
        $sofar = (int) ($used['ru_utime.tv_sec'] ?? 0) + (int) ($used['ru_stime.tv_sec'] ?? 0);
        posix_setrlimit(\POSIX_RLIMIT_CPU, $sofar + $seconds + 1, \POSIX_RLIMIT_INFINITY);
    }
}
