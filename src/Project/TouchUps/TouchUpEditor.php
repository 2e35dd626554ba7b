<?php

declare(strict_types=1);

namespace Morphea\App\Project\TouchUps;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Edits\TouchUp;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** Applies edits from Compose to single pieces: the result is stored as each piece's touch-up. */
final readonly class TouchUpEditor
{
    public function __construct(private TouchUpStore $hands)
    {
    }

    /**
     * @param non-empty-list<int>        $rows ids
     * @param \Closure(Design): Edit $make from the design as it is for a piece
     *
     * @throws DesignException where the edit does not hold, or is of more than one piece
     */
    public function apply(Project $project, array $rows, \Closure $make, ?string $token = null): void
    {
        $design = $project->design();
        $says = $make($this->piece($project, $rows[0]))->says($this->piece($project, $rows[0]));
        $this->hands->change($project, $rows, static function (HandWork $work) use ($design, $make): HandWork {
            [$piece, $troubles] = null === $work->touch ? [$design, []] : $work->touch->on($design);
            $touch = TouchUp::between($design, $make($piece)->apply($piece));
            // What cannot be had at the moment is kept: the design may change back.
            $left = array_filter(array_map(static fn ($layer): ?TouchUp => $work->touch?->only((string) $layer), array_keys($troubles)));
            $touch = array_reduce($left, static fn (TouchUp $all, TouchUp $one): TouchUp => $all->and($one), $touch);

            return $work->touched($touch);
        }, \count($rows) > 1
            ? new Message('compose.did.touched_many', ['count' => \count($rows), 'what' => $says])
            : new Message('compose.did.touched', ['what' => $says]), $token);
    }

    /**
     * @param list<int>   $rows  ids
     * @param string|null $layer null for all of them
     */
    public function takeBack(Project $project, array $rows, ?string $layer): void
    {
        $this->hands->change(
            $project,
            $rows,
            static fn (HandWork $work): HandWork => $work->touched(null === $layer ? null : $work->touch?->without($layer)),
            new Message('compose.did.untouched', ['count' => \count($rows)]),
        );
    }

    /**
     * Copies the touch-up of one piece to others, replacing their touch-ups of the same layers.
     *
     * @param list<int> $rows ids
     */
    public function copy(Project $project, int $from, array $rows): void
    {
        $touch = $this->hands->find($project, $from)->touch;
        $this->hands->change(
            $project,
            $rows,
            static fn (HandWork $work): HandWork => null === $touch
                ? $work
                : $work->touched(null === $work->touch ? $touch : $touch->and($work->touch)),
            new Message('compose.did.touch_copied', ['count' => \count($rows)]),
        );
    }

    private function piece(Project $project, int $row): Design
    {
        return $this->hands->find($project, $row)->touch?->on($project->design())[0] ?? $project->design();
    }
}
