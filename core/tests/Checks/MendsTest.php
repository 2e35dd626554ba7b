<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Fix;
use Morphea\Core\Checks\FixFinder;
use Morphea\Core\Checks\FixOutcome;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Edits\SetLayer;
use Morphea\Core\Design\Edits\TouchUp;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What may mend a warning, and what that would do to all rows, said before it is done. */
final class MendsTest extends TestCase
{
    private const NAMES = ['Bo', 'Maximiliana Dora', 'Ada', 'Featherstonehaugh-Pellinore of Upper Tidewick', 'Cy'];

    public function testLongWordsMayTakeMoreLinesBeSmallerOrHaveMoreRoom(): void
    {
        $mends = self::mends(self::design(), WarningKind::Overset);
        self::assertSame(['lines', 'size', 'wider'], array_keys($mends));
        self::assertSame('Wrap to 2 lines', English::say($mends['lines']->label));
        self::assertMatchesRegularExpression('/^Shrink to [\d.]+ px$/', English::say($mends['size']->label));
    }

    public function testTheOutcomeIsCountedOverAllRows(): void
    {
        $design = self::design();
        $mends = self::mends($design, WarningKind::Overset);
        $size = self::outcome($design, $mends['size']);
        self::assertSame([2, 0, 5], [$size->mended, $size->worse, $size->looked]);
        self::assertSame('fixes 2 pieces, 1 still to check, none gets worse', English::say($size->says()), 'it is as small as may be');
        $after = self::overset($mends['size']->edit->apply($design));
        self::assertSame([], $after, 'as it was said');
        $wider = self::outcome($design, $mends['wider']);
        self::assertSame(1, $wider->mended, 'the longest does not fit there either');
        self::assertSame([3], self::overset($mends['wider']->edit->apply($design)));
    }

    public function testWhatBecomesTooSmallToReadIsSaid(): void
    {
        $design = self::design();
        $tiny = new SetLayer('recipient', ['style.size' => 9]);
        $outcome = self::outcome($design, new Fix('tiny', new Message('warnings.fix.even'), $tiny));
        self::assertSame('fixes 2 pieces, 5 become hard to read', English::say($outcome->says()));
    }

    public function testWhatAChangeMakesWorseIsSaid(): void
    {
        $narrow = new SetLayer('recipient', ['frame.width' => 60]);
        $design = self::design();
        $outcome = self::outcome($design, new Fix('narrow', new Message('warnings.fix.even'), $narrow));
        self::assertGreaterThanOrEqual(2, $outcome->worse);
        self::assertStringContainsString('worse', English::say($outcome->says()));
    }

    public function testTouchUpsStayWhatTheyAre(): void
    {
        $design = self::design();
        // The longest was set small by hand: nothing is the matter with it, and nothing is to be mended.
        $touch = TouchUp::between($design, (new SetLayer('recipient', ['style.size' => 12]))->apply($design));
        $edit = self::mends($design, WarningKind::Overset)['size']->edit;
        $outcome = FixOutcome::of(
            ...[self::layouter(), Make::noPictures(), $design, $edit, WarningKind::Overset, 'recipient', self::rows(), new EvenSizes()],
            touchUps: new TouchUps([4 => $touch]),
        );
        self::assertSame(1, $outcome->mended);
    }

    public function testWhatTimeWasNotEnoughForIsSaid(): void
    {
        $design = self::design();
        $edit = self::mends($design, WarningKind::Overset)['size']->edit;
        $outcome = FixOutcome::of(
            ...[self::layouter(), Make::noPictures(), $design, $edit, WarningKind::Overset, 'recipient', self::rows(), new EvenSizes()],
            seconds: 0.0,
        );
        self::assertLessThan(5, $outcome->looked);
        self::assertStringContainsString('first ', English::say($outcome->says()));
    }

