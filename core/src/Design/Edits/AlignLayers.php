<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** Aligns layers with each other, or a single one with its page; or spaces three or more evenly. */
final readonly class AlignLayers implements Edit
{
    public const WAYS = ['left', 'centre', 'right', 'top', 'middle', 'bottom', 'across', 'down'];

    /** @param non-empty-list<string> $layers */
    public function __construct(private array $layers, private string $way)
    {
    }

    public function apply(Design $design): Design
    {
        if (!\in_array($this->way, self::WAYS, true)) {
            throw new DesignException('way', new Message('design.wrong.no_alignment'));
        }
        $frames = [];
        foreach ($this->layers as $id) {
            $frames[$id] = $design->layer($id)->frame;
        }
        $placed = \in_array($this->way, ['across', 'down'], true)
            ? $this->distribute($frames)
            : $this->line($frames, $design);

        return (new PlaceLayers($placed))->apply($design);
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.aligned', ['count' => \count($this->layers), 'how' => new Message("design.align.$this->way")]);
    }

    /**
     * @param non-empty-array<string, Frame> $frames
     *
     * @return non-empty-array<string, Frame>
     */
    private function line(array $frames, Design $design): array
    {
        $one = 1 === \count($frames);
        $left = $one ? 0.0 : min(array_map(static fn (Frame $f): float => $f->x, $frames));
        $right = $one ? (float) $design->width : max(array_map(static fn (Frame $f): float => $f->x + $f->width, $frames));
        $top = $one ? 0.0 : min(array_map(static fn (Frame $f): float => $f->y, $frames));
        $bottom = $one ? (float) $design->height : max(array_map(static fn (Frame $f): float => $f->y + $f->height, $frames));

        return array_map(
            fn (Frame $f): Frame => match ($this->way) {
                'left' => self::at($f, $left, $f->y),
                'centre' => self::at($f, ($left + $right - $f->width) / 2, $f->y),
                'right' => self::at($f, $right - $f->width, $f->y),
                'top' => self::at($f, $f->x, $top),
                'middle' => self::at($f, $f->x, ($top + $bottom - $f->height) / 2),
                default => self::at($f, $f->x, $bottom - $f->height),
            },
            $frames,
        );
    }

    /**
     * @param non-empty-array<string, Frame> $frames
     *
     * @return non-empty-array<string, Frame> the outermost stay, the others move
     */
    private function distribute(array $frames): array
    {
        if (\count($frames) < 3) {
            throw new DesignException('layers', new Message('design.wrong.three'));
        }
        $across = 'across' === $this->way;
        $start = static fn (Frame $f): float => $across ? $f->x : $f->y;
        $length = static fn (Frame $f): float => $across ? $f->width : $f->height;
        uasort($frames, static fn (Frame $a, Frame $b): int => $start($a) <=> $start($b));
        $all = array_values($frames);
        $from = $start($all[0]);
        $to = max(array_map(static fn (Frame $f): float => $start($f) + $length($f), $all));
        $gap = ($to - $from - array_sum(array_map($length, $all))) / (\count($all) - 1);
        $at = $from;
        foreach ($frames as $id => $frame) {
            $frames[$id] = $across ? self::at($frame, $at, $frame->y) : self::at($frame, $frame->x, $at);
            $at += $length($frame) + $gap;
        }

        return $frames;
    }

    private static function at(Frame $frame, float $x, float $y): Frame
    {
        return new Frame($x, $y, $frame->width, $frame->height, $frame->rotation);
    }
}
