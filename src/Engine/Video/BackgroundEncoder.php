<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\App\Engine\Media\Ffmpeg;
use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Design\Styles\Tone;
use Morphea\Core\Rendering\Drawing\ClipContents;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\Pose;
use Morphea\Core\Rendering\Drawing\Recolour;
use Morphea\Core\Rendering\Drawing\Wander;

/**
 * Encodes a clip or a drifting picture as it appears in a film: at its size and frame rate, from its start to its end
 * and back.
 */
final readonly class BackgroundEncoder
{
    /** Frames that are turned round at once. */
    private const CHUNK = 24;
    private const COLOURS = 'scale=out_color_matrix=bt709:out_range=tv:flags=accurate_rnd+full_chroma_int';

    public function __construct(private Renderer $renderer, private Ffmpeg $ffmpeg)
    {
    }

    /**
     * @param string                  $scratch folder for it and what it takes on the way
     * @param (\Closure(): bool)|null $stopped
     *
     * @return string path
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function encode(
        PictureItem $item,
        Seat $seat,
        PlayedStretch $stretch,
        ClipContents $contents,
        string $scratch,
        ?\Closure $stopped,
    ): string {
        // One frame more than the way there, so that what goes back turns on its last.
        $frames = $stretch->frames + ($stretch->goesBack ? 1 : 0);
        $there = null === $item->wander
            ? $this->clip($item, $seat, $frames, $contents, $scratch, $stopped)
            : $this->drift($item, $item->wander, $seat, $frames, $contents, $scratch, $stopped);

        return $stretch->goesBack ? $this->andBack($there, $seat->rate, $scratch, $stopped) : $there;
    }

    /** @param (\Closure(): bool)|null $stopped */
    private function clip(
        PictureItem $item,
        Seat $seat,
        int $frames,
        ClipContents $contents,
        string $scratch,
        ?\Closure $stopped,
    ): string {
        $play = $item->play ?? throw new \LogicException('A clip is played somehow.');
        $length = (float) $item->picture->length;
        NoSpaceException::write("$scratch/clip.mp4", $contents->clip($item->picture));
        $width = max(2, (int) round($item->box->width * $seat->scale));
        $height = max(2, (int) round($item->box->height * $seat->scale));
        $left = (int) round(($seat->frame->left - $item->box->x) * $seat->scale);
        $top = (int) round(($seat->frame->top - $item->box->y) * $seat->scale);
        [$across, $down] = $seat->size();
        // Where the clip does not reach, the plate shows nothing of it.
        [$padX, $padY] = [max(0, -$left), max(0, -$top)];
        [$fullX, $fullY] = [max($width + $padX, $left + $padX + $across), max($height + $padY, $top + $padY + $down)];
        $filters = [
            \sprintf('setpts=(PTS-STARTPTS)/%F', $play->speed),
            "fps=$seat->rate:round=near",
            "scale=$width:$height:flags=bicubic+accurate_rnd",
            ...$this->look($item, $seat->scale),
            ...[$width, $height] === [$fullX, $fullY] ? [] : ["pad=$fullX:$fullY:$padX:$padY"],
            \sprintf('crop=%d:%d:%d:%d:exact=1', $across, $down, $left + $padX, $top + $padY),
            ...$seat->filters(),
            "tpad=stop_mode=clone:stop=$frames",
            'format=yuv420p',
        ];
        $begins = $play->begins($length);
        $this->ffmpeg->run([
            ...['-ss', \sprintf('%.3F', $begins), '-t', \sprintf('%.3F', $play->ends($length) - $begins)],
            ...['-i', "$scratch/clip.mp4", '-vf', implode(',', $filters), '-frames:v', (string) $frames],
            ...self::packed($seat->rate, "$scratch/there.mp4"),
        ], $stopped);

        return "$scratch/there.mp4";
    }

    /** @return list<string> filters that give a clip the colours its layer asks for */
    private function look(PictureItem $item, float $scale): array
    {
        $filters = [];
        if ($item->look->tones()) {
            $mix = \sprintf('%F:%F:%F', Recolour::RED, Recolour::GREEN, Recolour::BLUE);
            [$r, $g, $b] = explode(':', $mix);
            $dark = Tone::Grey === $item->look->tone ? [0, 0, 0] : Recolour::channels($item->look->tint);
            $to = array_map(static fn (int $from): string => \sprintf("'%d+(255-%d)*val/255'", $from, $from), $dark);
            $filters = [
                'format=gbrp',
                "colorchannelmixer=rr=$r:rg=$g:rb=$b:gr=$r:gg=$g:gb=$b:br=$r:bg=$g:bb=$b",
                "lutrgb=r=$to[0]:g=$to[1]:b=$to[2]",
                self::COLOURS,
            ];
        }

        return $item->look->blur > 0
            ? [...$filters, \sprintf('gblur=sigma=%F:steps=3', $item->look->blur * $scale)]
            : $filters;
    }

    /** @param (\Closure(): bool)|null $stopped */
    private function drift(
        PictureItem $item,
        Wander $wander,
        Seat $seat,
        int $frames,
        ClipContents $contents,
        string $scratch,
        ?\Closure $stopped,
    ): string {
        [$from, $to] = [$wander->from, $wander->to];
        // As large as it ever is seen, so that it is only ever made smaller.
        $large = $from->width > $to->width ? $from : $to;
        $own = new GroupItem(
            '',
            [new PictureItem($item->picture, $item->look, $large)],
            opacity: 1.0,
            rotation: 0.0,
            centreX: 0.0,
            centreY: 0.0,
        );
        $page = new Drawing((int) ceil($large->width), (int) ceil($large->height), 96, null, [
            $own->posed(new Pose(right: -$large->x, down: -$large->y)),
        ]);
        $look = new Look($seat->scale, Edge::Cut, '#FFFFFF');
        $png = $this->renderer->page($page, $contents, $look, [new PictureFormat(PictureKind::Png)], false, $stopped)[0];
        NoSpaceException::write("$scratch/large.png", $png);
        $there = (int) round($wander->drift->seconds * $seat->rate);
        $at = static fn (float $here, float $further): string => \sprintf(
            '(%F+(%F)*(1-cos(PI*(on-1)/%d))/2)',
            $here * $seat->scale,
            ($further - $here) * $seat->scale,
            $there,
        );
        [$left, $top] = [$seat->frame->left, $seat->frame->top];
        [$x0, $y0] = [$at($from->x - $left, $to->x - $left), $at($from->y - $top, $to->y - $top)];
        $x1 = $at($from->x + $from->width - $left, $to->x + $to->width - $left);
        $y1 = $at($from->y + $from->height - $top, $to->y + $to->height - $top);
        [$across, $down] = $seat->size();
        // Its corners are sent to where they belong on a ground that is large enough for both.
        $even = static fn (int $pixels): int => 2 * (int) ceil($pixels / 2);
        [$width, $height] = [$even(max($look->width($page), $across)), $even(max($look->height($page), $down))];
        [$wide, $high] = [$width / $look->width($page), $height / $look->height($page)];
        $x1 = "($x0+($x1-$x0)*" . \sprintf('%F)', $wide);
        $y1 = "($y0+($y1-$y0)*" . \sprintf('%F)', $high);
        $filters = [
            self::COLOURS,
            'format=yuv420p',
            "pad=$width:$height",
            \sprintf('loop=%d:1:0,settb=1/%d,setpts=N', $frames - 1, $seat->rate),
            "perspective=x0='$x0':y0='$y0':x1='$x1':y1='$y0':x2='$x0':y2='$y1':x3='$x1':y3='$y1'" .
                ':sense=destination:eval=frame:interpolation=linear',
            "crop=$across:$down:0:0",
            ...$seat->filters(),
        ];
        $packed = self::packed($seat->rate, "$scratch/there.mp4");
        $this->ffmpeg->run(
            ['-i', "$scratch/large.png", '-vf', implode(',', $filters), '-frames:v', (string) $frames, ...$packed],
            $stopped,
        );

        return "$scratch/there.mp4";
    }

    /**
     * A clip to its end, and from the frame before it back to its second. Few frames are held at a time.
     *
     * @param (\Closure(): bool)|null $stopped
     *
     * @return string path
     */
    private function andBack(string $there, int $rate, string $scratch, ?\Closure $stopped): string
    {
        $this->ffmpeg->run(['-i', $there, '-c:v', 'copy', '-f', 'h264', "$scratch/0000.h264"], $stopped);
        $frames = $this->frames($there, $scratch, $stopped);
        $list = ["$scratch/0000.h264"];
        for ($end = $frames - 1; $end > 1; $end = $begin) {
            $begin = max(1, $end - self::CHUNK);
            $list[] = $path = \sprintf('%s/%04d.h264', $scratch, \count($list));
            $this->ffmpeg->run([
                ...['-ss', \sprintf('%.5F', ($begin - 0.4) / $rate), '-i', $there, '-frames:v', (string) ($end - $begin)],
                ...['-vf', \sprintf('settb=1/%d,setpts=N,trim=end_frame=%d,reverse,settb=1/%d,setpts=N', $rate, $end - $begin, $rate)],
                ...self::packed($rate, $path),
            ], $stopped);
        }
        $out = @fopen("$scratch/whole.h264", 'w') ?: throw new NoSpaceException('There is no room for a clip that is made ready.');
        foreach ($list as $path) {
            $from = fopen($path, 'r');
            if (false === $from || stream_copy_to_stream($from, $out) !== filesize($path)) {
                throw new NoSpaceException('There is no room for a clip that is made ready.');
            }
        }
        fclose($out);
        $joined = ['-r', (string) $rate, '-f', 'h264', '-i', "$scratch/whole.h264"];
        $this->ffmpeg->run([...$joined, '-c:v', 'copy', "$scratch/whole.mp4"], $stopped);

        return "$scratch/whole.mp4";
    }

    /** @param (\Closure(): bool)|null $stopped */
    private function frames(string $path, string $scratch, ?\Closure $stopped): int
    {
        $this->ffmpeg->run(['-i', $path, '-map', '0:v', '-c', 'copy', '-f', 'framecrc', "$scratch/frames"], $stopped);

        return \count(preg_grep('/^\d/', file("$scratch/frames") ?: []) ?: []);
    }

    /** @return list<string> such that it is read quickly, and joined with others as it is */
    private static function packed(int $rate, string $to): array
    {
        return [
            ...['-an', '-c:v', 'libx264', '-preset', 'veryfast', '-tune', 'fastdecode', '-crf', '14'],
            ...['-x264-params', "bframes=0:keyint=$rate:scenecut=0:rc-lookahead=0:mbtree=0:threads=1", '-pix_fmt', 'yuv420p'],
            ...['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv'],
            ...['-r', (string) $rate, $to],
        ];
    }
}
