<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Message;

/** Moments of clips as pictures. */
final readonly class ClipFrames
{
    /** Half a frame of the quickest clips, so that a moment that is rounded still means its own frame. */
    private const EARLIER = 0.008;

    public function __construct(private Ffmpeg $ffmpeg)
    {
    }

    /**
     * A thumbnail for every second.
     *
     * @return string three bytes a pixel, edge by edge of them a second
     *
     * @throws RenderException|NoSpaceException
     */
    public function seconds(string $bytes, int $edge): string
    {
        return TemporaryDirectory::in(function (string $folder) use ($bytes, $edge): string {
            NoSpaceException::write("$folder/clip.mp4", $bytes);
            $this->ffmpeg->run([
                ...['-i', "$folder/clip.mp4", '-vf', "fps=1:start_time=0:round=up,scale=$edge:$edge:flags=area:in_color_matrix=bt709"],
                ...['-pix_fmt', 'rgb24', '-f', 'rawvideo', "$folder/seconds"],
            ]);

            return (string) file_get_contents("$folder/seconds");
        });
    }

    /**
     * @param string $bytes  of a clip as MediaReader makes them
     * @param float  $moment seconds
     *
     * @return string JPEG
     *
     * @throws RenderException|NoSpaceException
     */
    public function at(string $bytes, float $moment): string
    {
        return TemporaryDirectory::in(function (string $folder) use ($bytes, $moment): string {
            NoSpaceException::write("$folder/clip.mp4", $bytes);
            // Behind its last frame, the last one is meant.
            foreach ([self::EARLIER, 0.025, 0.05, 0.1, $moment] as $before) {
                $this->ffmpeg->run([
                    ...['-ss', \sprintf('%.3F', max(0.0, $moment - $before)), '-i', "$folder/clip.mp4", '-frames:v', '1'],
                    ...['-vf', 'scale=in_color_matrix=bt709:in_range=tv:out_color_matrix=bt601:out_range=pc:flags=bicubic+accurate_rnd'],
                    ...['-q:v', '2', '-pix_fmt', 'yuvj444p', "$folder/frame.jpg"],
                ]);
                if (is_file("$folder/frame.jpg")) {
                    return (string) file_get_contents("$folder/frame.jpg");
                }
            }
            throw new RenderException(new Message('render.no_frame'));
        });
    }
}
