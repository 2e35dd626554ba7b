<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\Core\Rendering\Drawing\Pose;

/**
 * The ffmpeg filter graph for the plates of a stretch: each is visible from its first frame to its last, moved, faded,
 * scaled or seen through a window as the poses of its part say, and composited on those below. All numbers come from the
 * core; ffmpeg computes none.
 */
final readonly class Graph
{
    /** From pixels to what is packed: colours as ITU-R BT.709 has them, which players take for granted. */
    private const COLOURS = 'format=rgba,scale=out_color_matrix=bt709:out_range=tv:flags=accurate_rnd+full_chroma_int';

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
     * @return array{list<string>, string} inputs, and a filter graph over them whose output is `[out]`
     */
    public function build(array $plates): array
    {
        // Over a ground that plays, colours are kept for two by two pixels throughout, which is as quick as the ground alone.
        $plays = [] !== array_filter($plates, static fn (Plate $plate): bool => null !== $plate->playing);
        $format = $plays ? 'yuv420' : 'yuv444';
        $ground = array_shift($plates);
        $inputs = $ground->inputs();
        $count = $ground->countInputs();
        $base = null === $ground->playing
            ? '[0:v]' . self::EVEN . ',' . self::COLOURS . ",format={$format}p," . $this->still($this->frames, 0)
            : "[0:v]{$this->played($ground->playing, 0, 0, $this->frames)},format={$format}p";
        $chains = ["{$base}[on0]"];
        $laid = 0;
        foreach ($plates as $plate) {
            foreach ($this->runs($plate) as $poses) {
                // Each run reads its plate by itself: none has to wait for another.
                array_push($chains, ...$this->run($plate, $this->source($plate, $count, $poses, $format), $poses, $laid++, $format));
                array_push($inputs, ...$plate->inputs());
                $count += $plate->countInputs();
            }
        }

        return [$inputs, implode(';', [...$chains, "[on$laid]format=yuv420p[out]"])];
    }

    /** One picture for so many frames from a given one. */
    private function still(int $frames, int $from): string
    {
        return \sprintf('loop=%d:1:0,settb=1/%d,setpts=N+%d', $frames - 1, $this->rate, $from);
    }

    /** A clip that starts at a frame, limited to a length. */
    private function played(Playing $playing, int $begins, int $from, int $to): string
    {
        $stands = $playing->again ? '' : ',tpad=stop_mode=clone:stop=-1';

        return "settb=1/$this->rate,setpts=N+$begins$stands,trim=start_pts=$from:end_pts=$to";
    }

    /**
     * A plate in runs of frames: those in which it moves, which cost more, and those in which it stands still.
     *
     * @return non-empty-list<array<int, Pose>> poses by frame; none for all the stretch
     */
    private function runs(Plate $plate): array
    {
        $runs = [];
        $rested = null;
        foreach ($this->poses($plate) as $frame => $pose) {
            $rests = $pose == new Pose();
            if ($rests !== $rested) {
                $runs[] = [];
            }
            $rested = $rests;
            $runs[\count($runs) - 1][$frame] = $pose;
        }

        return $runs ?: [[]];
    }

    /**
     * The source of a run: a drawing, or a clip seen through its hole with everything drawn around it.
     *
     * @param array<int, Pose> $poses
     */
    private function source(Plate $plate, int $input, array $poses, string $format): string
    {
        $playing = $plate->playing;
        if (null === $playing) {
            return "[$input:v]";
        }
        [$from, $to] = [] === $poses ? [0, $this->frames] : [min(array_keys($poses)), max(array_keys($poses)) + 1];
        $begins = ($plate->part->from ?? $this->from) - $this->from;
        $clip = "[$input:v]{$this->played($playing, $begins, $from, $to)}";
        if (null === $playing->hole) {
            return "{$clip},format={$format}p[c$input];[c$input]";
        }
        [$rest, $white, $black] = [$input + 1, $input + 2, $input + 3];
        $still = $this->still($to - $from, $from);

        return implode(';', [
            "{$clip},format=yuv444p[c$input]",
            "[$white:v]format=gbrp[w$input]",
            "[$black:v]format=gbrp,split=2[b$input][k$input]",
            // How much of the clip is seen where.
            "[w$input][b$input]blend=all_mode=difference,extractplanes=g,split=2[m$input][n$input]",
            "[m$input]{$still}[o$input]",
            "[c$input][o$input]alphamerge[h$input]",
            // What else there is of the layer, and how much of it: all that covers, without the clip.
            "[$rest:v]format=rgba,alphaextract[a$input]",
            "[a$input][n$input]blend=all_expr='if(gte(B\,255)\,0\,255-(255-A)*255/(255-B))',split=2[e$input][f$input]",
            "[f$input]format=gbrp[g$input]",
            "[k$input][g$input]blend=all_expr='min(255\,A*255/max(1\,B))'[i$input]",
            "[i$input][e$input]alphamerge," . self::COLOURS . ",format=yuva444p,{$still}[d$input]",
            "[h$input][d$input]overlay=0:0:format=yuv444:shortest=1,format=yuva444p[c$input-0]",
            "[c$input-0]",
        ]);
    }

    /**
     * @param array<int, Pose> $poses
     *
     * @return list<string>
     */
    private function run(Plate $plate, string $source, array $poses, int $laid, string $format): array
    {
        [$on, $out] = ["[on$laid]", '[on' . ($laid + 1) . ']'];
        $plays = null !== $plate->playing;
        // What covers all of its box needs no alpha.
        $own = $plays && null === $plate->playing->hole ? "{$format}p" : strtr("{$format}p", ['yuv4' => 'yuva4']);
        $video = $plays ? "format=$own" : self::COLOURS . ",format=$own";
        $overlay = "format=$format";
        if ([] === $poses) {
            $still = $plays ? '' : ",{$this->still($this->frames, 0)}";

            return ["$source$video{$still}[p$laid]", "{$on}[p$laid]overlay=$plate->x:$plate->y:$overlay$out"];
        }
        [$from, $to] = [min(array_keys($poses)), max(array_keys($poses))];
        $enable = "enable='{$this->at($from, $to)}'";
        $faded = $this->faded($poses, $laid);
        $still = $plays ? 'null' : $this->still($to - $from + 1, $from);
        $back = $plays ? self::COLOURS . ',format=' . strtr("{$format}p", ['yuv4' => 'yuva4']) : $video;
        $chain = '' === $faded ? "$source$video,$still" : "{$source}format=rgba,$still$faded,$back";
        $chain .= $this->scaled($poses, $plate, $laid);
        $right = fn (Pose $pose): float => $pose->right * $this->scale + $plate->width * (1 - $pose->scale) / 2;
        $down = fn (Pose $pose): float => $pose->down * $this->scale + $plate->height * (1 - $pose->scale) / 2;
        $x = $this->table($plate->x, $poses, $right);
        $y = $this->table($plate->y, $poses, $down);
        if ([] === array_filter($poses, static fn (Pose $pose): bool => $pose->hasWindow())) {
            return ["{$chain}[p$laid]", "{$on}[p$laid]overlay=x='$x':y='$y':eval=frame:$overlay:$enable$out"];
        }
        // Pushed out of a frame of its own size by what is not seen, and laid as much to the other side.
        $push = static fn (Pose $pose): float => (1 - $pose->windowRight - $pose->windowLeft) * $plate->width;
        $drop = static fn (Pose $pose): float => (1 - $pose->windowBottom - $pose->windowTop) * $plate->height;
        [$right, $down] = [$this->table(0, $poses, $push), $this->table(0, $poses, $drop)];
        $empty = "color=black@0:{$plate->width}x$plate->height:$this->rate:" . \sprintf('%.5F', ($to - $from + 1) / $this->rate);

        return [
            "{$chain},format=yuva444p[p$laid]",
            "$empty,settb=1/$this->rate,setpts=N+$from,format=yuva444p[r$laid]",
            "[r$laid][p$laid]overlay=x='$right':y='$down':eval=frame:format=yuv444[s$laid]",
            "{$on}[s$laid]overlay=x='$x-($right)':y='$y-($down)':eval=frame:$overlay:$enable$out",
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

    /** Frames from one to another, by their time: filters disagree on which is the first. */
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
