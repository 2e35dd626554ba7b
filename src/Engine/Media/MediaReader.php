<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Engine\Render\Program;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Message;

/**
 * Normalises clips and sounds so that every program plays them alike: clips upright, with square pixels and a constant
 * frame rate, without sound and without the place and time a camera recorded; sounds in stereo. A clip that is already
 * so is kept byte for byte.
 */
final readonly class MediaReader
{
    /** Of a file that is brought. */
    public const MAX_BYTES = 300_000_000;
    /** Of a clip as it is kept. */
    public const MAX_KEPT = 60_000_000;
    /** Seconds. */
    public const LONGEST_CLIP = 60;
    public const LONGEST_SOUND = 600;
    private const MAX_PIXELS = 36_000_000;
    private const EDGE = 1920;
    private const RATES = [24, 25, 30, 50, 60];
    /** Seconds of processor, and bytes of memory, for one file. */
    private const CPU = 400;
    private const MEMORY = 3_000_000_000;
    private const COLOURS = 'out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int';
    private const TAGS = ['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv'];

    public function __construct(private Probe $probe, private Ffmpeg $ffmpeg)
    {
    }

    /** @throws MediaException|NoSpaceException */
    public function read(string $path): Media
    {
        if (null !== ($missing = $this->ffmpeg->missing())) {
            throw new MediaException(new Message('import.media.no_tool', ['why' => $missing]));
        }
        if (filesize($path) > self::MAX_BYTES) {
            throw new MediaException(new Message('import.picture.too_large', ['most' => self::MAX_BYTES / 1_000_000]));
        }
        $facts = $this->probe->probe($path);

        return match (true) {
            $facts->hasPictures() => $this->clip($path, $facts),
            $facts->hasSound => $this->sound($path, $facts),
            default => throw new MediaException(new Message('import.media.nothing')),
        };
    }

    private function clip(string $path, Facts $facts): Media
    {
        $this->checkLength($facts->seconds, self::LONGEST_CLIP, 'clip');
        if ($facts->width * $facts->height > self::MAX_PIXELS) {
            throw new MediaException(new Message('import.media.too_many_pixels', [
                'width' => $facts->width,
                'height' => $facts->height,
                'most' => self::MAX_PIXELS / 1_000_000,
            ]));
        }

        return TemporaryDirectory::in(function (string $folder) use ($path, $facts): Media {
            $to = "$folder/clip.mp4";
            $isPlain = $facts->plain && max($facts->width, $facts->height) <= self::EDGE && $facts->width % 2 + $facts->height % 2 === 0
                && \in_array(round($facts->rate, 3), self::RATES, false) && filesize($path) <= self::MAX_KEPT;
            // What is kept as it is, is read to its end as well: what nobody can decode is no clip.
            $isPlain
                ? $this->run(['-xerror', '-i', $path, '-map', '0:v:0', '-f', 'null', '-'])
                : $this->run(['-i', $path, '-map', '0:V:0', '-t', (string) (self::LONGEST_CLIP + 1), ...$this->plain($facts), $to]);
            $made = $isPlain ? $path : $to;
            $now = $this->probe->probe($made);
            if (!$now->hasPictures() || null === $now->seconds || $now->seconds <= 0) {
                throw new MediaException(new Message('import.media.no_video'));
            }
            $this->checkLength($now->seconds, self::LONGEST_CLIP, 'clip');
            if (filesize($made) > self::MAX_KEPT) {
                throw new MediaException(new Message('import.media.still_too_large'));
            }

            return new Media(Media::CLIP, (string) file_get_contents($made), $now->width, $now->height, round($now->seconds, 3));
        });
    }

    /** @return list<string> */
    private function plain(Facts $facts): array
    {
        $nearest = self::RATES[0];
        foreach (self::RATES as $rate) {
            $nearest = abs($rate - $facts->rate) < abs($nearest - $facts->rate) ? $rate : $nearest;
        }
        $rate = $facts->rate <= 0 ? 30 : $nearest;
        $edge = self::EDGE;
        $fits = "min(1\\,$edge/max(iw*sar\\,ih))";
        $size = "w='max(2,2*round(iw*sar*$fits/2))':h='max(2,2*round(ih*$fits/2))'";

        return [
            ...['-vf', "fps=$rate,scale=$size:" . self::COLOURS . ',setsar=1,format=yuv420p'],
            ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-maxrate', '7M', '-bufsize', '14M', '-threads', '1'],
            ...['-x264-params', "bframes=0:keyint=$rate:scenecut=0:open-gop=0", ...self::TAGS],
            ...['-an', '-sn', '-dn', '-map_metadata', '-1', '-map_chapters', '-1', '-fflags', '+bitexact', '-flags:v', '+bitexact'],
            ...['-movflags', '+faststart'],
        ];
    }

    private function sound(string $path, Facts $facts): Media
    {
        $this->checkLength($facts->seconds, self::LONGEST_SOUND, 'sound');

        return TemporaryDirectory::in(function (string $folder) use ($path): Media {
            $to = "$folder/sound.m4a";
            $this->run([
                ...['-i', $path, '-map', '0:a:0', '-t', (string) (self::LONGEST_SOUND + 1), '-ac', '2', '-ar', '48000'],
                ...['-c:a', 'aac', '-b:a', '160k', '-vn', '-sn', '-dn', '-map_metadata', '-1', '-map_chapters', '-1'],
                ...['-fflags', '+bitexact', '-flags:a', '+bitexact', '-movflags', '+faststart', $to],
            ]);
            $now = $this->probe->probe($to);
            if (!$now->hasSound || null === $now->seconds || $now->seconds < 0.02) {
                throw new MediaException(new Message('import.media.no_sound'));
            }
            $this->checkLength($now->seconds, self::LONGEST_SOUND, 'sound');

            return new Media(Media::SOUND, (string) file_get_contents($to), 0, 0, round($now->seconds, 3));
        });
    }

    /** @param list<string> $arguments */
    private function run(array $arguments): void
    {
        $command = ['ffmpeg', '-hide_banner', '-loglevel', 'error', '-nostdin', '-y', '-threads', '1', '-filter_threads', '1'];
        try {
            Program::bounded([...$command, ...Probe::READS, ...$arguments], self::CPU, self::MEMORY);
        } catch (RenderException $e) {
            throw new MediaException(new Message('import.picture.cut_off'), 0, $e);
        }
    }

    private function checkLength(?float $seconds, int $most, string $what): void
    {
        if (null !== $seconds && $seconds > $most + 0.5) {
            throw new MediaException(new Message("import.media.long_$what", ['seconds' => round($seconds), 'most' => $most]));
        }
    }
}
