<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\PixelCheck;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\TouchCheck;
use Morphea\Core\Checks\UnderCheck;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

/** What only what is drawn can tell: that words run into something, and that they do not stand out from what is under them. */
final class PixelChecksTest extends TestCase
{
    private const SHORT = ['name' => 'Bo'];
    private const LONG = ['name' => 'Featherstonehaugh-Pellinore of Upper Tidewick'];

    public function testWordsThatRunIntoOtherWordsAreToldOnceOfThePair(): void
    {
        $design = Make::design(
            Make::text('{name}', FitRule::keep(), frame: new Frame(0, 0, 400, 120)),
            Make::text('of the guild', frame: new Frame(500, 0, 600, 120), id: 'guild'),
        );
        self::assertSame([], self::sentences(new TouchCheck(), $design, self::SHORT));
        $found = self::warnings(new TouchCheck(), $design, self::LONG);
        self::assertCount(1, $found);
        self::assertSame('Guild: touches “Recipient”.', English::say($found[0]->sentence));
        self::assertSame([WarningKind::Touch, Severity::WillLookWrong], [$found[0]->kind, $found[0]->severity]);
        self::assertGreaterThan(500, $found[0]->box?->left, 'where both are');
    }

    public function testWhatTheDesignHasSoForAllRowsAndWhatIsOneGroupIsLeftAlone(): void
    {
        $one = Make::text('Certificate', frame: new Frame(0, 0, 600, 120));
        $other = Make::text('of mending', frame: new Frame(200, 0, 600, 120), id: 'of');
        self::assertSame([], self::sentences(new TouchCheck(), Make::design($one, $other), []), 'nothing of it is filled in');
        $words = Make::text('{name}', frame: new Frame(0, 0, 600, 120));
        $grouped = array_map(static function (TextLayer $layer): TextLayer {
            $values = get_object_vars($layer);
            unset($values['pattern']);

            return new TextLayer(...['group' => 'badge'] + $values);
        }, [$words, $other]);
        self::assertSame([], self::sentences(new TouchCheck(), Make::design(...$grouped), self::LONG));
        self::assertCount(1, self::sentences(new TouchCheck(), Make::design($words, $other), self::LONG));
    }

    public function testWordsThatRunIntoACodeAShapeOrAPictureAreTold(): void
    {
        $words = Make::text('{name}', FitRule::keep(), frame: new Frame(0, 0, 400, 120));
        $beside = new Frame(500, 0, 200, 120);
        $code = new CodeLayer('code', 'Code', $beside, 1, false, false, Pattern::parse('TIDEWICK'), CodeKind::Qr);
        $others = [
            'touches “Code”' => [$code, $words],
            'runs into “Band”' => [self::band($beside), $words],
            'runs into “Photo”' => [self::photo($beside), $words],
            'is covered by “Band”' => [$words, self::band($beside)],
        ];
        foreach ($others as $says => $layers) {
            $design = Make::design(...$layers);
            self::assertSame(["Recipient: $says."], self::sentences(new TouchCheck(), $design, self::LONG));
            self::assertSame([], self::sentences(new TouchCheck(), $design, self::SHORT), $says);
        }
        $meant = Make::design(self::band(new Frame(0, 0, 1200, 800)), $words);
        self::assertSame([], self::sentences(new TouchCheck(), $meant, self::LONG), 'words on a band that is meant to be under them');
    }

    public function testWhatHasNobodyToDrawItIsNotLookedAt(): void
    {
        $design = Make::design(Make::text('{name}', frame: new Frame(0, 0, 400, 120)), self::band(new Frame(500, 0, 200, 120)));
        $piece = new Inspected($design, Make::laid($design, self::LONG));
        self::assertSame([], iterator_to_array((new TouchCheck())->warnings($piece), false));
        self::assertSame([], $piece->contrasts());
    }

    public function testWordsOverAPictureAreComparedWithWhatIsUnderThem(): void
    {
        // The picture is dark at the left and bright at the right; ink is dark.
        $photo = self::photo(new Frame(0, 0, 1200, 800));
        $at = static fn (float $x, string $colour): Design => Make::design(
            $photo,
            Make::text('{name}', frame: new Frame($x, 300, 200, 120), style: Make::style(60, colour: $colour)),
        );
        self::assertSame([], self::sentences(new UnderCheck(), $at(800, '#17211E'), self::SHORT));
        $found = self::warnings(new UnderCheck(), $at(100, '#17211E'), self::SHORT);
        self::assertSame(
            'Recipient: contrast with the picture or colours behind is 1 : 1; text of this size needs 3 : 1.',
            English::say($found[0]->sentence),
        );
        self::assertSame([], self::sentences(new UnderCheck(), $at(100, '#FFFFFF'), self::SHORT), 'white does there');
        self::assertCount(1, self::sentences(new UnderCheck(), $at(570, '#FFFFFF'), self::SHORT), 'a half on bright ground is too much');
    }

    public function testWhatLiesOnASingleColourIsNoBusinessOfPixels(): void
    {
        $design = Make::design(
            self::band(new Frame(0, 0, 1200, 800)),
            Make::text('{name}', frame: new Frame(100, 300, 600, 120), style: Make::style(60, colour: '#235457')),
        );
        $piece = self::piece($design, self::SHORT);
        self::assertSame([], $piece->contrasts());
    }

    public function testOnASideThatIsSeenThroughNobodyKnowsWhatItComesToStandOn(): void
    {
        $layers = [
            self::photo(new Frame(600, 0, 600, 800)),
            Make::text('{name}', frame: new Frame(560, 300, 300, 120), style: Make::style(60)),
        ];
        $open = new Design(...['pages' => [new Page('Front', null, $layers)]] + get_object_vars(Make::design(...$layers)));
        self::assertSame([], self::piece($open, self::LONG)->contrasts());
        self::assertSame(['recipient'], array_keys(self::piece(Make::design(...$layers), self::LONG)->contrasts()));
    }

    private static function band(Frame $frame): Layer
    {
        return new ShapeLayer('band', 'Band', $frame, 1, false, false, ShapeKind::Rectangle, '#235457', null, 0, 0);
    }

    private static function photo(Frame $frame): Layer
    {
        return new PictureLayer('photo', 'Photo', $frame, 1, false, false, 'seal.png', PictureFit::Stretch);
    }

    /** @param array<string, string> $cells */
    private static function piece(Design $design, array $cells): Inspected
    {
        return new Inspected($design, Make::laid($design, $cells), draw: static fn (Drawing $drawing): Boxes => new Boxes($drawing));
    }

    /**
     * @param array<string, string> $cells
     *
     * @return list<Warning>
     */
    private static function warnings(PixelCheck $check, Design $design, array $cells): array
    {
        return iterator_to_array($check->warnings(self::piece($design, $cells)), false);
    }

    /**
     * @param array<string, string> $cells
     *
     * @return list<string>
     */
    private static function sentences(PixelCheck $check, Design $design, array $cells): array
    {
        return array_map(static fn (Warning $one): string => English::say($one->sentence), self::warnings($check, $design, $cells));
    }
}
