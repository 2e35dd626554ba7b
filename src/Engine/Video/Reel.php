<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\App\Engine\Media\Ffmpeg;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\ClipContents;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContents;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\Pose;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Rendering\Timeline\Part;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\TimeSpan;

/**
 * The moving picture of a timeline: in stretches in which something moves, ffmpeg composites a few pictures up to the
 * first frame in which nothing does; that frame is held until something moves again.
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
        private MovingBackgrounds $backgrounds,
        private ClipContents $pictures,
        private float $scale,
        private string $folder,
        private ?\Closure $stopped = null,
    ) {
    }

    /** @return string path of a byte stream (ITU-T H.264, annex B) of as many frames as the timeline has */
    public function make(Timeline $timeline, int $quality): string
    {
        $spans = self::eachBegun($timeline->spans(self::WORTH));
        $path = "$this->folder/reel.h264";
        $out = @fopen($path, 'w') ?: throw new NoSpaceException('There is no room for the moving picture.');
        foreach ($spans as $i => $span) {
            if ($span->moves) {
                $still = ($spans[$i + 1] ?? $span)->to - $span->to;
                $stretch = $this->stretch($timeline, new TimeSpan($span->from, $span->to + min(1, $still), true), $i, $quality);
                $stretch .= $still > 1 ? (new StillFrames($stretch))->repeat($still - 1) : '';
                if (\strlen($stretch) !== @fwrite($out, $stretch)) {
                    throw new NoSpaceException('There is no room for the moving picture.');
                }
            }
        }
        fclose($out);

        return $path;
    }

    /**
     * A still stretch begins with a keyframe of its own after movement ends, at the very beginning, or after another
     * still.
     *
     * @param list<TimeSpan> $spans
     *
     * @return list<TimeSpan>
     */
    private static function eachBegun(array $spans): array
    {
        $all = [];
        foreach ($spans as $i => $span) {
            if (!$span->moves && true !== ($spans[$i - 1] ?? null)?->moves) {
                $all[] = new TimeSpan($span->from, $span->from, true);
            }
            $all[] = $span;
        }

        return $all;
    }

    private function stretch(Timeline $timeline, TimeSpan $span, int $number, int $quality): string
    {
        $name = "$this->folder/stretch-$number";
        $plates = $this->plates($timeline, $span, $name);
        $rate = $timeline->timing->rate;
        [$inputs, $graph] = (new Graph($rate, $span->from, $span->frames(), $this->scale))->build($plates);
        NoSpaceException::write("$name.graph", $graph);
        $packed = Codec::h264($quality, $span->frames());
        $frames = ['-r', (string) $rate, '-frames:v', (string) $span->frames()];
        $this->ffmpeg->run(
            [...$inputs, '-filter_complex_script', "$name.graph", '-map', '[out]', ...$frames, ...$packed, "$name.h264"],
            $this->stopped,
        );

        return (string) file_get_contents("$name.h264");
    }

    /** @return non-empty-list<Plate> the lowest first, which covers all */
    private function plates(Timeline $timeline, TimeSpan $span, string $name): array
    {
        $ground = [];
        /** @var list<non-empty-list<GroupItem>|Part> $over what rests lies together, until something that moves lies over it */
        $over = [];
        foreach ($timeline->parts as $part) {
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
        $lowest = new Drawing(...['groups' => $ground] + get_object_vars($timeline->drawing));
        $plates = [];
        foreach ($over as $i => $one) {
            $path = \sprintf('%s-%d.png', $name, $i + 1);
            $plates[] = match (true) {
                !$one instanceof Part => $this->cropped($timeline->drawing, $one, $path),
                $one->plays() => $this->played($timeline, $one, $path, self::isThere($one, $span)),
                default => $this->cropped($timeline->drawing, [$one->group], $path, $one),
            };
        }
        // What plays all over the page all the time is the ground itself.
        return [] !== $plates && [] === $ground && $this->isGround($timeline->drawing, $plates[0])
            ? $plates
            : [$this->picture($lowest, "$name-0.png", true), ...$plates];
    }

    private function isGround(Drawing $page, Plate $plate): bool
    {
        $even = fn (int $dots): int => 2 * intdiv((int) round($dots * $this->scale), 2);

        return null !== $plate->playing
            && null === $plate->playing->hole
            && null === $plate->part
            && [0, 0] === [$plate->x, $plate->y]
            && [$even($page->width), $even($page->height)] === [$plate->width, $plate->height];
    }

    /**
     * A layer in which a clip plays or a picture drifts.
     *
     * @param bool $rests all of the stretch, in its place
     */
    private function played(Timeline $timeline, Part $part, string $path, bool $rests): Plate
    {
        $group = $part->group;
        $item = array_values(array_filter($group->items, static fn (Item $one): bool => $one instanceof PictureItem))[0];
        $plain = $this->isPlain($group, $item);
        $box = $plain && null !== $item->outline ? $item->outline->inColour('#000000')->bounds() : $group->bounds();
        $page = Bounds::of(0, 0, $timeline->drawing->width, $timeline->drawing->height);
        if (($rests && 0.0 === $group->rotation) || $box->width() > 2 * $page->width() || $box->height() > 2 * $page->height()) {
            $box = new Bounds(
                max($box->left, $page->left),
                max($box->top, $page->top),
                max($box->left + 2, min($box->right, $page->right)),
                max($box->top + 2, min($box->bottom, $page->bottom)),
            );
        }
        [$x, $y] = [$this->down($box->left), $this->down($box->top)];
        $size = [max(2, $this->up($box->right) - $x), max(2, $this->up($box->bottom) - $y)];
        $seen = Bounds::of($x / $this->scale, $y / $this->scale, $size[0] / $this->scale, $size[1] / $this->scale);
        $frame = 0.0 === $group->rotation ? $seen : ($item->outline?->bounds() ?? $item->bounds());
        // What moved up into the place of something is where it was designed to be, for its picture.
        $seat = new Seat(
            0.0 === $group->rotation ? $frame->moved(0, $group->up) : $frame,
            $group->rotation,
            $size[0],
            $size[1],
            $this->scale,
            $timeline->timing->rate,
            $plain && isset($group->items[1]) ? Veil::of($group->items[1]) ?? new Veil() : new Veil(),
        );
        [$clip, $again] = $this->backgrounds->prepare($item, $seat, $part->to - $part->from, $this->pictures, $this->stopped);
        $hole = $plain ? null : $this->hole($timeline->drawing, $group, $item, $seen, $path);

        return new Plate($path, $x, $y, $size[0], $size[1], $rests ? null : $part, new Playing($clip, $again, $hole));
    }

    /** A rectangle that is filled to its edges by what plays in it. */
    private function isPlain(GroupItem $group, PictureItem $item): bool
    {
        $over = \array_slice($group->items, 1);

        return $item === $group->items[0]
            && ([] === $over || (1 === \count($over) && null !== Veil::of($over[0])))
            && 1.0 === $group->opacity
            && 0.0 === $group->rotation
            && null === $item->shadow
            && (null === $item->outline || ($item->cut && self::isBare($item->outline)));
    }

    private static function isBare(Item $outline): bool
    {
        return $outline instanceof RectangleItem && 0.0 === $outline->radius && $outline->paint->strokeWidth <= 0;
    }

    /** Draws the layer with black, and with white, in place of what plays in it. */
    private function hole(Drawing $page, GroupItem $group, PictureItem $item, Bounds $seen, string $path): Hole
    {
        $paths = [];
        foreach (['white' => '#FFFFFF', 'black' => '#000000'] as $name => $colour) {
            $blank = new Picture("plate-$name", hash('sha256', "plate-$name"), $item->picture->width, $item->picture->height, true);
            $look = new PictureLook(blur: $item->look->blur);
            $own = new PictureItem($blank, $look, $item->box, $item->outline, $item->cut, $item->shadow);
            $items = array_map(static fn (Item $one): Item => $one === $item ? $own : $one, $group->items);
            $moved = $group->showing($items)->posed(new Pose(right: -$seen->left, down: -$seen->top));
            $drawing = new Drawing((int) ceil($seen->width()), (int) ceil($seen->height()), $page->dpi, null, [$moved]);
            $contents = new Blank($colour);
            $paths[$name] = "$path-$name.png";
            NoSpaceException::write($paths[$name], $this->drawn($drawing, $contents, '#000000'));
            if ('black' === $name) {
                NoSpaceException::write($path, $this->drawn($drawing, $contents, null));
            }
        }

        return new Hole($paths['white'], $paths['black']);
    }

    private function drawn(Drawing $drawing, PictureContents $contents, ?string $ground): string
    {
        $look = new Look($this->scale, Edge::Cut, $ground);

        return $this->renderer->page($drawing, $contents, $look, [new PictureFormat(PictureKind::Png)], false, $this->stopped)[0];
    }

    private function down(float $dots): int
    {
        return 2 * (int) floor(round($dots * $this->scale, 3) / 2);
    }

    private function up(float $dots): int
    {
        return 2 * (int) ceil(round($dots * $this->scale, 3) / 2);
    }

    /** The whole of a span, standing still throughout. */
    private static function rests(Part $part, TimeSpan $span): bool
    {
        return !$part->plays() && self::isThere($part, $span);
    }

    private static function isThere(Part $part, TimeSpan $span): bool
    {
        return $part->from <= $span->from &&
            $part->to >= $span->to &&
            $part->from + $part->in <= $span->from &&
            $part->to - $part->out >= $span->to;
    }

    /**
     * Groups on a page of their own that is no larger than they are.
     *
     * @param non-empty-list<GroupItem> $groups
     */
    private function cropped(Drawing $page, array $groups, string $path, ?Part $part = null): Plate
    {
        $box = Bounds::round(array_map(static fn (GroupItem $group): Bounds => $group->bounds(), $groups))?->grown(1);
        if (null === $box || $box->width() > 2 * $page->width || $box->height() > 2 * $page->height) {
            // What reaches far out is cut where nobody sees it.
            $box = Bounds::of(-$page->width / 2, -$page->height / 2, 2 * $page->width, 2 * $page->height);
        }
        // In whole pixels, two by two, for which colours are kept.
        [$x, $y] = [$this->down($box->left), $this->down($box->top)];
        [$left, $top] = [$x / $this->scale, $y / $this->scale];
        $moved = array_map(
            static fn (GroupItem $group): GroupItem => $group->posed(new Pose(right: -$left, down: -$top)),
            $groups,
        );
        $own = new Drawing((int) ceil($box->right - $left), (int) ceil($box->bottom - $top), $page->dpi, null, $moved);
        $picture = $this->picture($own, $path, false);

        return new Plate($path, $x, $y, $picture->width, $picture->height, $part);
    }

    private function picture(Drawing $page, string $path, bool $covers): Plate
    {
        $look = new Look($this->scale, Edge::Cut, $covers ? $page->background ?? self::PAPER : null);
        $png = $this->renderer->page($page, $this->pictures, $look, [new PictureFormat(PictureKind::Png)], false, $this->stopped)[0];
        NoSpaceException::write($path, $png);

        return new Plate($path, 0, 0, $look->width($page), $look->height($page));
    }
}
