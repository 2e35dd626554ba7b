<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;

/** A sheet of labels, in millimetres: their number and size, the position of the first, and the distance to the next. */
final readonly class LabelSheet
{
    /** Sizes that are common, by their measures alone: paper, columns, rows, width, height, left, top, across, down, corner. */
    private const COMMON = [
        '70 × 37, 24 a sheet' => ['A4', 3, 8, 70.0, 37.0, 0.0, 0.5, 70.0, 37.0, 0.0],
        '63.5 × 38.1, 21 a sheet' => ['A4', 3, 7, 63.5, 38.1, 7.25, 15.15, 66.0, 38.1, 1.5],
        '63.5 × 33.9, 24 a sheet' => ['A4', 3, 8, 63.5, 33.9, 7.25, 12.9, 66.0, 33.9, 1.5],
        '99.1 × 38.1, 14 a sheet' => ['A4', 2, 7, 99.1, 38.1, 4.65, 15.15, 101.6, 38.1, 1.5],
        '99.1 × 57, 10 a sheet' => ['A4', 2, 5, 99.1, 57.0, 4.65, 6.0, 101.6, 57.0, 1.5],
        '105 × 74, 8 a sheet' => ['A4', 2, 4, 105.0, 74.0, 0.0, 0.5, 105.0, 74.0, 0.0],
        '45.7 × 21.2, 48 a sheet' => ['A4', 4, 12, 45.7, 21.2, 9.75, 21.3, 48.25, 21.2, 1.5],
        '66.7 × 25.4, 30 a sheet' => ['Letter', 3, 10, 66.7, 25.4, 4.8, 12.7, 69.8, 25.4, 1.5],
        '101.6 × 50.8, 10 a sheet' => ['Letter', 2, 5, 101.6, 50.8, 4.0, 12.7, 106.3, 50.8, 1.5],
    ];

    /** @throws SheetException where these are no labels on this paper */
    public function __construct(
        public string $name,
        public Paper $paper,
        public int $columns,
        public int $rows,
        public float $width,
        public float $height,
        public float $left,
        public float $top,
        public float $across,
        public float $down,
        public float $corner = 0.0,
    ) {
        $wrong = static fn (string $what, array $slots = []): Message => new Message("sheets.wrong.labels.$what", $slots);
        $trouble = match (true) {
            $columns < 1 || $rows < 1 || $columns * $rows > Arranger::MOST => $wrong('count', ['most' => Arranger::MOST]),
            $width <= 0 || $height <= 0 => $wrong('size'),
            $left < 0 || $top < 0 => $wrong('outside'),
            $columns > 1 && $across < $width - Paper::SAME => $wrong('across'),
            $rows > 1 && $down < $height - Paper::SAME => $wrong('down'),
            $left + ($columns - 1) * $across + $width > $paper->width + 0.5 => $wrong('columns', [
                'count' => $columns,
                'reach' => round($left + ($columns - 1) * $across + $width, 1),
                'paper' => round($paper->width, 1),
            ]),
            $top + ($rows - 1) * $down + $height > $paper->height + 0.5 => $wrong('rows', [
                'count' => $rows,
                'reach' => round($top + ($rows - 1) * $down + $height, 1),
                'paper' => round($paper->height, 1),
            ]),
            $corner < 0 || $corner > min($width, $height) / 2 => $wrong('corner'),
            default => null,
        };
        if (null !== $trouble) {
            throw new SheetException($trouble);
        }
    }

    /** @return array<string, self> by name */
    public static function common(): array
    {
        $all = [];
        foreach (self::COMMON as $name => [$paper, $columns, $rows, $width, $height, $left, $top, $across, $down, $corner]) {
            $all[$name] = new self(
                $name,
                Paper::named($paper),
                $columns,
                $rows,
                $width,
                $height,
                $left,
                $top,
                $across,
                $down,
                $corner,
            );
        }

        return $all;
    }

    /**
     * @param array<string, mixed> $said as toArray gives it
     *
     * @throws SheetException
     */
    public static function of(array $said): self
    {
        $number = static function (string $name) use ($said): float {
            $value = strtr(trim((string) (\is_scalar($said[$name] ?? null) ? $said[$name] : '')), ',', '.');

            return is_numeric($value)
                ? (float) $value
                : throw new SheetException(new Message('sheets.wrong.labels.number', ['what' => new Message("sheets.own.$name")]));
        };
        $text = static fn (string $name): string => \is_string($said[$name] ?? null) ? trim($said[$name]) : '';

        return new self(
            mb_substr($text('name'), 0, 80, 'UTF-8'),
            Paper::of('' === $text('paper') ? 'A4' : $text('paper')),
            (int) $number('columns'),
            (int) $number('rows'),
            $number('width'),
            $number('height'),
            $number('left'),
            $number('top'),
            $number('across'),
            $number('down'),
            $number('corner'),
        );
    }

    /** @return array<string, string|int|float> */
    public function toArray(): array
    {
        $paper = Paper::OWN === $this->paper->name
            ? SheetText::mm($this->paper->width) . 'x' . SheetText::mm($this->paper->height)
            : $this->paper->name;

        return ['paper' => $paper] + get_object_vars($this);
    }

    /**
     * Centres a piece on each label, rotated if it only fits that way.
     *
     * @throws SheetException where it is larger than a label
     */
    public function arrangement(PieceSize $piece): Arrangement
    {
        $fits = fn (float $width, float $height): bool => $width <= $this->width + 0.2 && $height <= $this->height + 0.2;
        $turned = !$fits($piece->width, $piece->height);
        if ($turned && !$fits($piece->height, $piece->width)) {
            throw new SheetException(new Message('sheets.wrong.labels.too_small', [
                'piece' => $piece->says(),
                'label' => SheetText::size($this->width, $this->height),
            ]));
        }
        [$width, $height] = $turned ? [$piece->height, $piece->width] : [$piece->width, $piece->height];
        $places = [];
        for ($row = 0; $row < $this->rows; ++$row) {
            for ($column = 0; $column < $this->columns; ++$column) {
                $places[] = new Place(
                    Bounds::of(
                        $this->left + $column * $this->across + ($this->width - $width) / 2,
                        $this->top + $row * $this->down + ($this->height - $height) / 2,
                        $width,
                        $height,
                    ),
                    $turned ? 90 : 0,
                    $row,
                    $column,
                );
            }
        }
        \assert([] !== $places);

        return new Arrangement(
            'labels',
            new Message('sheets.shape.' . ($turned ? 'turned' : 'grid'), ['across' => $this->columns, 'down' => $this->rows]),
            $this->paper,
            Neighbours::share($places, $piece->bleed),
            $this->corner,
        );
    }
}
