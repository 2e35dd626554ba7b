<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\PrintSheets;

use Morphea\Core\Output\PrintSheets\Arrangement;
use Morphea\Core\Output\PrintSheets\Arranger;
use Morphea\Core\Output\PrintSheets\BothSides;
use Morphea\Core\Output\PrintSheets\Face;
use Morphea\Core\Output\PrintSheets\Imposition;
use Morphea\Core\Output\PrintSheets\Paper;
use Morphea\Core\Output\PrintSheets\PieceSize;
use Morphea\Core\Output\PrintSheets\Room;
use Morphea\Core\Output\PrintSheets\SheetFaces;
use Morphea\Core\Output\PrintSheets\SheetOrder;
use Morphea\Core\Output\PrintSheets\Spot;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is printed on the back lies behind what is on the front, and is the same way up. */
final class FacesTest extends TestCase
{
    /** @return iterable<string, array{BothSides, bool, string, bool}> */
    public static function ways(): iterable
    {
        foreach ([BothSides::Long, BothSides::Short, BothSides::WorkAndTurn, BothSides::WorkAndTumble] as $both) {
            foreach ([false, true] as $lying) {
                foreach (['upright', 'turned', 'mixed'] as $id) {
                    $sideways = match ($both) {
                        BothSides::Long => !$lying,
                        BothSides::Short => $lying,
                        BothSides::WorkAndTumble => false,
                        default => true,
                    };
                    yield "$both->value, " . ($lying ? 'lying' : 'upright') . " paper, $id" => [$both, $lying, $id, $sideways];
                }
            }
        }
    }

    #[DataProvider('ways')]
    public function testTheBackOfEveryPieceIsBehindItsFront(BothSides $both, bool $lying, string $id, bool $sideways): void
    {
        $arrangement = self::arrangement($lying, $id);
        $paper = $arrangement->paper;
        $faces = self::faces($arrangement, $both, 25);
        self::assertCount(2 * (int) ceil(25 / $arrangement->up()), $faces);
        foreach (array_chunk($faces, 2) as [$front, $back]) {
            self::assertSame([false, true, $front->sheet], [$front->isBack, $back->isBack, $back->sheet]);
            self::assertSameSize($front->spots, $back->spots);
            foreach ($front->spots as $spot) {
                $behind = self::of($back, $spot->piece);
                self::assertSame(1, $spot->page + $behind->page, 'one of them is the front');
                [$one, $other] = [$spot->place->cut, $behind->place->cut];
                // Looked at from behind, left and right change places, or head and foot do.
                $x = $sideways ? $paper->width - $other->right : $other->left;
                $y = $sideways ? $other->top : $paper->height - $other->bottom;
                self::assertEqualsWithDelta([$one->left, $one->top], [$x, $y], 1e-6);
                self::assertEqualsWithDelta([$one->width(), $one->height()], [$other->width(), $other->height()], 1e-6);
                // Where the head of the piece points to, through the paper.
                [$right, $down] = self::head($behind->place->turn);
                self::assertSame(self::head($spot->place->turn), $sideways ? [-$right, $down] : [$right, -$down]);
            }
        }
    }

    public function testWithOneFormBothPassesHaveFrontsInTheSameHalf(): void
    {
        foreach ([[BothSides::WorkAndTurn, 'left'], [BothSides::WorkAndTumble, 'top']] as [$both, $half]) {
            $arrangement = self::arrangement(false, 'upright');
            foreach (self::faces($arrangement, $both, 8) as $face) {
                self::assertCount(8, $face->spots);
                foreach ($face->spots as $spot) {
                    $first = 'left' === $half ? $spot->place->cut->left < 100 : $spot->place->cut->bottom < 149;
                    self::assertSame($first ? 0 : 1, $spot->page, $both->value);
                    self::assertSame(!$first && 'top' === $half ? 180 : 0, $spot->place->turn);
                }
            }
        }
    }

    public function testBacksOnSheetsOfTheirOwnLieInTheSamePlaces(): void
    {
        $arrangement = self::arrangement(false, 'upright');
        $faces = self::faces($arrangement, BothSides::Apart, 20);
        self::assertSame([0, 1, 2, 0, 1, 2], array_map(static fn (Face $face): int => $face->sheet, $faces));
        self::assertSame([false, false, false, true, true, true], array_map(static fn (Face $face): bool => $face->isBack, $faces));
        self::assertEquals($faces[0]->spots[3]->place->cut, $faces[3]->spots[3]->place->cut);
    }

    public function testOnlyTheFrontWhereThereIsNoBackOrNoneIsWanted(): void
    {
        $arrangement = self::arrangement(false, 'upright');
        self::assertCount(1, self::faces($arrangement, BothSides::None, 8));
        self::assertCount(1, self::faces($arrangement, BothSides::Long, 8, pages: 1));
    }

    public function testWhatThePrinterShiftsIsSetOffOnTheBackAlone(): void
    {
        $arrangement = self::arrangement(false, 'upright');
        $faces = new SheetFaces($arrangement, BothSides::Long, 2, 1.5, -0.5);
        $plain = new SheetFaces($arrangement, BothSides::Long, 2);
        self::assertEquals($plain->front(0, [0])->spots, $faces->front(0, [0])->spots);
        [$moved, $as] = [$faces->back(0, [0])->spots[0]->place, $plain->back(0, [0])->spots[0]->place];
        self::assertEqualsWithDelta([1.5, 0.5], [$moved->cut->left - $as->cut->left, $moved->cut->top - $as->cut->top], 1e-9);
        self::assertEqualsWithDelta(1.5, $moved->printed()->left - $as->printed()->left, 1e-9);
        // Seen from the front, that is 1.5 mm to the left and half a millimetre down: what the printer did the other way.
        $short = (new SheetFaces($arrangement, BothSides::Short, 2, 1.5, -0.5))->back(0, [0])->spots[0]->place;
        $as = (new SheetFaces($arrangement, BothSides::Short, 2))->back(0, [0])->spots[0]->place;
        self::assertEqualsWithDelta([-1.5, -0.5], [$short->cut->left - $as->cut->left, $short->cut->top - $as->cut->top], 1e-9);
    }

    private static function arrangement(bool $lying, string $id): Arrangement
    {
        // On this paper each of the three ways is there.
        $piece = 'mixed' === $id ? new PieceSize(55, 85, 2) : new PieceSize(90, 60, 2);
        $all = (new Arranger($piece, new Room(Paper::named('A4', $lying), 5, 4)))->all();
        foreach ($all as $one) {
            if ($one->id === $id || 'mixed' === $id) {
                return $one;
            }
        }
        self::fail("no $id");
    }

    /** @return list<Face> */
    private static function faces(Arrangement $arrangement, BothSides $both, int $pieces, int $pages = 2): array
    {
        $laid = Imposition::of($pieces, $arrangement->up(), SheetOrder::CutAndStack);

        return iterator_to_array((new SheetFaces($arrangement, $both, $pages))->all($laid), false);
    }

    private static function of(Face $face, int $piece): Spot
    {
        foreach ($face->spots as $spot) {
            if ($spot->piece === $piece) {
                return $spot;
            }
        }
        self::fail("piece $piece is not on the back");
    }

    /** @return array{int, int} to the right and down, of what was turned clockwise */
    private static function head(int $turn): array
    {
        return match ($turn) {
            0 => [0, -1],
            90 => [1, 0],
            180 => [0, 1],
            270 => [-1, 0],
            default => self::fail("$turn degrees"),
        };
    }
}
