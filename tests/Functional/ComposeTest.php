<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use PHPUnit\Framework\Attributes\TestWith;

final class ComposeTest extends AppTestCase
{
    public function testTheStageShowsTheRowAskedFor(): void
    {
        $project = $this->project();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/compose?row=3&layer=recipient");
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('Maximiliana Theodora Featherstonehaugh-', $page->filter('#page svg')->text());
        self::assertStringContainsString('Row 3 shrinks to 30.4 pt, on 2 lines.', $page->filter('#results')->text());
        self::assertSame(['A'], $page->filter('#box-recipient .cap')->each(static fn ($cap): string => $cap->text()));
    }

    public function testTheRuleLineChangesTheTemplateAndUndoOutlivesAReload(): void
    {
        $project = $this->project();
        $set = "/projects/{$project->id()}/compose/set";
        $this->post($set, [
            'layer' => 'recipient',
            'row' => 1,
            'set' => ['style.size' => '36', 'style.align' => 'right', 'style.colour' => '#224466'],
        ]);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('Row 1 fits at 36 pt.', $this->body());
        $this->post($set, ['layer' => 'recipient', 'set' => ['face' => '700', 'style.family' => 'Bitter']]);
        $this->post($set, ['layer' => 'recipient', 'set' => ['fit.mode' => 'wrap']]);
        $this->post($set, ['layer' => 'recipient', 'set' => ['fit.maxLines' => '3']]);
        $this->post($set, ['layer' => 'recipient', 'set' => ['empty.words' => 'a kind soul']]);
        $text = $this->recipient($project);
        self::assertSame(
            [150.0, 'right', '#224466', 700, false, 'Bitter', 'wrap', 3, 'a kind soul'],
            [
                $text->style->size,
                $text->style->align->value,
                $text->style->colour,
                $text->style->weight,
                $text->style->italic,
                $text->style->family,
                $text->fit->mode->value,
                $text->fit->maxLines,
                $text->empty->words,
            ],
        );

        $this->post("/projects/{$project->id()}/compose/undo");
        self::assertSame('a good neighbour', $this->recipient($project)->empty->words);
        self::assertStringContainsString('Undone: Recipient: rule for empty cells changed.', $this->body());
        for ($i = 0; $i < 9; ++$i) {
            $this->post("/projects/{$project->id()}/compose/undo");
        }
        self::assertSame('Lora', $this->recipient($project)->style->family);
        self::assertStringContainsString('There is nothing to undo.', $this->body());
        $this->post("/projects/{$project->id()}/compose/redo");
        self::assertSame('#224466', $this->recipient($project)->style->colour);
        $this->post($set, ['layer' => 'recipient', 'set' => ['opacity' => '50']]);
        $this->post("/projects/{$project->id()}/compose/redo");
        self::assertStringContainsString('There is nothing to redo.', $this->body());
    }

    public function testOneChoiceSaysForSeveralTextsWhatHappensWhereTheyAreEmpty(): void
    {
        $project = $this->project();
        $address = "/projects/{$project->id()}/compose";
        $page = $this->browser->request('GET', "$address?layer=deed,register,date");
        self::assertSame('hide', $page->filter('#set-empty option[selected]')->attr('value'));
        $this->post("$address/set", ['layer' => 'deed,register,date', 'set' => ['empty' => 'pull']]);
        self::assertResponseIsSuccessful();
        $design = $this->reload($project)->design();
        foreach (['deed', 'register', 'date'] as $id) {
            $layer = $design->layer($id);
            self::assertTrue($layer instanceof TextLayer && $layer->empty->pullsUp, $id);
        }
        self::assertFalse($this->recipient($project)->empty->pullsUp);
        $page = $this->browser->request('GET', "$address?layer=deed,register,date");
        self::assertSame('pull', $page->filter('#set-empty option[selected]')->attr('value'));
        $page = $this->browser->request('GET', "$address?layer=deed,title");
        self::assertCount(0, $page->filter('#set-empty'), 'fixed words are never empty');
    }

