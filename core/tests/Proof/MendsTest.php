<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Proof;

use Morphea\Core\Data\Record;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Layout\TextLayouter;
use Morphea\Core\Layout\TouchUps;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\FindingKind;
use Morphea\Core\Proof\Mend;
use Morphea\Core\Proof\Mends;
use Morphea\Core\Proof\Outcome;
use Morphea\Core\Proof\Severity;
use Morphea\Core\Template\Edit\SetLayer;
use Morphea\Core\Template\FitRule;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TouchUp;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

/** What may mend a finding, and what that would do to all rows, said before it is done. */
final class MendsTest extends TestCase
{
    private const NAMES = ['Bo', 'Maximiliana Dora', 'Ada', 'Featherstonehaugh-Pellinore of Upper Tidewick', 'Cy'];

    public function testLongWordsMayTakeMoreLinesBeSmallerOrHaveMoreRoom(): void
    {
        $mends = self::mends(self::design(), FindingKind::Overset);
        self::assertSame(['lines', 'size', 'wider'], array_keys($mends));
        self::assertSame('Wrap to 2 lines', $mends['lines']->label);
        self::assertMatchesRegularExpression('/^Shrink to [\d.]+ px$/', $mends['size']->label);
    }

    public function testTheOutcomeIsCountedOverAllRows(): void
    {
        $design = self::design();
        $mends = self::mends($design, FindingKind::Overset);
        $size = self::outcome($design, $mends['size']);
        self::assertSame([2, 0, 5], [$size->mended, $size->worse, $size->looked]);
        self::assertSame('mends 2 pieces, 1 of them still to be looked at, makes none worse', $size->says(), 'it is as small as may be');
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
        $outcome = self::outcome($design, new Mend('tiny', '', $tiny));
        self::assertSame('mends 2 pieces, 5 become hard to read', $outcome->says());
    }

    public function testWhatAChangeMakesWorseIsSaid(): void
    {
        $narrow = new SetLayer('recipient', ['frame.width' => 60]);
        $design = self::design();
        $outcome = self::outcome($design, new Mend('narrow', '', $narrow));
        self::assertGreaterThanOrEqual(2, $outcome->worse);
        self::assertStringContainsString('worse', $outcome->says());
    }

    public function testTouchUpsStayWhatTheyAre(): void
    {
        $design = self::design();
        // The longest was set small by hand: nothing is the matter with it, and nothing is to be mended.
        $touch = TouchUp::between($design, (new SetLayer('recipient', ['style.size' => 12]))->apply($design));
        $edit = self::mends($design, FindingKind::Overset)['size']->edit;
        $outcome = Outcome::of(
            ...[self::layouter(), Make::noPictures(), $design, $edit, FindingKind::Overset, 'recipient', self::rows(), new EvenSizes()],
            touchUps: new TouchUps([4 => $touch]),
        );
        self::assertSame(1, $outcome->mended);
    }

    public function testWhatTimeWasNotEnoughForIsSaid(): void
    {
        $design = self::design();
        $edit = self::mends($design, FindingKind::Overset)['size']->edit;
        $outcome = Outcome::of(
            ...[self::layouter(), Make::noPictures(), $design, $edit, FindingKind::Overset, 'recipient', self::rows(), new EvenSizes()],
            seconds: 0.0,
        );
        self::assertLessThan(5, $outcome->looked);
        self::assertStringContainsString('of the first', $outcome->says());
    }

    public function testFaintWordsAreOfferedColoursThatStandOut(): void
    {
        $faint = (new SetLayer('recipient', ['style.colour' => '#DDDDDD']))->apply(self::design());
        $mends = self::mends($faint, FindingKind::Contrast);
        self::assertSame(['colour-17211E'], array_keys($mends), 'white on white is no way');
        self::assertSame('In #17211E, 16.5 : 1', $mends['colour-17211E']->label);
        self::assertSame(5, self::outcome($faint, $mends['colour-17211E'], FindingKind::Contrast)->mended);
    }

    public function testWhatStandsAtTheEdgeIsMovedInside(): void
    {
        $design = Make::template(Make::text('{name}', FitRule::keep(), frame: new Frame(-50, 100, 900, 120)));
        $box = Make::laid($design, ['name' => 'Bo'])->drawing->groups[0]->bounds();
        $finding = new Finding(FindingKind::Edge, Severity::WillLookWrong, 'recipient', 'Recipient', '', $box);
        $mends = array_column((new Mends(self::texts()))->of($design, $finding, self::rows()), null, 'id');
        self::assertArrayHasKey('inside', $mends);
        $moved = $mends['inside']->edit->apply($design);
        self::assertGreaterThanOrEqual(-0.01, Make::laid($moved, ['name' => 'Bo'])->drawing->groups[0]->bounds()->left);
    }

    public function testALayerThatIsGoneHasNone(): void
    {
        $finding = new Finding(FindingKind::Overset, Severity::WillLookWrong, 'gone', 'Gone', '');
        self::assertSame([], (new Mends(self::texts()))->of(self::design(), $finding, []));
    }

    /** @return array<string, Mend> by id */
    private static function mends(Template $design, FindingKind $kind): array
    {
        $finding = new Finding($kind, Severity::WillLookWrong, 'recipient', 'Recipient', '');

        return array_column((new Mends(self::texts()))->of($design, $finding, self::rows()), null, 'id');
    }

    private static function outcome(Template $design, Mend $mend, FindingKind $kind = FindingKind::Overset): Outcome
    {
        return Outcome::of(self::layouter(), Make::noPictures(), $design, $mend->edit, $kind, 'recipient', self::rows(), new EvenSizes());
    }

    /** @return list<int> places of the rows that do not fit */
    private static function overset(Template $design): array
    {
        $found = array_filter(
            self::rows(),
            static fn (Record $row): bool => true === Make::laid($design, $row->cells)->text('recipient')?->overset,
        );

        return array_keys($found);
    }

    private static function design(): Template
    {
        return Make::template(Make::text('{name}', FitRule::keep(), frame: new Frame(300, 100, 600, 140)));
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
