<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Design\Model;

use Morphea\Core\Design\Edits\AddLayer;
use Morphea\Core\Design\Edits\AddPage;
use Morphea\Core\Design\Edits\ChangeSize;
use Morphea\Core\Design\Edits\LinkColumn;
use Morphea\Core\Design\Edits\PasteLayers;
use Morphea\Core\Design\Edits\Preset;
use Morphea\Core\Design\Edits\RemovePage;
use Morphea\Core\Design\Edits\ReplaceFont;
use Morphea\Core\Design\Edits\SetPage;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class PagesTest extends TestCase
{
    public function testABackIsAddedChangedAndTakenAway(): void
    {
        $design = (new AddPage())->apply(Make::design(Make::text('{name}')));
        self::assertSame(['Front', 'Back'], array_map(static fn (Page $page): string => $page->name, $design->pages));
        $design = (new SetPage(['background' => '#235457', 'name' => 'Rules'], 1))->apply($design);
        self::assertSame(
            ['#FFFFFF', '#235457', 'Rules'],
            [$design->page()->background, $design->page(1)->background, $design->page(1)->name],
        );
        $design = (new AddLayer(Make::text('{number}', id: 'number'), 1))->apply($design);
        self::assertSame(1, $design->pageOf('number'));
        self::assertSame(['name', 'number'], $design->linkedColumns());
        self::assertSame($design->page(1)->layers, (new RemovePage(0))->apply($design)->page()->layers);
        $this->expectExceptionMessage('design.wrong.two_pages');
        (new AddPage())->apply($design);
    }

    public function testIdsAreUsedOnceOverBothPages(): void
    {
        $design = (new AddPage())->apply(Make::design(Make::text('{name}')));
        $copy = (new DesignCodec())->layerToArray($design->layer('recipient'));
        [$pasted, $ids] = (new PasteLayers([$copy], 96, 0, 1))->paste($design);
        self::assertSame(['recipient-2'], $ids);
        self::assertCount(1, $pasted->page(1)->layers);
        $this->expectException(DesignException::class);
        (new AddLayer(Make::text('x'), 1))->apply($design);
    }

    public function testTheLastPageStays(): void
    {
        $this->expectExceptionMessage('design.wrong.last_page');
        (new RemovePage(0))->apply(Make::design());
    }

    public function testPicturesAndCodesAreLinkedLikeTexts(): void
    {
        $picture = new PictureLayer('photo', 'Photo', new Frame(0, 0, 10, 10), 1, false, false, 'seal.png', PictureFit::Cover);
        $code = new CodeLayer(
            'code',
            'Code',
            new Frame(0, 0, 10, 10),
            1,
            false,
            false,
            Pattern::parse('TIDEWICK'),
            CodeKind::Qr,
        );
        $design = Make::design($picture, $code);
        foreach (['photo', 'code'] as $layer) {
            $design = (new LinkColumn($layer, 'item', ['item']))->apply($design);
        }
        self::assertSame(['item'], $design->linkedColumns());
        self::assertSame([], $design->pictures(), 'the fixed picture gave way');
        $this->expectExceptionMessage('design.wrong.shows_no_column');
        (new LinkColumn('line', 'item', ['item']))->apply(
            Make::design(
                new ShapeLayer('line', 'Line', new Frame(0, 0, 1, 1), 1, false, false, ShapeKind::Line, null, null, 0, 0),
            ),
        );
    }

    public function testAFontIsReplacedOnBothPages(): void
    {
        $design = (new AddLayer(Make::text('b', id: 'b', style: Make::style(family: 'Harbour Hand')), 1))->apply(
            (new AddPage())->apply(Make::design(Make::text('a', id: 'a', style: Make::style(family: 'Harbour Hand')))),
        );
        self::assertSame(['Caveat'], (new ReplaceFont('Harbour Hand', 'Caveat'))->apply($design)->families());
        $this->expectExceptionMessage('"design.wrong.font_not_used","parameters":{"font":"Gull"}');
        (new ReplaceFont('Gull', 'Lora'))->apply($design);
    }

    public function testHeadingsAreInTheLettersOfWordsThatAllPiecesHaveTheLargestFirst(): void
    {
        $text = static fn (string $words, string $family, float $size) => Make::text(
            $words,
            id: "of-$size",
            style: Make::style(family: $family, size: $size),
        );
        $design = Make::design(
            $text('{name}', 'Pinyon Script', 90),
            $text('of the guild', 'Lora', 20),
            $text('Certificate', 'Lora', 40),
            $text('{name} again', 'Lora', 60),
            $text('Tidewick', 'Caveat', 30),
        );
        $headings = $design->headings();
        self::assertSame(['Lora', 'Caveat', 'Pinyon Script'], array_keys($headings));
        self::assertSame(40.0, $headings['Lora']->size);
        self::assertSame([], Make::design()->headings());
    }

    public function testAnotherSizeStretchesNothingAndKeepsWhatIsNearTogether(): void
    {
        // 1200 x 800 to 1200 x 1600: everything keeps its size, and moves with the edge it was near to.
        $design = Make::design(
            new ShapeLayer(
                'ground',
                'Ground',
                new Frame(0, 0, 1200, 800),
                1,
                false,
                false,
                ShapeKind::Rectangle,
                '#FFFFFF',
                null,
                0,
                0,
            ),
            Make::text('top', id: 'top', frame: new Frame(100, 60, 300, 80)),
            Make::text('under it', id: 'under', frame: new Frame(100, 150, 300, 60)),
            new ShapeLayer(
                'disc',
                'Disc',
                new Frame(500, 300, 200, 200),
                1,
                false,
                false,
                ShapeKind::Ellipse,
                '#000000',
                null,
                0,
                0,
            ),
            Make::text('foot', id: 'foot', frame: new Frame(900, 700, 200, 50)),
            new ShapeLayer(
                'base',
                'Base',
                new Frame(0, 500, 400, 300),
                1,
                false,
                false,
                ShapeKind::Star,
                '#000000',
                null,
                0,
                0,
            ),
        );
        $frames = $this->frames((new ChangeSize(1200, 1600, Unit::Pixel, 96))->apply($design));
        self::assertSame([0.0, 0.0, 1200.0, 1600.0], $frames['ground'], 'what ran from edge to edge does so again');
        self::assertSame([100.0, 60.0, 300.0, 80.0], $frames['top']);
        self::assertSame([100.0, 150.0, 300.0, 60.0], $frames['under'], 'as far below as before');
        self::assertSame([500.0, 700.0, 200.0, 200.0], $frames['disc'], 'still round, still in the middle');
        self::assertSame([0.0, 1300.0, 400.0, 300.0], $frames['base'], 'at the foot still, though other things were near it');
        self::assertSame([900.0, 1500.0, 200.0, 50.0], $frames['foot'], 'as far from the foot as before');
    }

    public function testAnotherResolutionKeepsPhysicalSizes(): void
    {
        $design = Design::blank('x', 100, 50, Unit::Millimetre, 300);
        $design = (new AddLayer(Make::text('a')))->apply((new SetPage(['bleed' => 35.433]))->apply($design));
        $half = (new ChangeSize(100, 50, Unit::Millimetre, 150))->apply($design);
        $text = $half->layer('recipient');
        self::assertInstanceOf(TextLayer::class, $text);
        self::assertEqualsWithDelta(50, $text->style->size, 0.1);
        self::assertEqualsWithDelta(17.716, $half->bleed, 0.01);
    }

    #[TestWith(['card', 2, '63 × 88 mm', 35.43])]
    #[TestWith(['postcard-9x6', 2, '9 × 6 in', 37.5])]
    #[TestWith(['print-design', 1, '4500 × 5400 px', 0.0])]
    public function testPresetsComeWithTheirPagesAndBleed(string $id, int $pages, string $size, float $bleed): void
    {
        $design = Preset::all()[$id]->design('x');
        self::assertCount($pages, $design->pages);
        self::assertSame($size, $design->size());
        self::assertEqualsWithDelta($bleed, $design->bleed, 0.01);
        self::assertSame('print-design' === $id, null === $design->page()->background);
    }

    /** @return array<string, list<float>> */
    private function frames(Design $design): array
    {
        $frames = [];
        foreach ($design->layers() as $layer) {
            $frames[$layer->id] = array_map(static fn (float $v): float => round($v, 3), [
                $layer->frame->x,
                $layer->frame->y,
                $layer->frame->width,
                $layer->frame->height,
            ]);
        }

        return $frames;
    }
}
