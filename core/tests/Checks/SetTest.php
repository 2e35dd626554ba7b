<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Acceptance;
use Morphea\Core\Checks\Bar;
use Morphea\Core\Checks\CellKinds;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Checks\SetFacts;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\FrameShape;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\CheckLimits;
use Morphea\Core\Design\Styles\Crop;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Rendering\Layout\StretchRow;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\ColumnKinds;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Core\Table\Naming\PictureNames;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use Morphea\Core\Tests\Pictures;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** The whole set in numbers, made-up rows, pictures as they come out, and what people took as it is. */
final class SetTest extends TestCase
{
    public function testOneSizeForAllRowsAndWhoHoldsItDown(): void
    {
        $set = self::set(['Ada', 'Maximiliana Theodora Quill', 'Bo', 'Cy']);
        self::assertSame([2], $set->heldDownBy());
        self::assertLessThan($set->usual(), $set->oneSize());
        self::assertSame(100.0, $set->usual());
        self::assertSame(2, $set->widest()['row']);
        self::assertEqualsWithDelta($set->widest()['room'], $set->widest()['width'], 1.0, 'it is shrunk to its frame');
    }

    public function testEveryPieceIsInOneBarOfEachChart(): void
    {
        $set = self::set(['Ada', 'Maximiliana Theodora Quill', 'Bo', 'Cy', 'Dora', 'Eve of Tidewick']);
        foreach (['size', 'lines', 'letters', 'contrast'] as $measure) {
            $bars = $set->bars($measure);
            self::assertSame(6, array_sum(array_map(static fn (Bar $bar): int => $bar->count, $bars)), $measure);
            foreach (\array_slice($bars, 1) as $i => $bar) {
                self::assertSame($bars[$i]->below, $bar->from, 'they touch');
            }
        }
        self::assertCount(1, $set->bars('contrast'), 'all have the same');
        self::assertEquals(new Bar(2, 5, 4), $set->bars('letters')[0], 'whole numbers, a few together');
    }

    public function testMadeUpRowsAreOfTheValuesThatMeasureWidestAndNarrowest(): void
    {
        $design = Make::design(Make::text('{name}'));
        $rows = array_map(
            static fn (string $name, string $note, int $i): Record => new Record($i + 1, ['name' => $name, 'note' => $note]),
            ['illillillill', 'WWWWWW', '', 'Bo', 'Mo'],
            ['a', 'abc', 'ab', '', 'abcd'],
            range(0, 4),
        );
        $made = StretchRow::of($design, $rows, new TextLayouter(Make::shaper()));
        self::assertSame(['name' => 'WWWWWW', 'note' => 'abcd'], $made['stretch'], 'six wide letters are more than twelve narrow ones');
        self::assertSame(['name' => 'Bo', 'note' => 'a'], $made['shortest'], 'what is empty is no value');
    }

    public function testAValueThatDoesNotGoInIsNotMadeUpOf(): void
    {
        $design = Make::design(Make::text('{hours, number}'));
        $rows = [new Record(1, ['hours' => '7']), new Record(2, ['hours' => 'very many']), new Record(3, ['hours' => '112'])];
        self::assertSame('112', StretchRow::of($design, $rows, new TextLayouter(Make::shaper()))['stretch']['hours']);
    }

    public function testFilesThatWouldBeCalledAlikeAreNoted(): void
    {
        $found = (new WholeSet())->warnings([4 => 'ada-2']);
        self::assertSame('The file: is named “ada-2”, because another file has its name.', English::say($found[4][0]->sentence));
        self::assertSame(Severity::Note, $found[4][0]->severity);
    }

    #[TestWith([0.5, 0])]
    #[TestWith([0.7, 1])]
    public function testHowMuchSmallerIsSaidIsALimit(float $limit, int $found): void
    {
        $design = Make::design(Make::text('{name}', FitRule::shrink(20)));
        $set = new WholeSet(new CheckLimits(smaller: $limit));
        foreach (['Ada', 'Bo', 'Cy', 'Dora', 'Eve', 'Maximiliana Theodora Featherstone'] as $i => $name) {
            $set->add($i + 1, WholeSet::facts($design, [Make::laid($design, ['name' => $name])]));
        }
        self::assertCount($found, $set->warnings());
    }

    /** A picture of 600 pixels on two inches. */
    #[TestWith([300.0, 0])]
    #[TestWith([301.0, 1])]
    public function testPicturesOnPaperAreCoarseBelowSoManyDpi(float $least, int $found): void
    {
        $layer = self::picture(new Frame(0, 0, 600, 600));
        $design = new Design(
            ...['unit' => Unit::Inch, 'dpi' => 300.0, 'limits' => new CheckLimits(dpi: $least)] + get_object_vars(Make::design($layer)),
        );
        $warnings = self::of(WarningKind::Coarse, $design, Make::photo('kettle.jpg', 600, 600));
        self::assertCount($found, $warnings);
        if ($found > 0) {
            self::assertSame(
                'Photo: “kettle.jpg” is only 300 dpi at this size; the limit is 301 dpi.',
                English::say($warnings[0]->sentence),
            );
        }
    }

