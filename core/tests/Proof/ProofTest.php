<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Proof;

use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Template\EmptyRule;
use Morphea\Core\Template\FitRule;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\PictureFit;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class ProofTest extends TestCase
{
    public function testAPieceInOrderHasNoFindings(): void
    {
        self::assertSame([], $this->kinds(Make::text('{name}'), ['name' => 'Ottilie']));
    }

    public function testOversetWordsAreFoundButDoNotStopThePiece(): void
    {
        self::assertSame(['overset' => false], $this->kinds(Make::text('{name}'), ['name' => str_repeat('Maximiliana ', 5)]));
    }

    public function testMoreLettersThanAnyTextHasStopThePieceAndAreCounted(): void
    {
        self::assertSame([], $this->kinds(Make::text('No. {name}', FitRule::fill(1)), ['name' => str_repeat('x', 40)]));
        $findings = (new Proof())->of(
            Make::laid(Make::template(Make::text('No. {name}')), ['name' => str_repeat('ä', 30_000)]),
        );
        self::assertSame(
            ['Recipient: has 30,004 letters; a text may have up to 5,000. Shorten the cell.'],
            array_map(
                static fn (Finding $one): string => $one->sentence,
                array_values(array_filter($findings, static fn (Finding $one): bool => $one->blocks)),
            ),
        );
    }

    public function testACellOfTheWrongKindStopsThePiece(): void
    {
        self::assertSame(['value' => true], $this->kinds(Make::text('{hours, plural, other {#}}'), ['hours' => 'ten']));
        self::assertSame(['value' => true], $this->kinds(Make::text('{gone}'), []));
    }

    public function testGlyphsAndFontsThatAreNotThereAreFound(): void
    {
        self::assertSame(['glyph' => false], $this->kinds(Make::text('{name}'), ['name' => '山']));
        self::assertSame(
            ['font' => false],
            $this->kinds(Make::text('{name}', style: Make::style(family: 'Nowhere')), ['name' => 'Bo']),
        );
    }

    public function testAnEmptyPlaceholderIsFoundWithWhatItDoes(): void
    {
        $findings = (new Proof())->of(
            Make::laid(Make::template(Make::text('{name}', empty: EmptyRule::words('a friend'))), ['name' => '']),
        );
        self::assertSame(
            ['Recipient: is empty and shows “a friend”.'],
            array_map(static fn (Finding $f): string => $f->sentence, $findings),
        );
    }

    public function testAMissingPictureStopsThePiece(): void
    {
        $picture = new PictureLayer('seal', 'Seal', new Frame(0, 0, 10, 10), 1, false, false, 'gone.png', PictureFit::Contain);
        $findings = (new Proof())->of(Make::laid(Make::template($picture), []));
        self::assertCount(1, $findings);
        self::assertTrue($findings[0]->blocks);
        self::assertStringContainsString('gone.png', $findings[0]->sentence);
    }

    /**
     * @param array<string, string> $cells
     *
     * @return array<string, bool> whether it blocks, by kind
     */
    private function kinds(TextLayer $layer, array $cells): array
    {
        $kinds = [];
        foreach ((new Proof())->of(Make::laid(Make::template($layer), $cells)) as $finding) {
            $kinds[$finding->kind] = $finding->blocks;
        }

        return $kinds;
    }
}
