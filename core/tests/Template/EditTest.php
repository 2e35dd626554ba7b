<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Template;

use Morphea\Core\Data\Column;
use Morphea\Core\Template\AutoLink;
use Morphea\Core\Template\Edit\AddLayer;
use Morphea\Core\Template\Edit\LinkColumn;
use Morphea\Core\Template\Edit\OrderLayer;
use Morphea\Core\Template\Edit\RemoveLayer;
use Morphea\Core\Template\Edit\SetLayer;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateError;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class EditTest extends TestCase
{
    public function testAValueIsSetAndSaidInWords(): void
    {
        $before = Make::template(Make::text('{name}'));
        $edit = new SetLayer('recipient', ['style.size' => 80, 'style.align' => 'centre', 'fit' => ['mode' => 'wrap', 'leastSize' => null, 'maxLines' => 2]]);
        $layer = $this->text($edit->apply($before));
        self::assertSame(80.0, $layer->style->size);
        self::assertSame(2, $layer->fit->maxLines);
        self::assertSame('Recipient: size and alignment and rule for too long changed', $edit->says($before));
        self::assertSame(100.0, $this->text($before)->style->size, 'the template before is untouched');
    }

    /** @param array<string, mixed> $values */
    #[TestWith([['style.size' => -1], 'must lie between'])]
    #[TestWith([['style.glow' => 1], 'is no value'])]
    #[TestWith([['id' => 'other'], 'cannot be changed'])]
    #[TestWith([['pattern' => '{hours, plural}'], 'words for each case'])]
    #[TestWith([['fill' => '#FFFFFF'], 'is no value'])]
    public function testAnEditThatDoesNotHoldIsRefused(array $values, string $message): void
    {
        \assert([] !== $values);
        $this->expectException(TemplateError::class);
        $this->expectExceptionMessageMatches("/$message/");
        (new SetLayer('recipient', $values))->apply(Make::template(Make::text('x')));
    }

    #[TestWith(['A sample name', '{craft}', 'plain words give way'])]
    #[TestWith(['{full_name}', '{craft}', 'one column is taken over'])]
    #[TestWith(['for {hours, plural, one {# hour} other {# hours}}!', 'for {craft, plural, one {# hour} other {# hours}}!', 'with the way it is shown'])]
    #[TestWith(['{full_name} and {hours}', '{full_name} and {hours} {craft}', 'added to several'])]
    #[TestWith(['on {craft}', 'on {craft}', 'linked already'])]
    #[TestWith(['{gone} for {hours}', '{craft} for {hours}', 'a column the table has not is taken over'])]
    public function testLinkingAColumn(string $before, string $after, string $why): void
    {
        self::assertSame($after, $this->text((new LinkColumn('recipient', 'craft', ['full_name', 'hours', 'craft']))->apply(Make::template(Make::text($before))))->pattern->source, $why);
    }

    public function testLayersAreAddedOrderedAndRemoved(): void
    {
        $template = (new AddLayer(Make::text('b', id: 'b')))->apply(Make::template(Make::text('a', id: 'a')));
        $template = (new AddLayer(Make::text('c', id: 'c')))->apply($template);
        self::assertSame(['a', 'b', 'c'], $this->order($template));
        self::assertSame(['b', 'a', 'c'], $this->order((new OrderLayer('a', 1))->apply($template)));
        self::assertSame(['c', 'a', 'b'], $this->order((new OrderLayer('c', -9))->apply($template)));
        self::assertSame(['a', 'c'], $this->order((new RemoveLayer('b'))->apply($template)));
        $this->expectExceptionMessageMatches('/used by another layer/');
        (new AddLayer(Make::text('x', id: 'a')))->apply($template);
    }

    public function testAPlaceholderLinksItselfToTheColumnOfItsName(): void
    {
        $template = Make::template(Make::text('{who}'), Make::text('{craft}', id: 'deed'), Make::text('fixed', id: 'title'));
        $linked = AutoLink::of($template, [new Column(0, 'recipient', 'RECIPIENT'), new Column(1, 'craft', 'Craft'), new Column(2, 'title', 'Title')]);
        self::assertSame('{recipient}', $this->text($linked->template)->pattern->source);
        self::assertSame(['Recipient shows A RECIPIENT', 'Deed shows B Craft'], $linked->made);
        self::assertSame(['recipient', 'craft'], $linked->template->linkedColumns(), 'words that are no placeholder stay words');
    }

    private function text(Template $template): TextLayer
    {
        $layer = $template->layer('recipient');
        self::assertInstanceOf(TextLayer::class, $layer);

        return $layer;
    }

    /** @return list<string> */
    private function order(Template $template): array
    {
        return array_map(static fn (Layer $layer): string => $layer->id, $template->side()->layers);
    }
}