    public function testAPictureOfWhichMostIsCutOffIsLookedAt(): void
    {
        $design = Make::design(self::picture(new Frame(0, 0, 800, 200)));
        self::assertSame([], self::of(WarningKind::Crop, $design, Make::photo('kettle.jpg', 800, 400)), 'half of it is');
        $found = self::of(WarningKind::Crop, $design, Make::photo('kettle.jpg', 400, 800));
        self::assertSame('Photo: 88 % of “kettle.jpg” is cropped.', English::say($found[0]->sentence));
        $chosen = Make::design(self::picture(new Frame(0, 0, 800, 200), new Crop(0.5, 0.2)));
        self::assertSame([], self::of(WarningKind::Crop, $chosen, Make::photo('kettle.jpg', 400, 800)), 'somebody chose it');
    }

    public function testWhatMustStayInSightAndIsCutOffLooksWrong(): void
    {
        // In the corner of a picture in a round frame nothing is seen.
        $round = new FrameShape(FrameKind::Ellipse);
        $design = Make::design(self::picture(new Frame(0, 0, 400, 400), shape: $round));
        self::assertSame([], self::of(WarningKind::Crop, $design, Make::photo('kettle.jpg', 400, 400, 0.5, 0.1)));
        $found = self::of(WarningKind::Crop, $design, Make::photo('kettle.jpg', 400, 400, 0.05, 0.05));
        self::assertSame('Photo: the focus point of “kettle.jpg” is cropped.', English::say($found[0]->sentence));
        self::assertSame(Severity::WillLookWrong, $found[0]->severity);
    }

    #[TestWith(['2026-03-01', 0])]
    #[TestWith(['soon', 1])]
    #[TestWith(['', 0])]
    public function testACellThatIsNotWhatItsColumnHoldsIsLookedAt(string $cell, int $found): void
    {
        $kinds = new CellKinds(
            new ColumnKinds(new CellReader('en_GB'), new PictureNames([])),
            [new Column(3, 'issued', 'Issued', ColumnKind::Date), new Column(4, 'note', 'Note')],
        );
        $warnings = $kinds->warnings(Make::design(Make::text('on {issued}')), new Record(1, ['issued' => $cell, 'note' => 'x']));
        self::assertCount($found, $warnings);
        if ($found > 0) {
            self::assertSame('Recipient: “soon” in column D is not a date.', English::say($warnings[0]->sentence));
        }
    }

    public function testAWarningIsAcceptedForAsLongAsWhatIsShownStays(): void
    {
        $design = Make::design(Make::text('{name}'));
        $value = static fn (string $name, string $other): string => Acceptance::value(
            $design,
            new Record(1, ['name' => $name, 'other' => $other]),
            'recipient',
        );
        $work = (new HandWork())->accepting(
            new Acceptance(WarningKind::CutOff, 'recipient', $value('Ada …', 'x'), 'Isolde', '2026-11-26T10:00:00+00:00'),
        );
        $by = $work->accepts(WarningKind::CutOff, 'recipient', $value('Ada …', 'y'))?->by;
        self::assertSame('Isolde', $by, 'other cells are other things');
        self::assertNull($work->accepts(WarningKind::CutOff, 'recipient', $value('Bo …', 'x')));
        self::assertNull($work->accepts(WarningKind::Overset, 'recipient', $value('Ada …', 'x')));
        self::assertEquals($work, HandWork::of(json_decode((string) json_encode($work->toArray()), true)));
        self::assertTrue($work->without(WarningKind::CutOff, 'recipient')->isEmpty());
        self::assertTrue(HandWork::of(['accepted' => [['kind' => 'gone'], 7], 'touch' => 'x'])->isEmpty(), 'what is none is left out');
    }

    /** @param list<string> $names */
    private static function set(array $names): SetFacts
    {
        $design = Make::design(Make::text('{name}', FitRule::shrink(20)));
        $facts = static function () use ($design, $names): iterable {
            foreach ($names as $i => $name) {
                yield $i + 1 => WholeSet::facts($design, [Make::laid($design, ['name' => $name])]);
            }
        };

        return SetFacts::of($facts())['recipient'];
    }

    private static function picture(Frame $frame, ?Crop $crop = null, FrameShape $shape = new FrameShape()): PictureLayer
    {
        return new PictureLayer(
            ...['id' => 'photo', 'name' => 'Photo', 'frame' => $frame, 'opacity' => 1.0, 'locked' => false, 'hidden' => false],
            source: Pattern::parse('{photo}', 'en_GB'),
            fit: PictureFit::Cover,
            shape: $shape,
            crop: $crop,
        );
    }

    /** @return list<Warning> */
    private static function of(WarningKind $kind, Design $design, \Morphea\Core\Rendering\Drawing\Picture $picture): array
    {
        return array_values(array_filter(
            Make::warnings($design, ['photo' => $picture->name], new Pictures($picture)),
            static fn (Warning $one): bool => $kind === $one->kind,
        ));
    }
}
