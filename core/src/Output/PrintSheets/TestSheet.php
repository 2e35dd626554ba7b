<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\LineItem;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Layout\TextLayouter;

/**
 * A test sheet for measuring how far a printer's back is off its front: rulers on the front, a cross on the back. Held
 * against the light, the cross shows the offset in millimetres.
 */
final readonly class TestSheet
{
    /** Millimetres. */
    private const REACH = 20;
    private const THIN = 0.1;
    private const COLOUR = '#000000';

    /** @param \Closure(Message): string $say */
    public function __construct(private TextLayouter $texts, private \Closure $say)
    {
    }

    /** @return array{Drawing, Drawing} front and back */
    public function pages(Paper $paper): array
    {
        [$x, $y] = [$paper->width / 2, $paper->height / 2];
        $words = [
            [-60, 'print'],
            [-53, 'hold'],
            [-46, 'signs'],
        ];
        $front = $this->rulers($x, $y);
        foreach ($words as [$down, $line]) {
            array_push($front, ...$this->line($paper, $line, $y + $down));
        }
        $back = [
            self::stroke($x - self::REACH - 5, $y, $x + self::REACH + 5, $y),
            self::stroke($x, $y - self::REACH - 5, $x, $y + self::REACH + 5),
            ...$this->line($paper, 'back', $y - 60),
        ];

        return [
            SheetDrawing::paper($paper, [SheetDrawing::group('front', $front, true)]),
            SheetDrawing::paper($paper, [SheetDrawing::group('back', $back, true)]),
        ];
    }

    /** @return list<Item> */
    private function rulers(float $x, float $y): array
    {
        $items = [
            self::stroke($x - self::REACH, $y, $x + self::REACH, $y),
            self::stroke($x, $y - self::REACH, $x, $y + self::REACH),
        ];
        for ($at = -self::REACH; $at <= self::REACH; ++$at) {
            $tick = 0 === $at % 5 ? 3.0 : 1.5;
            $items[] = self::stroke($x + $at, $y - $tick, $x + $at, $y + $tick);
            $items[] = self::stroke($x - $tick, $y + $at, $x + $tick, $y + $at);
            if (0 === $at % 10 && 0 !== $at) {
                array_push($items, ...$this->number($at, $x + $at, $y + 5.5), ...$this->number($at, $x + 7, $y + $at - 1.7));
            }
        }

        return $items;
    }

    /** @return list<Item> */
    private function number(int $number, float $x, float $y): array
    {
        return $this->words((string) $number, $x - 5, $y, 10, 250);
    }

    /** @return list<Item> */
    private function line(Paper $paper, string $what, float $y): array
    {
        $words = ($this->say)(new Message("sheets.test_sheet.$what"));

        return $this->words($words, 10, $y, $paper->width - 20, min(330, $paper->width * 1.6));
    }

    /** @return list<Item> */
    private function words(string $words, float $x, float $y, float $width, float $size): array
    {
        $dots = SheetDrawing::DOTS;

        return SheetDrawing::words($this->texts, $words, $x * $dots, $y * $dots, $width * $dots, $size, Align::Centre);
    }

    private static function stroke(float $x1, float $y1, float $x2, float $y2): LineItem
    {
        $dots = SheetDrawing::DOTS;

        return new LineItem($x1 * $dots, $y1 * $dots, $x2 * $dots, $y2 * $dots, new Paint(null, self::COLOUR, self::THIN * $dots));
    }
}
