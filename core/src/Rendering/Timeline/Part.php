<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Timeline;

use Morphea\Core\Design\Timing\Motion;
use Morphea\Core\Design\Timing\MotionKind;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Pose;

/**
 * Something that appears and disappears as one: a layer, one of its lines, or one of its states. It is visible from one
 * frame up to, but not including, another. At its first frame it is not visible yet, and at the first frame after it has
 * appeared it is complete; at the first frame of disappearing it is still complete.
 */
final readonly class Part
{
    /**
     * @param int    $in  frames that its coming takes, `$out` its going
     * @param Bounds $page that it comes into
     */
    public function __construct(
        public GroupItem $group,
        public int $from,
        public int $to,
        private Motion $coming,
        public int $in,
        private Motion $going,
        public int $out,
        private Bounds $page,
        /** The frame from which on others stand for it, one after the other, until it is whole; null for none. */
        private ?int $begins = null,
    ) {
    }

    /**
     * Whether it is ever incomplete.
     *
     * @param int $frames of all
     */
    public function comesOrGoes(int $frames): bool
    {
        return $this->from > 0 || $this->to < $frames || $this->in > 0 || $this->out > 0;
    }

    public function isSeen(int $frame): bool
    {
        return $frame >= $this->from && $frame < $this->to;
    }

    /** Whether it changes in every frame while it is visible. */
    public function plays(): bool
    {
        return $this->group->plays();
    }

    /** Whether the next frame may look different. */
    public function moves(int $frame): bool
    {
        return $this->isSeen($frame) && ($this->plays() || $this->isOnItsWay($frame));
    }

    /** Whether it is appearing or disappearing at a frame. */
    public function isOnItsWay(int $frame): bool
    {
        return $this->isSeen($frame) && ($frame < $this->from + $this->in || $frame >= $this->to - $this->out);
    }

    /** Whether another state, or nothing yet, is shown in its place. */
    public function isAwaited(int $frame): bool
    {
        return null !== $this->begins && $frame >= $this->begins && $frame < $this->from;
    }

    /**
     * What is visible of it at a frame.
     *
     * @param int $rate frames a second
     */
    public function seen(int $frame, int $rate): GroupItem
    {
        $group = $this->plays() ? $this->group->at(($frame - $this->from) / $rate) : $this->group;

        return $this->isOnItsWay($frame) ? $group->posed($this->pose($frame)) : $group;
    }

    /** How it looks at a frame; null if it is not visible. */
    public function pose(int $frame): ?Pose
    {
        if (!$this->isSeen($frame)) {
            return null;
        }
        if ($frame < $this->from + $this->in) {
            return $this->posed($this->coming, ($frame - $this->from) / $this->in);
        }
        if ($frame >= $this->to - $this->out) {
            return $this->posed($this->going, ($this->to - $frame) / $this->out);
        }

        return new Pose();
    }

    /** @param float $there 0, not at all, to 1, whole */
    private function posed(Motion $motion, float $there): Pose
    {
        $there = $motion->easing->at($there);
        [$x, $y] = $motion->from->way();

        return match ($motion->kind) {
            MotionKind::Fade => new Pose(opacity: $there),
            MotionKind::Slide => $this->slid($x, $y, 1 - $there),
            MotionKind::Grow => new Pose(scale: $there),
            MotionKind::Wipe => new Pose(
                windowLeft: $x > 0 ? 1 - $there : 0.0,
                windowTop: $y > 0 ? 1 - $there : 0.0,
                windowRight: $x < 0 ? $there : 1.0,
                windowBottom: $y < 0 ? $there : 1.0,
            ),
            default => new Pose(),
        };
    }

    /** A share of the way from outside the page to its place. */
    private function slid(int $x, int $y, float $away): Pose
    {
        $box = $this->group->bounds();
        $far = match ([$x, $y]) {
            [-1, 0] => $box->right - $this->page->left,
            [1, 0] => $this->page->right - $box->left,
            [0, -1] => $box->bottom - $this->page->top,
            default => $this->page->bottom - $box->top,
        };

        return new Pose(right: $x * $far * $away, down: $y * $far * $away);
    }
}
