<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

/** The x264 settings for frames of stretches that are joined without re-encoding. */
final class Codec
{
    /**
     * Every stretch starts with a keyframe, no frame depends on a later one, and the last is a keyframe, so that it can
     * be held.
     *
     * @param int $quality 1 to 100; nothing lost is to be seen at about 90
     *
     * @return list<string>
     */
    public static function h264(int $quality, int $frames): array
    {
        return [
            ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', (string) (int) round(40 - 0.23 * $quality)],
            ...['-force_key_frames', \sprintf('expr:eq(n,%d)', $frames - 1), '-pix_fmt', 'yuv420p'],
            ...['-x264-params', 'bframes=0:cabac=0:weightp=0:keyint=600:scenecut=0:rc-lookahead=0:mbtree=0:threads=1'],
            ...['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv', '-f', 'h264'],
        ];
    }
}