    public function testFaintWordsAreOfferedColoursThatStandOut(): void
    {
        $faint = (new SetLayer('recipient', ['style.colour' => '#DDDDDD']))->apply(self::design());
        $mends = self::mends($faint, WarningKind::Contrast);
        self::assertSame(['colour-17211E'], array_keys($mends), 'white on white is no way');
        self::assertSame('Use #17211E, 16.5 : 1', English::say($mends['colour-17211E']->label));
        self::assertSame(5, self::outcome($faint, $mends['colour-17211E'], WarningKind::Contrast)->mended);
    }

    public function testWhatStandsAtTheEdgeIsMovedInside(): void
    {
        $design = Make::design(Make::text('{name}', FitRule::keep(), frame: new Frame(-50, 100, 900, 120)));
        $box = Make::laid($design, ['name' => 'Bo'])->drawing->groups[0]->bounds();
        $warning = new Warning(WarningKind::Edge, Severity::WillLookWrong, 'recipient', 'Recipient', '', $box);
        $mends = array_column((new FixFinder(self::texts()))->find($design, $warning, self::rows()), null, 'id');
        self::assertArrayHasKey('inside', $mends);
        $moved = $mends['inside']->edit->apply($design);
        self::assertGreaterThanOrEqual(-0.01, Make::laid($moved, ['name' => 'Bo'])->drawing->groups[0]->bounds()->left);
    }

    public function testABrokenWordMayBeSmallerOrHaveMoreRoomAndALonelyOneIsBalanced(): void
    {
        $design = Make::design(Make::text('{name}', FitRule::wrap(3), frame: new Frame(300, 100, 600, 300)));
        self::assertSame(['size', 'wider'], array_keys(self::mends($design, WarningKind::Broken)));
        $mends = self::mends($design, WarningKind::Leftover);
        self::assertSame(['balanced'], array_keys($mends));
        $balanced = $mends['balanced']->edit->apply($design);
        self::assertSame([], self::mends($balanced, WarningKind::Leftover), 'it is so already');
        $mends = self::mends($design, WarningKind::Empty);
        self::assertSame('Close the gap when empty', English::say($mends['closes']->label));
        self::assertSame([], self::mends($mends['closes']->edit->apply($design), WarningKind::Empty));
    }

    public function testOneSizeForAllIsOfferedWhereOneIsSmallerThanMost(): void
    {
        $design = Make::design(Make::text('{name}', FitRule::shrink(20), frame: new Frame(300, 100, 600, 140)));
        $mends = self::mends($design, WarningKind::Smaller);
        self::assertArrayHasKey('even', $mends);
        self::assertArrayNotHasKey('even', self::mends($design, WarningKind::Small));
        self::assertArrayNotHasKey('even', self::mends($mends['even']->edit->apply($design), WarningKind::Smaller));
    }

    #[TestWith([Align::Left, 300.0, 900.0 - 24.0])]
    #[TestWith([Align::Centre, 24.0, 1152.0])]
    #[TestWith([Align::Right, 24.0, 876.0])]
    public function testAFrameGrowsAwayFromWhereItsWordsAreAligned(Align $align, float $x, float $width): void
    {
        $frame = new Frame(300, 100, 600, 140);
        $design = Make::design(Make::text('{name}', FitRule::keep(), frame: $frame, style: Make::style(align: $align)));
        $wider = self::mends($design, WarningKind::Overset)['wider']->edit->apply($design)->layer('recipient')->frame;
        self::assertEqualsWithDelta([$x, $width], [$wider->x, $wider->width], 0.01, 'as far as a fiftieth of the side from its edges');
        $turned = Make::design(Make::text('{name}', frame: new Frame(300, 100, 600, 140, 30)));
        self::assertArrayNotHasKey('wider', self::mends($turned, WarningKind::Overset));
    }

