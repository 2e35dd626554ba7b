<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Engine\Render\Program;
use Morphea\App\Engine\Render\RenderException;
use Morphea\Core\Message;

/** Inspects clips and sounds with ffprobe. They are read by content, and nothing they refer to is opened. */
final readonly class Probe
{
    /** What is read at all: no playlists, which could name other files. */
    public const READS = ['-protocol_whitelist', 'file,pipe', '-format_whitelist', self::FORMATS];
    private const FORMATS = 'mov,mp4,m4a,3gp,3g2,mj2,matroska,webm,avi,gif,mpegts,wav,w64,mp3,ogg,flac,aac,aiff,caf';
    private const SECONDS = 10;
    private const MEMORY = 1_000_000_000;

    /**
     * Whether a file begins like a clip or sound.
     *
     * @param string $head its first bytes, 12 at least
     */
    public static function isMedia(string $head): bool
    {
        return 1 === preg_match(
            '/^(?:.{4}ftyp|.{4}(?:moov|mdat|wide|free|skip)|\x1A\x45\xDF\xA3|RIFF.{4}(?:AVI |WAVE)|OggS|ID3|fLaC|FORM.{4}AIF|caff|GIF8' .
            '|\xFF[\xF2-\xFB\xE2\xE3])/s',
            $head,
        );
    }

    /** @throws MediaException when it is none */
    public function probe(string $path): Facts
    {
        $entries = 'format=duration,format_name:stream=codec_type,codec_name,pix_fmt,width,height,avg_frame_rate,r_frame_rate,' .
            'has_b_frames,duration:stream_disposition=attached_pic:stream_side_data=rotation';
        $asked = ['-v', 'error', '-show_entries', $entries, '-of', 'json'];
        try {
            $told = json_decode(
                Program::bounded(['ffprobe', ...self::READS, ...$asked, $path], self::SECONDS, self::MEMORY),
                true,
                16,
            );
        } catch (RenderException $e) {
            throw new MediaException(new Message('import.picture.cut_off'), 0, $e);
        }
        $pictures = $sounds = [];
        foreach (\is_array($told) && \is_array($told['streams'] ?? null) ? $told['streams'] : [] as $stream) {
            $kind = $stream['codec_type'] ?? '';
            if ('video' === $kind && 1 !== ($stream['disposition']['attached_pic'] ?? 0)) {
                $pictures[] = $stream;
            } elseif ('audio' === $kind) {
                $sounds[] = $stream;
            }
        }
        $first = $pictures[0] ?? [];
        $seconds = $told['format']['duration'] ?? $first['duration'] ?? $sounds[0]['duration'] ?? null;
        $rate = self::share((string) ($first['avg_frame_rate'] ?? ''));

        return new Facts(
            is_numeric($seconds) ? (float) $seconds : null,
            (int) ($first['width'] ?? 0),
            (int) ($first['height'] ?? 0),
            $rate,
            [] !== $sounds,
            str_contains((string) ($told['format']['format_name'] ?? ''), 'mp4') &&
                1 === \count($pictures) &&
                [] === $sounds &&
                'h264' === ($first['codec_name'] ?? '') &&
                'yuv420p' === ($first['pix_fmt'] ?? '') &&
                0 === ($first['has_b_frames'] ?? 1) &&
                $rate === self::share((string) ($first['r_frame_rate'] ?? '')) &&
                [] === ($first['side_data_list'] ?? []),
        );
    }

    /** “30000/1001” as a number. */
    private static function share(string $written): float
    {
        [$of, $by] = explode('/', $written) + [1 => '1'];

        return is_numeric($of) && is_numeric($by) && 0.0 !== (float) $by ? (float) $of / (float) $by : 0.0;
    }
}
