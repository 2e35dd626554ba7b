<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\App\Open\OpenProject;
use Morphea\Core\Beat\Part;
use Morphea\Core\Beat\Scene;
use Morphea\Core\Beat\Timing;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\GroupItem;
use Morphea\Core\Drawing\Pose;
use Morphea\Core\Layout\LaidOut;

/** A scene as the browser plays it: every part drawn, with its poses frame by frame. The numbers are those that are made. */
final readonly class Moments
{
    private const RATE = 30;

    public function __construct(private OpenProject $open)
    {
    }

    /**
     * @return array{rate: int, frames: int, parts: list<array{svg: string, from: int, to: int, box: list<float>,
     *     poses: array<int, list<float>>}>}
     */
    public function of(LaidOut $laid): array
    {
        $scene = Scene::of($this->open->template, $laid, Timing::of($this->open->template, $laid, self::RATE));
        $parts = [];
        $resting = [];
        $rests = static fn (?Part $part): bool => null !== $part && !$part->comesOrGoes($scene->timing->frames());
        foreach ($scene->parts as $i => $part) {
            $always = $rests($part);
            if ($always) {
                // What is always there and lies together is one picture.
                $resting[] = $part->group;
                if ($rests($scene->parts[$i + 1] ?? null)) {
                    continue;
                }
            }
            $groups = $always ? $resting : [$part->group];
            $resting = [];
            $parts[] = $this->part($laid->drawing, $groups, $part, $i);
        }

        return ['rate' => self::RATE, 'frames' => $scene->timing->frames(), 'parts' => $parts];
    }

    /**
     * @param list<GroupItem> $groups
     *
     * @return array{svg: string, from: int, to: int, box: list<float>, poses: array<int, list<float>>}
     */
    private function part(Drawing $side, array $groups, Part $part, int $number): array
    {
        $drawing = new Drawing(...['groups' => $groups, 'background' => null] + get_object_vars($side));
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
            if ($part->moves($frame)) {
                $poses[$frame] = self::numbers($part->pose($frame) ?? new Pose());
            }
        }

        return [
            'svg' => $svg,
            'from' => $part->from,
            'to' => $part->to,
            'box' => [$box->left, $box->top, $box->right, $box->bottom],
            'poses' => $poses,
        ];
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