    /** @param array<string, string> $set */
    #[TestWith([['style.size' => 'big'], 'is not a number'])]
    #[TestWith([['style.size' => '-4'], 'is outside the range'])]
    #[TestWith([['style.colour' => 'url(x)'], 'is not in the right form'])]
    #[TestWith([['id' => 'x'], 'cannot be changed here'])]
    #[TestWith([['frame.width' => '99999999'], 'is outside the range'])]
    public function testWhatCannotBeIsRefusedInWordsAndChangesNothing(array $set, string $words): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'recipient', 'set' => $set]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString($words, html_entity_decode($this->body()));
        self::assertSame(0, $this->reload($project)->revision());
    }

    public function testColumnsAreLinkedByKeyOrLetterAndUnknownOnesRefused(): void
    {
        $project = $this->project();
        $link = "/projects/{$project->id()}/compose/link";
        $this->post($link, ['layer' => 'recipient', 'column' => 'C']);
        self::assertSame('{craft}', $this->recipient($project)->pattern->source);
        $this->post($link, ['layer' => 'recipient', 'column' => 'full_name']);
        self::assertSame('{full_name}', $this->recipient($project)->pattern->source);
        $this->post($link, ['layer' => 'recipient', 'column' => 'Z']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('no column “Z”', $this->body());
        $this->post($link, ['layer' => 'underline', 'column' => 'A']);
        self::assertStringContainsString('This layer cannot show a column', $this->body());
    }

    public function testWhatCannotNameAPictureIsNotLinkedToOneUnlessItsKindSaysSo(): void
    {
        $project = $this->project("Full name|Hours|Portrait\nAda Finch|12|ada.png\nBo Marsh|3|bo.png");
        $address = "/projects/{$project->id()}/compose";
        $this->post("$address/add", ['kind' => 'picture']);
        $this->post("$address/link", ['layer' => 'picture', 'column' => 'hours']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('Hours holds numbers, so it cannot name a picture.', $this->body());
        $this->browser->request('GET', "$address/kinds");
        $kinds = json_decode($this->body(), true);
        self::assertSame('Hours holds numbers, so it cannot name a picture.', $kinds['hours']['whyNoPicture'] ?? null);
        self::assertSame(['kind' => 'picture', 'whyNoPicture' => ''], $kinds['portrait'] ?? null);
        $this->post("$address/link", ['layer' => 'picture', 'column' => 'portrait']);
        self::assertResponseIsSuccessful();
        self::assertSame(['portrait'], $this->reload($project)->design()->layer('picture')->columns());
        $this->change($project, ['op' => 'kind', 'key' => 'hours', 'kind' => 'picture']);
        $this->post("$address/link", ['layer' => 'picture', 'column' => 'hours']);
        self::assertResponseIsSuccessful();
    }

    public function testWordsWithColumnsArriveAsParts(): void
    {
        $project = $this->project();
        $words = "/projects/{$project->id()}/compose/words";
        $this->post($words, [
            'layer' => 'recipient',
            'parts' => json_encode([
                ['words' => "it's {"],
                ['column' => 'hours', 'shown' => 'counted', 'one' => '# h', 'other' => '# hs'],
                ['words' => '}'],
            ]),
        ]);
        self::assertResponseIsSuccessful();
        self::assertSame("it''s '{'{hours, plural, one {# h} other {# hs}}'}'", $this->recipient($project)->pattern->source);
        self::assertStringContainsString('41 hs', $this->body());
        $this->post($words, [
            'layer' => 'recipient',
            'parts' => json_encode([['column' => 'hours', 'shown' => 'own', 'source' => '{hours, plural, one {x']]),
        ]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('never closed', $this->body());
        $this->post($words, ['layer' => 'recipient', 'parts' => 'rubbish']);
        self::assertResponseStatusCodeSame(422);
    }

    public function testAPatternWithAnUnknownColumnIsSaidOnTheStage(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/compose/words", [
            'layer' => 'date',
            'parts' => json_encode([['column' => 'gone', 'shown' => 'as-written']]),
        ]);
        self::assertStringContainsString('There is no column “gone” in the table.', $this->body());
        self::assertStringContainsString('1 not linked', $this->body());
    }

    public function testLayersAreAddedPlacedHiddenAndDeleted(): void
    {
        $project = $this->project();
        $add = "/projects/{$project->id()}/compose/add";
        $this->post($add, ['kind' => 'rectangle']);
        $this->post("/projects/{$project->id()}/compose/set", [
            'layer' => 'rectangle',
            'set' => [
                'frame.x' => '10',
                'frame.width' => '25,4',
                'frame.rotation' => '15',
                'fill' => '#ff0000',
                'hidden' => '0',
            ],
        ]);
        $shape = $this->reload($project)->design()->layer('rectangle');
        self::assertInstanceOf(ShapeLayer::class, $shape);
        self::assertEqualsWithDelta(118.11, $shape->frame->x, 0.01);
        self::assertSame([300.0, 15.0, '#FF0000'], [$shape->frame->width, $shape->frame->rotation, $shape->fill]);
        $this->post($add, ['kind' => 'placeholder', 'column' => 'mail', 'x' => '0.5', 'y' => '0.95']);
        self::assertStringContainsString('ottilie@tidewick.example', $this->body());
        $this->post("/projects/{$project->id()}/compose/order", ['layer' => 'rectangle', 'steps' => -99]);
        self::assertSame('rectangle', $this->reload($project)->design()->page()->layers[0]->id);
        $this->post("/projects/{$project->id()}/compose/remove", ['layer' => 'rectangle']);
        self::assertCount(16, $this->reload($project)->design()->page()->layers);
        $this->post($add, ['kind' => 'hologram']);
        self::assertResponseStatusCodeSame(422);
    }

    public function testTheWidestRowIsFoundByMeasuring(): void
    {
        $project = $this->project();
        $text = $this->browser->request('GET', "/projects/{$project->id()}/compose/widest?layer=recipient&row=1")->text();
        self::assertStringContainsString('Widest is row 3, at 30.4 pt on 2 lines.', $text);
    }

    private function recipient(Project $project): TextLayer
    {
        $layer = $this->reload($project)->design()->layer('recipient');
        self::assertInstanceOf(TextLayer::class, $layer);

        return $layer;
    }
}
