<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;

/** Finds all ways to fit pieces on a sheet, those with the most pieces first: upright, rotated or mixed. */
final readonly class Arranger
{
    public const UPRIGHT = 'upright';
    public const TURNED = 'turned';
    public const MIXED = 'mixed';
    public const MOST = 1_000;

    public function __construct(private PieceSize $piece, private Room $room)
    {
    }

    /** @return list<Arrangement> none where not even one fits */
    public function all(): array
    {
        $all = array_filter([$this->plain(false), $this->piece->isSquare() ? null : $this->plain(true)]);
        usort($all, static fn (Arrangement $one, Arrangement $other): int => $other->up() <=> $one->up());
        $mixed = $this->piece->isSquare() ? null : $this->mixed();
        if (null !== $mixed && $mixed->up() > ([] === $all ? 0 : $all[0]->up())) {
            array_unshift($all, $mixed);
        }

        return $all;
    }

    private function plain(bool $turned): ?Arrangement
    {
        [$columns, $rows] = $this->counts($turned, $this->width(), $this->height());
        if (0 === $columns * $rows || $columns * $rows > self::MOST) {
            return null;
        }

        return $this->arrangement(
            $turned ? self::TURNED : self::UPRIGHT,
            new Message('sheets.shape.' . ($turned ? 'turned' : 'grid'), ['across' => $columns, 'down' => $rows]),
            [[$turned, $columns, $rows]],
            true,
        );
    }

    /**
     * Some rows or columns upright, and rotated pieces in the rest of the sheet, so that every cut goes all the way
     * across.
     */
    private function mixed(): ?Arrangement
    {
        $best = null;
        foreach ([true, false] as $below) {
            foreach ([false, true] as $first) {
                [$across, $down] = $this->counts($first, $this->width(), $this->height());
                for ($lines = 1, $most = $below ? $down : $across; $lines < $most; ++$lines) {
                    $taken = $lines * (($below ? $this->high($first) : $this->wide($first)) + $this->room->gap);
                    [$columns, $rows] = $this->counts(
                        !$first,
                        $this->width() - ($below ? 0 : $taken),
                        $this->height() - ($below ? $taken : 0),
                    );
                    $count = $lines * ($below ? $across : $down) + $columns * $rows;
                    if ($columns * $rows > 0 && $count <= self::MOST && $count > ($best['count'] ?? 0)) {
                        $blocks = [$below ? [$first, $across, $lines] : [$first, $lines, $down], [!$first, $columns, $rows]];
                        $best = ['count' => $count, 'blocks' => $blocks, 'below' => $below];
                    }
                }
            }
        }
        if (null === $best) {
            return null;
        }
        [$one, $two] = $best['blocks'];
        $shape = new Message('sheets.shape.mixed.' . ($one[0] ? 'first' : 'last'), [
            'across' => $one[1],
            'down' => $one[2],
            'across2' => $two[1],
            'down2' => $two[2],
        ]);

        return $this->arrangement(self::MIXED, $shape, $best['blocks'], $best['below']);
    }

    /**
     * @param non-empty-list<array{bool, int, int}> $blocks whether turned, columns, rows
     * @param bool                                  $below  each block under the one before it, or beside it
     */
    private function arrangement(string $id, Message $shape, array $blocks, bool $below): Arrangement
    {
        $gap = $this->room->gap;
        $sizes = array_map(fn (array $block): array => [
            $block[1] * ($this->wide($block[0]) + $gap) - $gap,
            $block[2] * ($this->high($block[0]) + $gap) - $gap,
        ], $blocks);
        $total = array_sum(array_column($sizes, $below ? 1 : 0)) + $gap * (\count($blocks) - 1);
        $paper = $this->room->paper;
        $along = (($below ? $paper->height : $paper->width) - $total) / 2;
        $places = [];
        foreach ($blocks as $i => [$turned, $columns, $rows]) {
            $left = $below ? ($paper->width - $sizes[$i][0]) / 2 : $along;
            $top = $below ? $along : ($paper->height - $sizes[$i][1]) / 2;
            for ($row = 0; $row < $rows; ++$row) {
                for ($column = 0; $column < $columns; ++$column) {
                    $places[] = new Place(
                        Bounds::of(
                            $left + $column * ($this->wide($turned) + $gap),
                            $top + $row * ($this->high($turned) + $gap),
                            $this->wide($turned),
                            $this->high($turned),
                        ),
                        $turned ? 90 : 0,
                        $row,
                        $column,
                        $i,
                    );
                }
            }
            $along += $sizes[$i][$below ? 1 : 0] + $gap;
        }
        \assert([] !== $places);

        return new Arrangement($id, $shape, $paper, Neighbours::share($places, $this->piece->bleed));
    }

    /** @return array{int, int} columns and rows that fit */
    private function counts(bool $turned, float $width, float $height): array
    {
        return [$this->room->fit($this->wide($turned), $width), $this->room->fit($this->high($turned), $height)];
    }

    private function width(): float
    {
        return $this->room->width($this->piece->bleed);
    }

    private function height(): float
    {
        return $this->room->height($this->piece->bleed);
    }

    private function wide(bool $turned): float
    {
        return $turned ? $this->piece->height : $this->piece->width;
    }

    private function high(bool $turned): float
    {
        return $turned ? $this->piece->width : $this->piece->height;
    }
}
