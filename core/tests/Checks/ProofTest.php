<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Check;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Checks\Remedy;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class ProofTest extends TestCase
{
    public function testAPieceInOrderHasNoWarnings(): void
    {
        self::assertSame([], self::kinds(Make::text('{name}'), ['name' => 'Ottilie']));
    }

    public function testOversetWordsLookWrongButDoNotStopThePiece(): void
    {
        self::assertSame(
            ['overset' => 'will-look-wrong'],
            self::kinds(Make::text('{name}'), ['name' => str_repeat('Maximiliana ', 5)]),
        );
    }

    public function testAWarningSaysWhereItIsHowMuchAndWhatWouldMendIt(): void
    {
        $design = Make::design(Make::text('{name}', FitRule::shrink(60)));
        $warning = Make::warnings($design, ['name' => str_repeat('Maximiliana ', 5)])[0];
        self::assertSame(WarningKind::Overset, $warning->kind);
        self::assertSame('recipient', $warning->layer);
        self::assertSame([60.0, 100.0], [$warning->measured, $warning->limit], 'its least size, and the size it should have');
        self::assertContains(Remedy::LargerFrame, $warning->remedies);
        self::assertGreaterThan(1000, $warning->box?->right, 'the letters stick out of a frame 1000 wide');
        self::assertSame('will-look-wrong', $warning->toArray()['severity']);
    }

    public function testTheWorstComesFirst(): void
    {
        $design = Make::design(
            Make::text('{gone}', id: 'one'),
            Make::text('{name}', id: 'two'),
            Make::text('{empty}', id: 'three'),
        );
        $warnings = Make::warnings($design, ['name' => str_repeat('Maximiliana ', 5), 'empty' => '']);
        self::assertSame(
            [Severity::CannotBeMade, Severity::WillLookWrong, Severity::Note],
            array_map(static fn (Warning $warning): Severity => $warning->severity, $warnings),
        );
    }

    public function testMoreLettersThanAnyTextHasStopThePieceAndAreCounted(): void
    {
        self::assertSame([], self::kinds(Make::text('No. {name}', FitRule::fill(1)), ['name' => str_repeat('x', 40)]));
        $warnings = Make::warnings(Make::design(Make::text('No. {name}')), ['name' => str_repeat('ä', 30_000)]);
        self::assertSame(
            ['Recipient: has 30,004 characters; text can have up to 5,000. Shorten the cell.'],
            array_map(
                static fn (Warning $one): string => English::say($one->sentence),
                array_values(array_filter($warnings, static fn (Warning $one): bool => $one->blocks())),
            ),
        );
    }

    public function testACellOfTheWrongKindStopsThePiece(): void
    {
        $stops = ['value' => 'cannot-be-made'];
        self::assertSame($stops, self::kinds(Make::text('{hours, plural, other {#}}'), ['hours' => 'ten']));
        self::assertSame($stops, self::kinds(Make::text('{gone}'), []));
    }

    public function testGlyphsAndFontsThatAreNotThereAreFound(): void
    {
        self::assertSame(['glyph' => 'will-look-wrong'], self::kinds(Make::text('{name}'), ['name' => '山']));
        self::assertSame(
            ['font' => 'will-look-wrong'],
            self::kinds(Make::text('{name}', style: Make::style(family: 'Nowhere')), ['name' => 'Bo']),
        );
    }

    public function testAnEmptyPlaceholderIsNotedWithWhatItDoes(): void
    {
        $design = Make::design(Make::text('{name}', empty: EmptyRule::words('a friend')));
        $warnings = Make::warnings($design, ['name' => '']);
        self::assertSame(
            ['Recipient: empty; it shows “a friend”.'],
            array_map(static fn (Warning $f): string => English::say($f->sentence), $warnings),
        );
        self::assertSame(Severity::Note, $warnings[0]->severity);
    }

    public function testAMissingPictureStopsThePiece(): void
    {
        $picture = new PictureLayer('seal', 'Seal', new Frame(0, 0, 10, 10), 1, false, false, 'gone.png', PictureFit::Contain);
        $warnings = Make::warnings(Make::design($picture), []);
        self::assertCount(1, $warnings);
        self::assertTrue($warnings[0]->blocks());
        self::assertStringContainsString('gone.png', English::say($warnings[0]->sentence));
    }

    public function testAPieceIsDrawnOnlyForChecksThatAskForItsPixelsAndThenOnce(): void
    {
        $design = Make::design(Make::text('{name}'));
        $drawn = 0;
        $piece = new Inspected($design, Make::laid($design, ['name' => 'Bo']), 0, static function () use (&$drawn): Raster {
            ++$drawn;

            return new class implements Raster {
                public function at(int $x, int $y): array
                {
                    return [$x, $y, 0];
                }
            };
        });
        (new Proof())->check($piece);
        self::assertSame(0, $drawn);
        $looks = new class implements Check {
            public function warnings(Inspected $piece): iterable
            {
                $seen = implode(' ', $piece->raster($piece->laid->drawing)?->at(3, 4) ?? []);
                yield new Warning(WarningKind::Contrast, Severity::Note, 'recipient', 'Recipient', $seen);
            }
        };
        self::assertSame('3 4 0', (new Proof([$looks]))->check($piece)[0]->what);
        self::assertEquals(1, $drawn);
    }

    /**
     * @param array<string, string> $cells
     *
     * @return array<string, string> severities by kind
     */
    private static function kinds(TextLayer $layer, array $cells): array
    {
        $kinds = [];
        foreach (Make::warnings(Make::design($layer), $cells) as $warning) {
            $kinds[$warning->kind->value] = $warning->severity->value;
        }

        return $kinds;
    }
}
