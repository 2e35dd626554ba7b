<?php

declare(strict_types=1);

namespace Morphea\App\Film;

use Morphea\Core\Drawing\Pose;

/**
 * What ffmpeg does with the plates of a stretch: each is there from its first frame to its last, moved, faded, made
 * larger or seen through a window as the poses of its part say, and laid on those below it. All numbers are of the
 * core; ffmpeg computes none of its own.
 */
final readonly class Graph
{
    /** From pixels to what is packed: colours as ITU-R BT.709 has them, which players take for granted. */
    private const COLOURS = 'scale=out_color_matrix=bt709:out_range=tv:flags=accurate_rnd+full_chroma_int';

    /** Colours are kept for two by two pixels. */
    private const EVEN = 'crop=trunc(iw/2)*2:trunc(ih/2)*2';

    /**
     * @param int   $from  the first frame of the stretch
     * @param float $scale pixels a dot
     */
    public function __construct(private int $rate, private int $from, private int $frames, private float $scale)
    {
    }

    /**
     * @param non-empty-list<Plate> $plates the lowest first, which covers all
     *
     * @return string a filter graph whose inputs are the plates, whose output is `[out]`
     */
    public function of(array $plates): string
    {
        $chains = ['[0:v]' . self::EVEN . ',' . self::COLOURS . ',format=yuv444p,' . $this->still() . '[on0]'];
        foreach (\array_slice($plates, 1) as $i => $plate) {
            array_push($chains, ...$this->plate($plate, $i + 1));
        }

        return implode(';', [...$chains, '[on' . (\count($plates) - 1) . ']format=yuv420p[out]']);
    }

    /** One picture for all frames. */
    private function still(): string
    {
        return \sprintf('loop=%d:1:0,settb=1/%d,setpts=N', $this->frames - 1, $this->rate);
    }

    /** @return list<string> */
    private function plate(Plate $plate, int $input): array
    {
        [$on, $out] = ['[on' . ($input - 1) . ']', "[on$input]"];
        $video = self::COLOURS . ',format=yuva444p';
        $poses = $this->poses($plate);
        if ([] === $poses) {
            return ["[$input:v]$video,{$this->still()}[p$input]", "{$on}[p$input]overlay=$plate->x:$plate->y:format=yuv444$out"];
        }
        $enable = \sprintf("enable='%s'", $this->at(min(array_keys($poses)), max(array_keys($poses))));
        $faded = $this->faded($poses, $input);
        $chain = '' === $faded ? "[$input:v]$video,{$this->still()}" : "[$input:v]format=rgba,{$this->still()}$faded,$video";
        $chain .= $this->scaled($poses, $plate, $input);
        $right = fn (Pose $pose): float => $pose->right * $this->scale + $plate->width * (1 - $pose->scale) / 2;
        $down = fn (Pose $pose): float => $pose->down * $this->scale + $plate->height * (1 - $pose->scale) / 2;
        $x = $this->table($plate->x, $poses, $right);
        $y = $this->table($plate->y, $poses, $down);
        if ([] === array_filter($poses, static fn (Pose $pose): bool => $pose->hasWindow())) {
            return ["{$chain}[p$input]", "{$on}[p$input]overlay=x='$x':y='$y':eval=frame:format=yuv444:$enable$out"];
        }
        // Pushed out of a frame of its own size by what is not seen, and laid as much to the other side.
        $push = static fn (Pose $pose): float => (1 - $pose->windowRight - $pose->windowLeft) * $plate->width;
        $drop = static fn (Pose $pose): float => (1 - $pose->windowBottom - $pose->windowTop) * $plate->height;
        [$right, $down] = [$this->table(0, $poses, $push), $this->table(0, $poses, $drop)];
        $empty = "color=black@0:{$plate->width}x$plate->height:$this->rate:" . \sprintf('%.5F', $this->frames / $this->rate);

        return [
            "{$chain}[p$input]",
            "$empty,format=yuva444p[r$input]",
            "[r$input][p$input]overlay=x='$right':y='$down':eval=frame:format=yuv444[s$input]",
            "{$on}[s$input]overlay=x='$x-($right)':y='$y-($down)':eval=frame:format=yuv444:$enable$out",
        ];
    }

    /** @return array<int, Pose> by frame of the stretch; none of what stands still */
    private function poses(Plate $plate): array
    {
        $part = $plate->part;
        if (null === $part) {
            return [];
        }
        $poses = [];
        $last = min($this->frames, $part->to - $this->from);
        for ($frame = max(0, $part->from - $this->from); $frame < $last; ++$frame) {
            $poses[$frame] = $part->pose($this->from + $frame) ?? new Pose();
        }

        return $poses;
    }

    /** @param array<int, Pose> $poses */
    private function faded(array $poses, int $input): string
    {
        $aa = array_map(static fn (Pose $pose): string => \sprintf('%.4F', $pose->scale < 0.01 ? 0.0 : $pose->opacity), $poses);

        return ['1.0000'] === array_values(array_unique($aa))
            ? ''
            : ',' . $this->commands($aa, "colorchannelmixer@f$input", 'aa') . ",colorchannelmixer@f$input=aa=1";
    }

    /** @param array<int, Pose> $poses */
    private function scaled(array $poses, Plate $plate, int $input): string
    {
        $of = static fn (int $edge): array => array_map(
            static fn (Pose $pose): string => (string) max(1, (int) round($edge * $pose->scale)),
            $poses,
        );
        [$widths, $heights] = [$of($plate->width), $of($plate->height)];
        if ([(string) $plate->width] === array_values(array_unique($widths))) {
            return '';
        }
        $sizes = [];
        foreach ($widths as $frame => $width) {
            $sizes[$frame] = "$width, scale@g$input h $heights[$frame]";
        }

        return ',' . $this->commands($sizes, "scale@g$input", 'w') . ",scale@g$input=w=$plate->width:h=$plate->height:flags=bicubic";
    }

    /** @param array<int, string> $values by frame; said at each frame that has another than the one before */
    private function commands(array $values, string $filter, string $what): string
    {
        $said = [];
        $before = null;
        foreach ($values as $frame => $value) {
            if ($value !== $before) {
                $said[] = \sprintf('%.5F %s %s %s', max(0, $frame - 0.5) / $this->rate, $filter, $what, $value);
            }
            $before = $value;
        }

        return "sendcmd=c='" . implode(';', $said) . "'";
    }

    /** Frames from one to another, by their time: filters do not agree on which is the first. */
    private function at(int $from, int $to): string
    {
        return \sprintf('between(t,%.5F,%.5F)', ($from - 0.5) / $this->rate, ($to + 0.5) / $this->rate);
    }

    /**
     * A number for every frame, as an expression.
     *
     * @param array<int, Pose>        $poses
     * @param \Closure(Pose): float $by  so much more than at rest
     */
    private function table(int $rest, array $poses, \Closure $by): string
    {
        $terms = [(string) $rest];
        foreach ($poses as $frame => $pose) {
            $more = (int) round($by($pose));
            if (0 !== $more) {
                $terms[] = $this->at($frame, $frame) . "*($more)";
            }
        }

        return implode('+', $terms);
    }
}
