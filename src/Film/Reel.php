<?php

declare(strict_types=1);

namespace Morphea\App\Film;

use Morphea\App\Render\Edge;
use Morphea\App\Render\Look;
use Morphea\App\Render\PictureFormat;
use Morphea\App\Render\PictureKind;
use Morphea\App\Render\Renderer;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Beat\Part;
use Morphea\Core\Beat\Scene;
use Morphea\Core\Beat\Span;
use Morphea\Core\Drawing\Bounds;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\GroupItem;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\Pose;

/**
 * The moving picture of a scene: in stretches in which something moves, few pictures are laid on each other by ffmpeg, up
 * to the first frame in which nothing does; that one stands until something moves again.
 */
final readonly class Reel
{
    /** Frames of a stretch in which nothing changes that is worth more than going on. */
    private const WORTH = 4;
    private const PAPER = '#FFFFFF';

    /** @param (\Closure(): bool)|null $stopped */
    public function __construct(
        private Renderer $renderer,
        private Ffmpeg $ffmpeg,
        private PictureContents $pictures,
        private float $scale,
        private string $folder,
        private ?\Closure $stopped = null,
    ) {
    }

    /** @return string path of a byte stream (ITU-T H.264, annex B) of as many frames as the scene has */
    public function of(Scene $scene, int $quality): string
    {
        $spans = $scene->spans(self::WORTH);
        if (!$spans[0]->moves) {
            array_unshift($spans, new Span(0, 0, true));
        }
        $path = "$this->folder/reel.h264";
        $out = @fopen($path, 'w') ?: throw new NoRoom('There is no room for the moving picture.');
        foreach ($spans as $i => $span) {
            if ($span->moves) {
                $still = ($spans[$i + 1] ?? $span)->to - $span->to;
                $stretch = $this->stretch($scene, new Span($span->from, $span->to + min(1, $still), true), $i, $quality);
                $stretch .= $still > 1 ? (new StillFrames($stretch))->of($still - 1) : '';
                if (\strlen($stretch) !== @fwrite($out, $stretch)) {
                    throw new NoRoom('There is no room for the moving picture.');
                }
            }
        }
        fclose($out);

        return $path;
    }

    private function stretch(Scene $scene, Span $span, int $number, int $quality): string
    {
        $name = "$this->folder/stretch-$number";
        $plates = $this->plates($scene, $span, $name);
        $rate = $scene->timing->rate;
        NoRoom::write("$name.graph", (new Graph($rate, $span->from, $span->frames(), $this->scale))->of($plates));
        $inputs = array_merge(...array_map(static fn (Plate $plate): array => ['-i', $plate->path], $plates));
        $packed = Codec::h264($quality, $span->frames());
        $frames = ['-r', (string) $rate, '-frames:v', (string) $span->frames()];
        $this->ffmpeg->run(
            [...$inputs, '-filter_complex_script', "$name.graph", '-map', '[out]', ...$frames, ...$packed, "$name.h264"],
            $this->stopped,
        );

        return (string) file_get_contents("$name.h264");
    }

    /** @return non-empty-list<Plate> the lowest first, which covers all */
    private function plates(Scene $scene, Span $span, string $name): array
    {
        $ground = [];
        /** @var list<non-empty-list<GroupItem>|Part> $over what rests lies together, until something that moves lies over it */
        $over = [];
        foreach ($scene->parts as $part) {
            $last = \count($over) - 1;
            if (!self::rests($part, $span)) {
                $over = $part->from < $span->to && $part->to > $span->from ? [...$over, $part] : $over;
            } elseif ([] === $over) {
                $ground[] = $part->group;
            } elseif (\is_array($over[$last])) {
                $over[$last][] = $part->group;
            } else {
                $over[] = [$part->group];
            }
        }
        $lowest = new Drawing(...['groups' => $ground] + get_object_vars($scene->drawing));
        $plates = [$this->picture($lowest, "$name-0.png", true)];
        foreach ($over as $i => $one) {
            $path = \sprintf('%s-%d.png', $name, $i + 1);
            $plates[] = $one instanceof Part
                ? $this->cropped($scene->drawing, [$one->group], $path, $one)
                : $this->cropped($scene->drawing, $one, $path);
        }

        return $plates;
    }

    /** All of the time of a span, and all of it standing still. */
    private static function rests(Part $part, Span $span): bool
    {
        return $part->from <= $span->from &&
            $part->to >= $span->to &&
            $part->from + $part->in <= $span->from &&
            $part->to - $part->out >= $span->to;
    }

    /**
     * Groups on a side of their own that is no larger than they are.
     *
     * @param non-empty-list<GroupItem> $groups
     */
    private function cropped(Drawing $side, array $groups, string $path, ?Part $part = null): Plate
    {
        $box = Bounds::round(array_map(static fn (GroupItem $group): Bounds => $group->bounds(), $groups))?->grown(1)->whole();
        if (null === $box || $box->width() > 2 * $side->width || $box->height() > 2 * $side->height) {
            // What reaches far out is cut where nobody sees it.
            $box = Bounds::of(-$side->width / 2, -$side->height / 2, 2 * $side->width, 2 * $side->height)->whole();
        }
        $moved = array_map(
            static fn (GroupItem $group): GroupItem => $group->posed(new Pose(right: -$box->left, down: -$box->top)),
            $groups,
        );
        $own = new Drawing((int) $box->width(), (int) $box->height(), $side->dpi, null, $moved);
        $picture = $this->picture($own, $path, false);
        $at = fn (float $dots): int => (int) round($dots * $this->scale);

        return new Plate($path, $at($box->left), $at($box->top), $picture->width, $picture->height, $part);
    }

    private function picture(Drawing $side, string $path, bool $covers): Plate
    {
        $look = new Look($this->scale, Edge::Cut, $covers ? $side->background ?? self::PAPER : null);
        $png = $this->renderer->side($side, $this->pictures, $look, [new PictureFormat(PictureKind::Png)], false, $this->stopped)[0];
        NoRoom::write($path, $png);

        return new Plate($path, 0, 0, $look->width($side), $look->height($side));
    }
}
