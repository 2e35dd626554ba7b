<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Layout;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Design\Styles\Tokens;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Layout\ArtText;
use Morphea\Core\Rendering\Layout\ArtTexts;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class ArtTextsTest extends TestCase
{
    public function testATextStandsOnTheBaselineItStoodOn(): void
    {
        $items = $this->letters(
            $this->layer(
                new ArtText(
                    [[self::stretch('{Full name}', 40)]],
                    100,
                    80,
                    0,
                    Align::Left,
                    'Lora',
                    400,
                    false,
                    40,
                    '#112233',
                    0,
                    48,
                ),
            ),
            ['full_name' => 'Ng'],
        );
        // The drawing, 400 wide, comes to 800 at 10, 20: everything is twice as large.
        self::assertSame(['Ng', 210.0, 80.0], [$items[0]->text, round($items[0]->x, 2), $items[0]->size]);
        self::assertEqualsWithDelta(20 + 160, $items[0]->y, 0.01);
        self::assertSame('#112233', $items[0]->colour);
    }

    public function testACentredTextKeepsItsMiddleWhateverItsLength(): void
    {
        $layer = $this->layer(
            new ArtText([[self::stretch('{name}', 20)]], 120, 50, 0, Align::Centre, 'Lora', 400, false, 20, '#000000', 0, 24),
        );
        self::assertEqualsWithDelta(10 + 240, $layer->frame->centreX(), 0.01);
        self::assertSame(FitMode::Shrink, $layer->fit->mode, 'and gives way when it is long');
    }

    public function testATurnedTextTurnsAboutItsPlace(): void
    {
        $layer = $this->layer(
            new ArtText([[self::stretch('{name}', 20)]], 100, 100, 90, Align::Left, 'Lora', 400, false, 20, '#000000', 0, 24),
        );
        self::assertSame(90.0, $layer->frame->rotation);
        // It runs down from its place: the middle of its frame lies below it, left and right by half a line at most.
        self::assertEqualsWithDelta(10 + 200, $layer->frame->centreX(), 40);
        self::assertGreaterThan(20 + 200, $layer->frame->centreY());
    }

    public function testStylesWithinALineAndLineBreaksAreKept(): void
    {
        $bold = ['bold' => true, 'colour' => '#FF0000'] + self::stretch('{craft}', 30);
        $layer = $this->layer(
            new ArtText(
                [[self::stretch('for ', 20), $bold], [self::stretch('in Tidewick', 20)]],
                10,
                50,
                0,
                Align::Left,
                'Lora',
                400,
                false,
                20,
                '#000000',
                0,
                30,
            ),
        );
        self::assertSame('for {craft}' . "\n" . 'in Tidewick', $layer->pattern->source);
        self::assertTrue($layer->content->parts[1]->mark->bold);
        self::assertSame(['#FF0000', 1.5], [$layer->content->parts[1]->mark->colour, $layer->content->parts[1]->mark->scale]);
        self::assertSame(1.5, $layer->style->lineHeight);
    }

    /** @param list<string> $columns */
    #[TestWith(['Dear {full_name},', 'Dear {full_name},', ['full_name']])]
    #[TestWith(['{Full name} {hours, number}', '{full_name} {hours, number}', ['full_name', 'hours']])]
    #[TestWith(["it's {Préñom}", "it''s {prenom}", ['prenom']])]
    #[TestWith(['100 % {', "100 % '{'", []])]
    public function testColumnsInBracesAreFoundByKeyOrHeading(string $words, string $pattern, array $columns): void
    {
        $made = Tokens::pattern($words, 'en_GB');
        self::assertSame([$pattern, $columns], [$made->source, $made->columns()]);
        self::assertSame([] !== $columns, Tokens::in($words));
    }

    private function layer(ArtText $text): TextLayer
    {
        return (new ArtTexts(Make::shaper()))->layer(
            $text,
            'recipient',
            'Recipient',
            new Frame(10, 20, 800, 600),
            400,
            'en_GB',
        );
    }

    /**
     * @param array<string, string> $cells
     *
     * @return list<TextItem>
     */
    private function letters(TextLayer $layer, array $cells): array
    {
        return array_values(
            array_filter(
                Make::laid(Make::design($layer), $cells)->drawing->groups[0]->items,
                static fn ($item): bool => $item instanceof TextItem,
            ),
        );
    }

    /** @return array{words: string, bold: bool, italic: bool, colour: string, size: float} */
    private static function stretch(string $words, float $size): array
    {
        return [
            'words' => $words,
            'bold' => false,
            'italic' => false,
            'colour' => 40.0 === $size ? '#112233' : '#000000',
            'size' => $size,
        ];
    }
}