    public function testNoMoreLinesThanSixAreOffered(): void
    {
        $frame = new Frame(300, 0, 600, 140);
        $of = static fn (int $lines): Design => Make::design(Make::text('{name}', FitRule::wrap($lines), frame: $frame));
        self::assertSame('Wrap to 6 lines', English::say(self::mends($of(5), WarningKind::Overset)['lines']->label));
        self::assertArrayNotHasKey('lines', self::mends($of(6), WarningKind::Overset));
    }

    public function testACodeIsMadeAsLargeAsItMustBeIfThereIsRoom(): void
    {
        $frame = new Frame(1090, 40, 100, 100);
        $design = Make::design(new CodeLayer('code', 'Code', $frame, 1, false, false, Pattern::parse('T'), CodeKind::Qr));
        $mends = fn (float $limit): array => (new FixFinder(self::texts()))->find(
            $design,
            new Warning(WarningKind::Code, Severity::WillLookWrong, 'code', 'Code', '', null, 2.0, $limit),
            [],
        );
        self::assertSame('Make it 52 % larger', English::say($mends(3.0)[0]->label));
        $frame = $mends(3.0)[0]->edit->apply($design)->layer('code')->frame;
        self::assertEqualsWithDelta([153.0, 1200.0 - 153.0], [$frame->width, $frame->x], 0.01, 'and stays on the side');
        self::assertSame([], $mends(1.5), 'it is large enough');
        self::assertSame([], $mends(18.0), 'it would be larger than the side');
    }

    public function testAPictureThatIsNotThereMayBeHidden(): void
    {
        $frame = new Frame(0, 0, 100, 100);
        $photo = new PictureLayer('photo', 'Photo', $frame, 1, false, false, Pattern::parse('{file}'), PictureFit::Cover);
        $design = Make::design($photo);
        foreach ([WarningKind::Picture->value => 1, WarningKind::Empty->value => 1, WarningKind::Coarse->value => 0] as $kind => $count) {
            $warning = new Warning(WarningKind::from($kind), Severity::LookAtIt, 'photo', 'Photo', '');
            self::assertCount($count, (new FixFinder(self::texts()))->find($design, $warning, []), $kind);
        }
    }

    public function testALayerThatIsGoneHasNone(): void
    {
        $warning = new Warning(WarningKind::Overset, Severity::WillLookWrong, 'gone', 'Gone', '');
        self::assertSame([], (new FixFinder(self::texts()))->find(self::design(), $warning, []));
    }

    /** @return array<string, Fix> by id */
    private static function mends(Design $design, WarningKind $kind): array
    {
        $warning = new Warning($kind, Severity::WillLookWrong, 'recipient', 'Recipient', '');

        return array_column((new FixFinder(self::texts()))->find($design, $warning, self::rows()), null, 'id');
    }

    private static function outcome(Design $design, Fix $mend, WarningKind $kind = WarningKind::Overset): FixOutcome
    {
        return FixOutcome::of(
            self::layouter(),
            Make::noPictures(),
            $design,
            $mend->edit,
            $kind,
            'recipient',
            self::rows(),
            new EvenSizes(),
        );
    }

    /** @return list<int> places of the rows that do not fit */
    private static function overset(Design $design): array
    {
        $found = array_filter(
            self::rows(),
            static fn (Record $row): bool => true === Make::laid($design, $row->cells)->text('recipient')?->overset,
        );

        return array_keys($found);
    }

    private static function design(): Design
    {
        return Make::design(Make::text('{name}', FitRule::keep(), frame: new Frame(300, 100, 600, 140)));
    }

    /** @return list<Record> */
    private static function rows(): array
    {
        return array_map(
            static fn (string $name, int $i): Record => new Record($i + 1, ['name' => $name], [], $i + 1),
            self::NAMES,
            array_keys(self::NAMES),
        );
    }

    private static function layouter(): Layouter
    {
        return new Layouter(self::texts());
    }

    private static function texts(): TextLayouter
    {
        return new TextLayouter(Make::shaper());
    }
}
