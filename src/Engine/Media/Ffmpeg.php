<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\FontSetup;
use Morphea\App\Engine\Render\Program;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Message;
use Symfony\Component\Process\ExecutableFinder;

/** Runs ffmpeg on one processor, within limits of time and memory, and ends it together with its caller. */
final readonly class Ffmpeg
{
    /** Processor seconds for one call. */
    private const SECONDS = 600;

    public function __construct(private FontSetup $fonts)
    {
    }

    /** Why clips cannot be used here; null if they can. */
    public function missing(): ?Message
    {
        return null === (new ExecutableFinder())->find('ffmpeg')
            ? new Message('import.media.no_ffmpeg')
            : null;
    }

    /**
     * @param list<string>            $arguments
     * @param (\Closure(): bool)|null $stopped
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function run(array $arguments, ?\Closure $stopped = null, int $seconds = self::SECONDS): void
    {
        $quiet = ['ffmpeg', '-hide_banner', '-loglevel', 'error', '-nostdin', '-y'];
        $single = ['-filter_threads', '1', '-filter_complex_threads', '1'];
        Program::run([...$quiet, ...$single, ...$arguments], $this->fonts, $stopped, $seconds);
    }
}
