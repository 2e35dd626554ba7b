<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Design\Edits;

use Morphea\Core\Design\Edits\AddLayer;
use Morphea\Core\Design\Edits\AlignLayers;
use Morphea\Core\Design\Edits\AutoLink;
use Morphea\Core\Design\Edits\GroupLayers;
use Morphea\Core\Design\Edits\LinkColumn;
use Morphea\Core\Design\Edits\OrderLayer;
use Morphea\Core\Design\Edits\PasteLayers;
use Morphea\Core\Design\Edits\PlaceLayers;
use Morphea\Core\Design\Edits\RemoveLayers;
use Morphea\Core\Design\Edits\SetLanguage;
use Morphea\Core\Design\Edits\SetLayer;
use Morphea\Core\Design\Edits\SetPage;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class EditTest extends TestCase
{
    public function testAValueIsSetAndSaidInWords(): void
    {
        $before = Make::design(Make::text('{name}'));
        $edit = new SetLayer('recipient', [
            'style.size' => 80,
            'style.align' => 'centre',
            'fit' => ['mode' => 'wrap', 'leastSize' => null, 'maxLines' => 2],
        ]);
        $layer = $this->text($edit->apply($before));
        self::assertSame(80.0, $layer->style->size);
        self::assertSame(2, $layer->fit->maxLines);
        self::assertSame('Recipient: size, alignment and rule for long text changed', English::say($edit->says($before)));
        self::assertSame(100.0, $this->text($before)->style->size, 'the design before is untouched');
    }

    /** @param array<string, mixed> $values */
    #[TestWith([['style.size' => -1], 'wrong\.range'])]
    #[TestWith([['style.glow' => 1], 'wrong\.no_value'])]
    #[TestWith([['id' => 'other'], 'wrong\.fixed'])]
    #[TestWith([['content' => [['pattern' => '{hours, plural}']]], 'pattern.branches'])]
    #[TestWith([['fill' => '#FFFFFF'], 'wrong\.no_value'])]
    public function testAnEditThatDoesNotHoldIsRefused(array $values, string $message): void
    {
        \assert([] !== $values);
        $this->expectException(DesignException::class);
        $this->expectExceptionMessageMatches("/$message/");
        (new SetLayer('recipient', $values))->apply(Make::design(Make::text('x')));
    }

    #[TestWith(['A sample name', '{craft}', 'plain words give way'])]
    #[TestWith(['{full_name}', '{craft}', 'one column is taken over'])]
    #[
        TestWith([
            'for {hours, plural, one {# hour} other {# hours}}!',
            'for {craft, plural, one {# hour} other {# hours}}!',
            'with the way it is shown',
        ]),
    ]
    #[TestWith(['{full_name} and {hours}', '{full_name} and {hours} {craft}', 'added to several'])]
    #[TestWith(['on {craft}', 'on {craft}', 'linked already'])]
    #[TestWith(['{gone} for {hours}', '{craft} for {hours}', 'a column the table has not is taken over'])]
    public function testLinkingAColumn(string $before, string $after, string $why): void
    {
        self::assertSame(
            $after,
            $this->text(
                (new LinkColumn('recipient', 'craft', ['full_name', 'hours', 'craft']))->apply(
                    Make::design(Make::text($before)),
                ),
            )->pattern->source,
            $why,
        );
    }

    public function testLayersAreAddedOrderedAndRemoved(): void
    {
        $design = (new AddLayer(Make::text('b', id: 'b')))->apply(Make::design(Make::text('a', id: 'a')));
        $design = (new AddLayer(Make::text('c', id: 'c')))->apply($design);
        self::assertSame(['a', 'b', 'c'], $this->order($design));
        self::assertSame(['b', 'a', 'c'], $this->order((new OrderLayer('a', 1))->apply($design)));
        self::assertSame(['c', 'a', 'b'], $this->order((new OrderLayer('c', -9))->apply($design)));
        self::assertSame(['a', 'c'], $this->order((new RemoveLayers(['b']))->apply($design)));
        $this->expectExceptionMessageMatches('/wrong\.layer_twice/');
        (new AddLayer(Make::text('x', id: 'a')))->apply($design);
    }

    public function testLayersAreLinedUpWithEachOtherAndAloneWithThePage(): void
    {
        $design = Make::design(
            ...array_map(
                static fn (string $id, float $x, float $width): Layer => Make::text(
                    $id,
                    frame: new Frame($x, 10 * $x, $width, 20),
                    id: $id,
                ),
                ['a', 'b', 'c'],
                [10, 100, 400],
                [50, 20, 100],
            ),
        );
        $x = fn (string $way, string ...$ids): array => array_map(
            static fn (Layer $layer): float => $layer->frame->x,
            (new AlignLayers([] === $ids ? ['a', 'b', 'c'] : array_values($ids), $way))->apply($design)->page()->layers,
        );
        self::assertSame([10.0, 10.0, 10.0], $x('left'));
        self::assertSame([450.0, 480.0, 400.0], $x('right'));
        self::assertSame([230.0, 245.0, 205.0], $x('centre'));
        self::assertSame([10.0, 590.0, 400.0], $x('centre', 'b'), 'one alone: to the side');
        self::assertSame([10.0, 220.0, 400.0], $x('across'), 'the gaps are equal');
        $this->expectExceptionMessageMatches('/wrong\.three/');
        $x('down', 'a', 'b');
    }

    public function testCopiesGetNewNamesAndKeepTheirMeasureOnAnotherPage(): void
    {
        $codec = new DesignCodec();
        $copied = array_map(
            $codec->layerToArray(...),
            Make::design(Make::text('{name}', FitRule::shrink(30), id: 'a'), Make::text('x', id: 'b'))->page()->layers,
        );
        $copied[0]['group'] = $copied[1]['group'] = 'g';
        $onto = new Design('T', 3000, 2000, 192, Unit::Pixel, 'en_GB', [
            new Page('Front', null, [Make::text('old', id: 'a')]),
        ]);
        [$pasted, $ids] = (new PasteLayers($copied, 96, 10))->paste($onto);
        self::assertSame(['a-2', 'b'], $ids);
        $layer = $pasted->layer('a-2');
        self::assertInstanceOf(TextLayer::class, $layer);
        self::assertSame(
            [10.0, 2000.0, 200.0, 60.0, 'g'],
            [$layer->frame->x, $layer->frame->width, $layer->style->size, $layer->fit->leastSize, $layer->group],
        );
        $this->expectException(DesignException::class);
        (new PasteLayers([['id' => 'x', 'kind' => 'text', 'onload' => 'x']], 96, 0))->apply($onto);
    }

    public function testSeveralLayersArePlacedGroupedAndRemovedAtOnce(): void
    {
        $design = Make::design(Make::text('a', id: 'a'), Make::text('b', id: 'b'), Make::text('c', id: 'c'));
        $placed = (new PlaceLayers(['a' => new Frame(1, 2, 3, 4, 15), 'c' => new Frame(5, 6, 7, 8)]))->apply($design);
        self::assertSame([15.0, 5.0], [$placed->layer('a')->frame->rotation, $placed->layer('c')->frame->x]);
        $grouped = (new GroupLayers(['a', 'b'], true))->apply($design);
        self::assertSame(
            ['group-1', 'group-1', null],
            array_map(static fn (Layer $layer): ?string => $layer->group, $grouped->page()->layers),
        );
        self::assertNull((new GroupLayers(['a', 'b'], false))->apply($grouped)->layer('a')->group);
        self::assertSame(['b'], $this->order((new RemoveLayers(['a', 'c']))->apply($design)));
    }

    public function testPatternsFollowTheLanguageOfTheDesign(): void
    {
        $design = Make::design(Make::text('{hours, number}'));
        $french = (new SetLanguage('fr_FR'))->apply($design);
        self::assertSame('fr_FR', $french->locale);
        $words = static fn (Design $one): string => (new PatternFiller($one->locale))
            ->fill($one->layers()[0]->content()->pattern ?? Pattern::parse(''), ['hours' => '1234.5'])->text;
        self::assertSame(['1,234.5', "1\u{202F}234,5"], [$words($design), $words($french)]);
        self::assertSame('Language of the design set to français (France)', English::say((new SetLanguage('fr_FR'))->says($design)));
        $this->expectException(DesignException::class);
        (new SetLanguage('fr_FR; DROP'))->apply($design);
    }

    public function testThePageHasMarginGuidesAndSwatches(): void
    {
        $design = (new SetPage([
            'safeMargin' => 36,
            'guides' => [['upright' => true, 'at' => 600]],
            'swatches' => ['#A8391D'],
            'background' => null,
        ]))->apply(Make::design(Make::text('a')));
        self::assertSame(
            [36.0, 600.0, ['#A8391D'], null],
            [$design->safeMargin, $design->guides[0]->at, $design->swatches, $design->page()->background],
        );
        $this->expectExceptionMessageMatches('/swatches/');
        (new SetPage(['swatches' => ['javascript:']]))->apply($design);
    }

    public function testAPlaceholderLinksItselfToTheColumnOfItsName(): void
    {
        $design = Make::design(Make::text('{who}'), Make::text('{craft}', id: 'deed'), Make::text('fixed', id: 'title'));
        $linked = AutoLink::of($design, [
            new Column(0, 'recipient', 'RECIPIENT'),
            new Column(1, 'craft', 'Craft'),
            new Column(2, 'title', 'Title'),
        ]);
        self::assertSame('{recipient}', $this->text($linked->design)->pattern->source);
        self::assertSame(['Recipient shows A RECIPIENT', 'Deed shows B Craft'], $linked->made);
        self::assertSame(
            ['recipient', 'craft'],
            $linked->design->linkedColumns(),
            'words that are no placeholder stay words',
        );
    }

    private function text(Design $design): TextLayer
    {
        $layer = $design->layer('recipient');
        self::assertInstanceOf(TextLayer::class, $layer);

        return $layer;
    }

    /** @return list<string> */
    private function order(Design $design): array
    {
        return array_map(static fn (Layer $layer): string => $layer->id, $design->page()->layers);
    }
}
