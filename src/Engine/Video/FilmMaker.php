<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\App\Engine\Media\Ffmpeg;
use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\SoundSource;
use Morphea\Core\Rendering\Timeline\Timeline;

/** Makes films from scenes. */
final readonly class FilmMaker
{
    /** Of what is packed once more by something else. */
    private const LOSSLESS = 98;
    /** Bytes of one file, at the most. */
    private const LARGEST = 250_000_000;
    /** How often a film is packed anew to come below a size. */
    private const TRIES = 4;
    /** By so much quality files are about half as large. */
    private const HALF = 26;

    public function __construct(
        private Renderer $renderer,
        private Ffmpeg $ffmpeg,
        private MovingBackgrounds $backgrounds,
        private Mixer $mixer,
    ) {
    }

    /**
     * @param float                   $scale   pixels a dot; pages come out even
     * @param int                     $quality 1 to 100
     * @param float|null              $most    megabytes that it is not to exceed, for which quality is given up
     * @param (\Closure(): bool)|null $stopped
     *
     * @return string bytes
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function make(
        Film $film,
        FilmFormat $format,
        float $scale,
        int $quality,
        ?float $most = null,
        ?\Closure $stopped = null,
    ): string {
        if (null !== ($missing = $this->missing())) {
            throw new RenderException($missing);
        }
        if (0 === $film->timeline->timing->frames()) {
            throw new RenderException(new Message('press.reason.no_time'));
        }

        return TemporaryDirectory::in(function (string $folder) use ($film, $format, $scale, $quality, $most, $stopped): string {
            $sound = "$folder/heard.wav";
            if ($format->isHeard()) {
                $heard = $this->mixer->mix($film->timeline->sound, $film->timeline->timing->seconds(), $film->pictures, $folder, $stopped);
                rename($heard, $sound);
            }
            $bytes = (int) min(self::LARGEST, ($most ?? \INF) * 1_000_000);
            for ($try = 1; ; ++$try) {
                $path = $this->packed($film, $format, $scale, $quality, $bytes, $folder, $sound, $stopped);
                $size = (int) filesize($path);
                if ($size <= $bytes) {
                    return (string) file_get_contents($path);
                }
                if (self::TRIES === $try || 1 === $quality || !$format->hasQuality()) {
                    throw new RenderException(new Message('render.film_too_large', ['most' => round($bytes / 1_000_000, 1)]));
                }
                $quality = max(1, $quality - max(3, (int) ceil(self::HALF * log($size / $bytes, 2))));
            }
        });
    }

    /** Why films cannot be made here; null if they can. */
    public function missing(): ?Message
    {
        return $this->ffmpeg->missing();
    }

    /**
     * The sound of a timeline, for playing it.
     *
     * @return string bytes, AAC in MP4
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function sound(Timeline $timeline, SoundSource $source): string
    {
        return TemporaryDirectory::in(function (string $folder) use ($timeline, $source): string {
            $sound = $this->mixer->mix($timeline->sound, $timeline->timing->seconds(), $source, $folder);
            $this->ffmpeg->run(['-i', $sound, '-c:a', 'aac', '-b:a', '128k', '-movflags', '+faststart', "$folder/heard.m4a"]);

            return (string) file_get_contents("$folder/heard.m4a");
        });
    }

    /**
     * @param int                     $most    bytes; of a larger film only the beginning is written
     * @param string                  $sound   path of what is heard, if anything can be
     * @param (\Closure(): bool)|null $stopped
     *
     * @return string path
     */
    private function packed(
        Film $film,
        FilmFormat $format,
        float $scale,
        int $quality,
        int $most,
        string $folder,
        string $sound,
        ?\Closure $stopped,
    ): string {
        $isMp4 = FilmFormat::Mp4 === $format;
        $reel = "$folder/reel.h264";
        if ($isMp4 || !is_file($reel)) {
            $made = new Reel($this->renderer, $this->ffmpeg, $this->backgrounds, $film->pictures, $scale, $folder, $stopped);
            $reel = $made->make($film->timeline, $isMp4 ? $quality : self::LOSSLESS);
        }
        $rate = $film->timeline->timing->rate;
        // Only packed in a file do frames have their times.
        $frames = ['-r', (string) $rate, '-f', 'h264', '-i', $reel];
        $packing = new Packing($film, $rate, $quality, $folder, $sound);
        if (!$isMp4 && !is_file("$folder/whole.mp4")) {
            $this->ffmpeg->run([...$frames, '-c:v', 'copy', "$folder/whole.mp4"], $stopped);
        }
        if (FilmFormat::Gif === $format) {
            $this->ffmpeg->run(['-i', "$folder/whole.mp4", ...$packing->palette()], $stopped);
        }
        $to = "$folder/film.$format->value";
        $this->ffmpeg->run([
            ...$isMp4 ? $frames : ['-i', "$folder/whole.mp4"],
            ...$packing->options($format),
            ...['-fs', (string) ($most + 1_000_000), $to],
        ], $stopped);

        return $to;
    }
}
