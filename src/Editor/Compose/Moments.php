<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Project\Context\OpenProject;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\Tone;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\PictureItem;
use Morphea\Core\Rendering\Drawing\Pose;
use Morphea\Core\Rendering\Drawing\Recolour;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Timeline\Part;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/**
 * A timeline as the browser plays it: every part drawn, with its poses frame by frame. The values are the ones used in
 * production.
 */
final readonly class Moments
{
    /** Frames of something that plays; nobody looks on longer than that, and it stands then. */
    private const MOST = 9_000;

    public function __construct(private OpenProject $open, private UrlGeneratorInterface $urls)
    {
    }

    /**
     * @return array{rate: int, frames: int, poster: int, heard: string|null, parts: list<array{svg: string, layers: list<string>,
     *     from: int, to: int, box: list<float>, poses: array<int, list<float>>, plays: array<string, mixed>|null}>}
     */
    public function build(LaidOut $laid, int $row): array
    {
        $timeline = Timeline::of($this->open->design, $laid, Timing::of($this->open->design, $laid, Timing::USUAL));
        $parts = [];
        $resting = [];
        $rests = static fn (?Part $part): bool =>
            null !== $part && !$part->plays() && !$part->comesOrGoes($timeline->timing->frames());
        foreach ($timeline->parts as $i => $part) {
            $always = $rests($part);
            if ($always) {
                // What is always there and lies together is one picture.
                $resting[] = $part->group;
                if ($rests($timeline->parts[$i + 1] ?? null)) {
                    continue;
                }
            }
            $groups = $always ? $resting : [$part->group];
            $resting = [];
            $parts[] = $this->part($laid->drawing, $groups, $part, $i);
        }
        $heard = ['project' => $this->open->project->id(), 'row' => $row];

        return [
            'rate' => Timing::USUAL,
            'frames' => $timeline->timing->frames(),
            'poster' => $timeline->rest(),
            'heard' => $timeline->sound->isSilent() ? null : $this->urls->generate('compose_heard', $heard),
            'parts' => $parts,
        ];
    }

    /**
     * @param list<GroupItem> $groups
     *
     * @return array{svg: string, layers: list<string>, from: int, to: int, box: list<float>, poses: array<int, list<float>>,
     *     plays: array<string, mixed>|null}
     */
    private function part(Drawing $page, array $groups, Part $part, int $number): array
    {
        $drawing = new Drawing(...['groups' => $groups, 'background' => null] + get_object_vars($page));
        $svg = $this->open->svg(new LaidOut($drawing, []));
        // Names hold for the whole page, where the stage has the same.
        $svg = (string) preg_replace(
            ['/ id="/', '/url\(#/', '/href="#/'],
            [" id=\"m$number-", "url(#m$number-", "href=\"#m$number-"],
            $svg,
        );
        $box = $groups[0]->bounds();
        $poses = [];
        for ($frame = $part->from; $frame < $part->to; ++$frame) {
            if ($part->isOnItsWay($frame)) {
                $poses[$frame] = self::numbers($part->pose($frame) ?? new Pose());
            }
        }

        return [
            'svg' => $svg,
            'layers' => array_map(static fn (GroupItem $group): string => $group->layer, $groups),
            'from' => $part->from,
            'to' => $part->to,
            'box' => [$box->left, $box->top, $box->right, $box->bottom],
            'poses' => $poses,
            'plays' => $part->plays() ? $this->plays($part) : null,
        ];
    }

    /**
     * The position of a drifting picture and the moment of a clip, frame by frame.
     *
     * @return array{clip: string|null, matrix: string|null, boxes: list<list<float>>, moments: list<float>}
     */
    private function plays(Part $part): array
    {
        $boxes = $moments = [];
        $clip = $matrix = null;
        for ($frame = $part->from; $frame < min($part->to, $part->from + self::MOST); ++$frame) {
            $items = $part->seen($frame, Timing::USUAL)->items;
            $item = array_values(array_filter($items, static fn ($one): bool => $one instanceof PictureItem))[0];
            if (null !== $item->wander) {
                $box = $item->box;
                $boxes[] = array_map(static fn (float $dots): float => round($dots, 2), [$box->x, $box->y, $box->width, $box->height]);
            }
            if ($item->picture->isClip()) {
                $names = ['project' => $this->open->project->id(), 'name' => $item->picture->name];
                $clip ??= $this->urls->generate('picture_played', $names);
                $matrix ??= self::matrix($item->look);
                $moments[] = $item->picture->moment;
            }
        }

        return ['clip' => $clip, 'matrix' => $matrix, 'boxes' => $boxes, 'moments' => $moments];
    }

    /** The tone of a clip as a matrix for an SVG filter; null for none. */
    private static function matrix(PictureLook $look): ?string
    {
        if (!$look->tones()) {
            return null;
        }
        $dark = Tone::Grey === $look->tone ? [0, 0, 0] : Recolour::channels($look->tint);
        $rows = array_map(static fn (int $from): string => implode(' ', [
            ...array_map(
                static fn (float $weight): float => round($weight * (1 - $from / 255), 4),
                [Recolour::RED, Recolour::GREEN, Recolour::BLUE],
            ),
            0,
            round($from / 255, 4),
        ]), $dark);

        return implode(' ', [...$rows, '0 0 0 1 0']);
    }

    /** @return list<float> */
    private static function numbers(Pose $pose): array
    {
        return array_map(static fn (float $number): float => round($number, 4), [
            ...[$pose->opacity, $pose->right, $pose->down, $pose->scale],
            ...[$pose->windowLeft, $pose->windowTop, $pose->windowRight, $pose->windowBottom],
        ]);
    }
}
