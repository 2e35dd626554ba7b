<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;

/**
 * Assigns pieces to places. Pieces are counted from 0 in their final order. Sheets come off the printer with the first
 * one on top, and so do stacks.
 */
final readonly class Imposition
{
    /** Places of one order at the most: more is a slip of the hand. */
    public const MOST = 50_000;

    /**
     * @param list<array<int, int>>  $sheets pieces by place, of each sheet; a place without one is not there
     * @param int                    $up     places of a sheet
     * @param list<array<int, true>> $again  places of each sheet that only fill what was left over
     * @param list<int>              $depths sheets that are cut together, in order
     */
    private function __construct(
        public array $sheets,
        public int $up,
        public int $pieces,
        public array $again,
        public array $depths,
    ) {
    }

    /**
     * @param int       $pieces how many, each copy counted
     * @param int       $up     places of a sheet
     * @param list<int> $down   its places down the columns
     * @param int|null  $depth  sheets that can be cut at once; null for any number
     * @param list<int> $used   places of the first sheet that are not there any more
     *
     * @throws SheetException
     */
    public static function of(
        int $pieces,
        int $up,
        SheetOrder $order,
        LastSheet $last = LastSheet::Left,
        array $down = [],
        ?int $depth = null,
        array $used = [],
    ): self {
        $used = array_values(array_unique(array_filter($used, static fn (int $place): bool => $place >= 0 && $place < $up)));
        if ($pieces < 1) {
            throw new SheetException(new Message('sheets.wrong.no_piece'));
        }
        if ($pieces > self::MOST) {
            throw new SheetException(new Message('sheets.wrong.too_many', ['pieces' => $pieces, 'most' => self::MOST]));
        }
        if (null !== $depth && $depth < 1) {
            throw new SheetException(new Message('sheets.wrong.depth'));
        }
        // A first sheet without a label left is no sheet at all.
        $used = \count($used) >= $up ? [] : $used;
        $count = (int) ceil(($pieces + \count($used)) / $up);
        $depths = SheetOrder::CutAndStack === $order ? self::depths($count, $depth, LastSheet::Balanced === $last) : [$count];
        $slots = match ($order) {
            SheetOrder::CutAndStack => self::piles($depths, $up, $used),
            default => self::sheetwise($count, SheetOrder::Columns === $order && [] !== $down ? $down : range(0, $up - 1), $used),
        };
        if (LastSheet::Balanced === $last) {
            $slots = SheetOrder::CutAndStack === $order
                ? self::evenPiles($slots, $pieces, $count)
                : self::evenSheets($slots, $pieces, $count);
        }
        $sheets = $again = array_fill(0, $count, []);
        foreach ($slots as $i => [$sheet, $place]) {
            if ($i >= $pieces && LastSheet::Filled !== $last) {
                break;
            }
            $sheets[$sheet][$place] = $i % $pieces;
            if ($i >= $pieces) {
                $again[$sheet][$place] = true;
            }
        }

        return new self($sheets, $up, $pieces, $again, $depths);
    }

    /**
     * The stacks after cutting, in the order in which they are put together: first piece, last piece and number of
     * pieces.
     *
     * @return list<array{stack: int, place: int, first: int, last: int, count: int}>
     */
    public function stacks(): array
    {
        $piles = [];
        $from = 0;
        foreach ($this->depths as $stack => $depth) {
            for ($place = 0; $place < $this->up; ++$place) {
                $pile = [];
                for ($sheet = $from; $sheet < $from + $depth; ++$sheet) {
                    if (isset($this->sheets[$sheet][$place])) {
                        $pile[] = $this->sheets[$sheet][$place];
                    }
                }
                if ([] !== $pile) {
                    $piles[] = [
                        'stack' => $stack,
                        'place' => $place,
                        'first' => $pile[0],
                        'last' => $pile[\count($pile) - 1],
                        'count' => \count($pile),
                    ];
                }
            }
            $from += $depth;
        }

        return $piles;
    }

    /** @return list<int> how many sheets are cut together, one stack after the other */
    private static function depths(int $sheets, ?int $most, bool $even): array
    {
        if (null === $most || $most >= $sheets) {
            return [$sheets];
        }
        $stacks = (int) ceil($sheets / $most);
        $depths = [];
        for ($left = $sheets; $left > 0; --$stacks) {
            $depths[] = $depth = $even ? (int) ceil($left / $stacks) : min($most, $left);
            $left -= $depth;
        }

        return $depths;
    }

    /**
     * @param list<int> $depths
     * @param list<int> $used
     *
     * @return list<array{int, int}> sheet and place, in the order of pieces
     */
    private static function piles(array $depths, int $up, array $used): array
    {
        $gone = array_flip($used);
        $slots = [];
        $from = 0;
        foreach ($depths as $depth) {
            for ($place = 0; $place < $up; ++$place) {
                for ($sheet = $from; $sheet < $from + $depth; ++$sheet) {
                    if ($sheet > 0 || !isset($gone[$place])) {
                        $slots[] = [$sheet, $place];
                    }
                }
            }
            $from += $depth;
        }

        return $slots;
    }

    /**
     * @param list<int> $order of the places of a sheet
     * @param list<int> $used
     *
     * @return list<array{int, int}>
     */
    private static function sheetwise(int $count, array $order, array $used): array
    {
        $gone = array_flip($used);
        $slots = [];
        for ($sheet = 0; $sheet < $count; ++$sheet) {
            foreach ($order as $place) {
                if ($sheet > 0 || !isset($gone[$place])) {
                    $slots[] = [$sheet, $place];
                }
            }
        }

        return $slots;
    }

    /**
     * The remainder goes to the last places of the last sheet: no stack is more than one lower than another.
     *
     * @param list<array{int, int}> $slots
     *
     * @return list<array{int, int}>
     */
    private static function evenPiles(array $slots, int $pieces, int $count): array
    {
        $over = \count($slots) - $pieces;
        for ($i = \count($slots) - 1; $over > 0 && $i >= 0; --$i) {
            if ($slots[$i][0] === $count - 1) {
                unset($slots[$i]);
                --$over;
            }
        }

        return array_values($slots);
    }

    /**
     * Every sheet has the same number of pieces, or one less.
     *
     * @param list<array{int, int}> $slots
     *
     * @return list<array{int, int}>
     */
    private static function evenSheets(array $slots, int $pieces, int $count): array
    {
        $bySheet = [];
        foreach ($slots as $slot) {
            $bySheet[$slot[0]][] = $slot;
        }
        $kept = [];
        foreach (array_values($bySheet) as $i => $of) {
            $share = min(\count($of), (int) ceil(($pieces - \count($kept)) / ($count - $i)));
            array_push($kept, ...\array_slice($of, 0, $share));
        }

        return $kept;
    }
}
