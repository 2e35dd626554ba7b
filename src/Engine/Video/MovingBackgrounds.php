<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Rendering\Drawing\ClipContents;
use Morphea\Core\Rendering\Drawing\PictureItem;

/** Prepares clips and drifting pictures for films. Each is made once, by whoever needs it first, and kept for the others. */
final readonly class MovingBackgrounds
{
    /** Bytes that are kept; what was not used for the longest goes. */
    private const KEPT = 4_000_000_000;
    private const WAIT = 50_000;
    /** Raised when the same comes out otherwise. */
    private const VERSION = 1;

    private string $folder;

    public function __construct(private BackgroundEncoder $encoder, string $projectDir)
    {
        $this->folder = "$projectDir/var/played";
    }

    /**
     * @param (\Closure(): bool)|null $stopped
     *
     * @param int $frames that it is seen
     *
     * @return array{string, bool} path, and whether it begins anew once it has ended; otherwise its last frame stands
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function prepare(PictureItem $item, Seat $seat, int $frames, ClipContents $contents, ?\Closure $stopped): array
    {
        $stretch = PlayedStretch::of($item, $seat->rate, $frames);
        if (!is_dir($this->folder) && !@mkdir($this->folder, 0o700, true) && !is_dir($this->folder)) {
            throw new NoSpaceException("The folder $this->folder cannot be made.");
        }
        $path = $this->path($item, $seat, $stretch);
        $this->alone($path, $stopped, function () use ($path, $item, $seat, $stretch, $contents, $stopped): void {
            if (is_file($path)) {
                return;
            }
            $this->makeRoom();
            TemporaryDirectory::in(function (string $scratch) use ($path, $item, $seat, $stretch, $contents, $stopped): void {
                self::keep($this->encoder->encode($item, $seat, $stretch, $contents, $scratch, $stopped), $path);
            });
        });
        @touch($path);

        return [$path, $stretch->repeats];
    }

    private function path(PictureItem $item, Seat $seat, PlayedStretch $stretch): string
    {
        $box = $item->at(0.0)->box;
        $run = [$stretch->frames, $stretch->goesBack, $stretch->repeats];
        $key = serialize([
            ...[self::VERSION, $run, $item->picture->hash, $item->look, $item->play, $seat->turned, $seat->width, $seat->height],
            ...[$seat->scale, $seat->rate, $seat->veil],
            ...[$box->x - $seat->frame->left, $box->y - $seat->frame->top, $box->width, $box->height],
            null === $item->wander ? null : [
                ...[$item->wander->drift, $item->wander->to->x - $seat->frame->left, $item->wander->to->y - $seat->frame->top],
                $item->wander->to->width,
            ],
        ]);

        return "$this->folder/" . hash('sha256', $key) . '.mp4';
    }

    /** Renamed to its final name only when it is complete. */
    private static function keep(string $made, string $path): void
    {
        $part = "$path." . getmypid();
        if (!@copy($made, $part) || filesize($part) !== filesize($made) || !@rename($part, $path)) {
            @unlink($part);
            throw new NoSpaceException('There is no room for a clip that is made ready.');
        }
    }

    /**
     * One process at a time on this machine; the lock ends with it.
     *
     * @param (\Closure(): bool)|null $stopped
     * @param \Closure(): void        $work
     */
    private function alone(string $path, ?\Closure $stopped, \Closure $work): void
    {
        if (is_file($path)) {
            return;
        }
        $lock = @fopen("$path.lock", 'c') ?: throw new NoSpaceException("$path.lock cannot be written.");
        try {
            while (!flock($lock, \LOCK_EX | \LOCK_NB)) {
                if (null !== $stopped && $stopped()) {
                    throw new CancelledException();
                }
                usleep(self::WAIT);
            }
            $work();
        } finally {
            fclose($lock);
            @unlink("$path.lock");
        }
    }

    private function makeRoom(): void
    {
        $all = glob("$this->folder/*.mp4*") ?: [];
        usort($all, static fn (string $one, string $other): int => (int) @filemtime($other) <=> (int) @filemtime($one));
        $bytes = 0;
        foreach ($all as $path) {
            $bytes += (int) @filesize($path);
            // Whoever reads one at the moment has it open, and reads it to its end.
            if ($bytes > self::KEPT && !str_ends_with($path, '.lock')) {
                @unlink($path);
            }
        }
    }
}
