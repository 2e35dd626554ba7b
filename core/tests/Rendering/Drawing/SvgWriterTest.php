<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Drawing;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class SvgWriterTest extends TestCase
{
    public function testWhatStandsInACellCanNeverBecomeMarkup(): void
    {
        $svg = $this->svg('<script>alert("1")</script> & \'x\'' . "\x01");
        self::assertStringNotContainsString('<script', $svg);
        self::assertSame(
            '<script>alert("1")</script> & \'x\'',
            $this->parsed($svg)->getElementsByTagName('text')->item(0)?->textContent,
        );
    }

    public function testEveryRunIsPlacedAndNamesItsOwnFont(): void
    {
        $texts = $this->parsed($this->svg('Jo Λη'))->getElementsByTagName('text');
        self::assertSame(2, $texts->length);
        self::assertSame('Noto Serif', $texts->item(1)?->getAttribute('font-family'));
        self::assertNotSame('', $texts->item(1)->getAttribute('x'));
    }

    public function testRightToLeftRunsAreHeldAtTheirLeftEdge(): void
    {
        $text = $this->parsed($this->svg('سلمى'))->getElementsByTagName('text')->item(0);
        self::assertSame('rtl', $text?->getAttribute('direction'));
        self::assertSame('end', $text->getAttribute('text-anchor'));
        self::assertSame('0', $text->getAttribute('x'));
    }

    public function testTheSameDrawingCanBeSizedInPixelsOrForPaper(): void
    {
        self::assertStringContainsString('width="1200" height="800" viewBox="0 0 1200 800"', $this->svg('x'));
        self::assertStringContainsString('width="12.5in" height="8.33333in"', $this->svg('x', SvgSize::Inches));
        self::assertStringNotContainsString(' width="1200" height="800" viewBox', $this->svg('x', SvgSize::Free));
    }

    public function testTurnedAndSeeThroughLayersAreGroups(): void
    {
        $shape = new ShapeLayer(
            'patch',
            'Patch',
            new Frame(100, 100, 200, 100, 30),
            0.25,
            false,
            false,
            ShapeKind::Rectangle,
            '#C63D1E',
            null,
            4,
            10,
        );
        $svg = Make::svg(Make::laid(Make::design($shape), [])->drawing, SvgSize::Pixels);
        self::assertStringContainsString(
            '<g id="layer-patch" transform="rotate(30 200 150)" opacity="0.25">' .
            '<rect x="100" y="100" width="200" height="100" rx="10" fill="#C63D1E"/></g>',
            $svg,
        );
    }

    private function svg(string $name, SvgSize $size = SvgSize::Pixels): string
    {
        return Make::svg(
            Make::laid(Make::design(Make::text('{name}')), ['name' => $name])->drawing,
            $size,
        );
    }

    private function parsed(string $svg): \DOMDocument
    {
        $document = new \DOMDocument();
        self::assertTrue($document->loadXML($svg, \LIBXML_NONET));

        return $document;
    }
}
