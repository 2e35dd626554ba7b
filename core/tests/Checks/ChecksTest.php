<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Check;
use Morphea\Core\Checks\EdgeCheck;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Each check on both sides of its limit. */
final class ChecksTest extends TestCase
{
    public function testWordsThatFitOnlyAtTheirLeastSizeAreLookedAt(): void
    {
        $text = static fn (float $least): Layer => Make::text('{name}', FitRule::shrink($least, 2));
        $name = 'Maximiliana Theodora Featherstonehaugh of Pellinore';
        self::assertSame([], self::of(WarningKind::Small, $text(65), $name), 'it comes out at 68.6');
        $warning = self::of(WarningKind::Small, $text(66), $name)[0];
        self::assertEqualsWithDelta([68.6, 100.0], [$warning->measured, $warning->limit], 0.1);
        self::assertSame('Recipient: is at its smallest size, 68.6 px.', English::say($warning->sentence));
        self::assertSame([], self::of(WarningKind::Small, $text(66), 'Ottilie'));
    }

    public function testAWordThatIsBrokenIsLookedAtAndOneThatBreaksAtASpaceIsNot(): void
    {
        $text = Make::text('{name}', FitRule::wrap(3), frame: new Frame(0, 0, 600, 500));
        self::assertSame([], self::of(WarningKind::Broken, $text, 'Maximiliana Theodora'));
        self::assertSame([], self::of(WarningKind::Broken, $text, 'Featherstone-haugh-Pellinore'), 'at its hyphens');
        $broken = self::of(WarningKind::Broken, $text, 'tidewick.example/mending');
        self::assertCount(1, $broken);
        self::assertSame('Recipient: is broken after “tidewick.example/”, where there is no space.', English::say($broken[0]->sentence));
    }

    public function testOneShortWordOnTheLastLineIsNoted(): void
    {
        $text = Make::text('{name}', FitRule::wrap(3), frame: new Frame(0, 0, 900, 500));
        self::assertSame([], self::of(WarningKind::Leftover, $text, 'Featherstonehaugh again'));
        self::assertSame(
            ['Recipient: leaves “in” alone on the last line.'],
            array_map(
                static fn (Warning $one): string => English::say($one->sentence),
                self::of(WarningKind::Leftover, $text, 'Featherstonehaugh in'),
            ),
        );
        self::assertSame([], self::of(WarningKind::Leftover, $text, "Featherstonehaugh\nin"), 'somebody put it there');
    }

    #[TestWith([0, 0])]
    #[TestWith([-40, 1])]
    public function testWordsThatAreCutAtTheEdgeLookWrong(float $x, int $count): void
    {
        $text = Make::text('{name}', frame: new Frame($x, 100, 1000, 200));
        self::assertCount($count, self::of(WarningKind::Edge, $text, 'Ottilie'));
    }

    #[TestWith([20.0, 'is outside the safe margin'])]
    #[TestWith([0.0, ''])]
    public function testWordsWithinTheSafeMarginAreLookedAt(float $margin, string $words): void
    {
        $design = new Design(...['safeMargin' => $margin] + get_object_vars(Make::design(
            Make::text('{name}', frame: new Frame(4, 100, 1000, 200)),
        )));
        $found = self::kind(WarningKind::Edge, $design, 'Ottilie');
        self::assertSame('' === $words, [] === $found);
        self::assertStringContainsString($words, English::say($found[0]->sentence ?? null));
    }

    public function testALayerOfWhichNothingIsOnThePageIsLookedAt(): void
    {
        $shape = static fn (float $x): Layer => new ShapeLayer(
            ...['shape', 'Shape', new Frame($x, 10, 100, 100), 1, false, false, ShapeKind::Rectangle, '#000000', null, 0, 0],
        );
        self::assertSame([], self::kind(WarningKind::Edge, Make::design($shape(-50)), ''), 'half of it may stand out');
        self::assertCount(1, self::kind(WarningKind::Edge, Make::design($shape(-150)), ''));
    }

    #[TestWith(['A long story that…', 1])]
    #[TestWith(['A long story that...', 1])]
    #[TestWith(['A long story. That is all.', 0])]
    #[TestWith(['Wait … for it', 0])]
    public function testWordsThatEndInThreeDotsMayHaveBeenCutOff(string $words, int $count): void
    {
        self::assertCount($count, self::of(WarningKind::CutOff, Make::text('{name}', FitRule::wrap(9)), $words));
    }

    #[TestWith([254, 0])]
    #[TestWith([255, 1])]
    #[TestWith([257, 0])]
    public function testExactly255LettersLookLikeAFullField(int $letters, int $count): void
    {
        $words = substr(str_repeat('mend it ', 40), 0, $letters - 1) . 'd';
        self::assertCount($count, self::of(WarningKind::CutOff, Make::text('{name}', FitRule::wrap(30)), $words));
    }

    public function testACheckThatCannotLookAtAPieceIsAWarningAndTheOthersDo(): void
    {
        $broken = new class implements Check {
            public function warnings(Inspected $piece): iterable
            {
                yield from [];
                throw new \RuntimeException('no such side');
            }
        };
        $design = Make::design(Make::text('{name}', frame: new Frame(-40, 100, 1000, 200)));
        $warnings = (new Proof([$broken, new EdgeCheck()]))->check(new Inspected($design, Make::laid($design, ['name' => 'Ottilie'])));
        self::assertSame(
            [WarningKind::Edge, WarningKind::Unchecked],
            array_map(static fn (Warning $one): WarningKind => $one->kind, $warnings),
        );
        self::assertStringContainsString('could not be checked: no such side', English::say($warnings[1]->sentence));
    }

    public function testRowsThatMakeTheSamePieceAreToldOfEachOther(): void
    {
        $design = Make::design(Make::text('{name}'));
        $set = new WholeSet();
        foreach (['Ada', 'Bo', 'Ada', 'Cy', 'Ada'] as $i => $name) {
            $set->add($i + 1, WholeSet::facts($design, [Make::laid($design, ['name' => $name])]));
        }
        $found = $set->warnings();
        self::assertSame([1, 3, 5], array_keys($found));
        self::assertSame('The piece: is the same as rows 1, 5.', English::say($found[3][0]->sentence));
    }

    public function testWordsMuchSmallerThanInMostPiecesAreTold(): void
    {
        $design = Make::design(Make::text('{name}', FitRule::shrink(20)));
        $set = new WholeSet();
        foreach (['Ada', 'Bo', 'Cy', 'Dora', 'Eve', str_repeat('n', 36)] as $i => $name) {
            $set->add($i + 1, WholeSet::facts($design, [Make::laid($design, ['name' => $name])]));
        }
        $found = $set->warnings();
        self::assertSame([6], array_keys($found));
        self::assertSame(WarningKind::Smaller, $found[6][0]->kind);
        self::assertLessThan(60, $found[6][0]->measured);
    }

    public function testFixedWordsAreAsTheyAreMeant(): void
    {
        self::assertSame([], self::of(WarningKind::CutOff, Make::text('To be continued …'), ''));
    }

    /** @return list<Warning> */
    private static function of(WarningKind $kind, Layer $layer, string $name): array
    {
        return self::kind($kind, Make::design($layer), $name);
    }

    /** @return list<Warning> */
    private static function kind(WarningKind $kind, Design $design, string $name): array
    {
        return array_values(array_filter(
            Make::warnings($design, ['name' => $name]),
            static fn (Warning $warning): bool => $kind === $warning->kind,
        ));
    }
}
