<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Design\Styles\Gradient;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;

/** Edits of the design by hand: several layers at once, copies, the page, the history, two windows. */
final class EditTest extends AppTestCase
{
    public function testLayersArePlacedLinedUpGroupedAndSelectedTogether(): void
    {
        $project = $this->project();
        $this->edit($project, 'place', [
            'layer' => 'deed,date',
            'frames' => json_encode([
                ['id' => 'deed', 'x' => 10.5, 'y' => 20, 'width' => 500, 'height' => 90, 'rotation' => 15],
                ['id' => 'date', 'x' => 700, 'y' => 30, 'width' => 300, 'height' => 60, 'rotation' => 0],
            ]),
        ]);
        self::assertSame(
            [10.5, 15.0],
            [$this->layer($project, 'deed')->frame->x, $this->layer($project, 'deed')->frame->rotation],
        );
        $this->edit($project, 'align', ['layer' => 'deed,date', 'way' => 'top']);
        self::assertSame(20.0, $this->layer($project, 'date')->frame->y);
        $this->edit($project, 'group', ['layer' => 'deed,date', 'together' => '1']);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/compose?layer=deed");
        self::assertSame('deed,date', $page->filter('#work')->attr('data-layer'), 'with one of a group all of it is selected');
        self::assertStringContainsString('2 layers, grouped', $page->filter('#rule-title')->text());
        $this->edit($project, 'place', ['layer' => 'deed', 'frames' => json_encode([['id' => 'deed', 'x' => 'far']])]);
        self::assertResponseStatusCodeSame(422);
    }

    public function testCopiesGoIntoAnotherProjectWithTheirPictures(): void
    {
        $from = $this->project();
        $this->browser->request('GET', "/projects/{$from->id()}/compose/layers?layer=seal,recipient");
        $copied = $this->body();
        $this->post('/projects', ['name' => 'Thank-you cards', 'preset' => 'square']);
        preg_match('~/projects/(\w+)/~', (string) $this->browser->getResponse()->headers->get('Location'), $m);
        $this->post('/projects/' . ($m[1] ?? '') . '/compose/paste', ['copied' => $copied]);
        self::assertResponseIsSuccessful();
        $onto = $this->entities()->find(Project::class, $m[1] ?? '');
        self::assertNotNull($onto);
        self::assertSame(
            ['recipient', 'seal'],
            array_map(static fn (Layer $layer): string => $layer->id, $this->reload($onto)->design()->page()->layers),
        );
        self::assertEqualsWithDelta(
            (44 / 72) * 96,
            $this->text($onto, 'recipient')->style->size,
            0.01,
            'the same size in points at another resolution',
        );
        $this->browser->request('GET', "/projects/{$onto->id()}/pictures/seal.svg");
        self::assertResponseIsSuccessful();
        $this->edit($onto, 'duplicate', ['layer' => 'seal']);
        self::assertCount(3, $this->reload($onto)->design()->page()->layers);
    }

    #[TestWith(['', 'nothing to paste'])]
    #[TestWith(['{"dpi":96,"layers":[{"id":"x","kind":"text","onload":"alert(1)"}]}', 'Unknown key'])]
    #[TestWith(['{"dpi":0,"layers":[]}', 'nothing to paste'])]
    public function testRubbishInTheClipboardIsRefused(string $copied, string $words): void
    {
        $project = $this->project();
        $this->edit($project, 'paste', ['copied' => $copied]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString($words, $this->body());
        self::assertSame(0, $this->reload($project)->revision());
    }

    #[Group('stored')]
    public function testPicturesOfAnotherMemberAreNotBrought(): void
    {
        $theirs = $this->project(null, 'owner@tidewick.example');
        $this->browser->request('GET', "/projects/{$theirs->id()}/compose/layers?layer=seal");
        $copied = $this->body();
        $mine = $this->project("Full name\nNg", 'other@tidewick.example');
        $this->entities()
            ->getConnection()
            ->executeStatement('DELETE FROM picture WHERE project_id = ?', [$mine->id()]);
        $this->edit($mine, 'paste', ['copied' => $copied]);
        $this->browser->request('GET', "/projects/{$mine->id()}/pictures/seal.svg");
        self::assertResponseStatusCodeSame(404);
    }

    public function testTheRuleLineKnowsEveryWayToFitAndEveryEffect(): void
    {
        $project = $this->project();
        foreach (['fill', 'even'] as $mode) {
            $this->set($project, 'recipient', ['fit.mode' => $mode]);
            self::assertSame($mode, $this->text($project, 'recipient')->fit->mode->value);
        }
        $widest = (float) ($this->text($project, 'recipient')->fit->leastSize ?? 0);
        self::assertGreaterThan(0, $widest);
        self::assertStringContainsString('Row 1 shrinks to', $this->body(), 'even: row 1 takes the size of the widest');
        foreach (
            [
                ['effect' => 'outline'],
                ['effect' => 'shadow'],
                ['effect' => 'highlight'],
                ['effects.shadow.blur' => '3'],
                ['arc' => '40'],
                ['style.bullets' => '1'],
                ['style.tabular' => '1'],
                ['fit.balanced' => '1'],
                ['empty' => 'pull'],
                ['style.align' => 'justify'],
                ['sample' => 'A friend'],
            ]
            as $set
        ) {
            $this->set($project, 'recipient', $set);
            self::assertResponseIsSuccessful();
        }
        $text = $this->text($project, 'recipient');
        self::assertSame(
            [12.5, 40.0, true, true, true, true, 'A friend', FitMode::Even],
            [
                $text->effects->shadow?->blur,
                $text->arc,
                $text->style->bullets,
                $text->style->tabular,
                $text->fit->balanced,
                $text->empty->pullsUp,
                $text->sample,
                $text->fit->mode,
            ],
        );
        self::assertStringContainsString('feGaussianBlur', $this->body());
        $this->set($project, 'recipient', ['effect' => '-shadow']);
        self::assertNull($this->text($project, 'recipient')->effects->shadow);
    }

    public function testShapesHaveGradientsDashesAndCorners(): void
    {
        $project = $this->project();
        $this->edit($project, 'add', ['kind' => 'star']);
        foreach (
            [
                ['fill.kind' => 'linear'],
                ['fill.from' => '#a8391d'],
                ['fill.angle' => '45'],
                ['corners' => '7'],
                ['inner' => '40'],
                ['stroke' => '#000000', 'strokeWidth' => '2'],
                ['dashes' => 'dashed'],
            ]
            as $set
        ) {
            $this->set($project, 'star', $set);
            self::assertResponseIsSuccessful();
        }
        $star = $this->layer($project, 'star');
        self::assertInstanceOf(ShapeLayer::class, $star);
        self::assertEquals(new Gradient(false, 45, '#A8391D', '#FFFFFF'), $star->fill);
        self::assertSame([7, 0.4, 2], [$star->corners, $star->inner, \count($star->dashes)]);
        self::assertStringContainsString('linearGradient', $this->body());
    }

    public function testThePageHasMarginGuidesSwatchesAndBackground(): void
    {
        $project = $this->project();
        foreach (
            [
                ['safeMargin' => '12,7'],
                ['guide.upright' => '148.5'],
                ['guide.level' => '20'],
                ['guide.remove' => '1'],
                ['swatch.add' => '#a8391d'],
                ['background' => 'none'],
            ]
            as $set
        ) {
            $this->edit($project, 'page', ['set' => $set]);
            self::assertResponseIsSuccessful();
        }
        $design = $this->reload($project)->design();
        self::assertSame(
            [150.0, 1, ['#A8391D'], null],
            [round($design->safeMargin, 6), \count($design->guides), $design->swatches, $design->page()->background],
        );
        $this->edit($project, 'page', ['set' => ['safeMargin' => 'wide']]);
        self::assertStringContainsString('is not a number', $this->body());
    }

    #[Group('stored')]
    public function testHistoryShowsEveryVersionAndGoesBackToOne(): void
    {
        $project = $this->project();
        $this->set($project, 'recipient', ['style.size' => '30']);
        $this->set($project, 'recipient', ['style.family' => 'Caveat']);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/compose/history");
        self::assertSame(
            ['Recipient: font changed', 'Recipient: size changed', 'Started'],
            $page->filter('.project-card b')->each(static fn ($b): string => $b->text()),
        );
        self::assertSame(3, $page->filter('.face > svg')->count());
        $this->post("/projects/{$project->id()}/compose/history/0");
        self::assertResponseRedirects("/projects/{$project->id()}/compose");
        self::assertSame('Lora', $this->text($project, 'recipient')->style->family);
        $this->edit($project, 'undo', []);
        self::assertSame('Caveat', $this->text($project, 'recipient')->style->family, 'going back can be undone');
        $this->post("/projects/{$project->id()}/compose/history/99");
        self::assertResponseStatusCodeSame(404);
    }

    public function testAnEditFromAWindowThatIsBehindIsNotMadeUnnoticed(): void
    {
        $project = $this->project();
        $this->set($project, 'recipient', ['style.size' => '30'], ['revision' => '0']);
        $this->set($project, 'recipient', ['style.size' => '60'], ['revision' => '0']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('changed in another window', $this->body());
        self::assertStringContainsString('data-revision="1"', $this->body(), 'the answer shows how it is now');
        self::assertSame(125.0, $this->text($project, 'recipient')->style->size);
    }

    /** @param array<string, mixed> $fields */
    private function edit(Project $project, string $what, array $fields): void
    {
        $this->post("/projects/{$project->id()}/compose/$what", $fields);
    }

    /**
     * @param array<string, string> $set
     * @param array<string, string> $more
     */
    private function set(Project $project, string $layer, array $set, array $more = []): void
    {
        $this->edit($project, 'set', ['layer' => $layer, 'set' => $set] + $more);
    }

    private function layer(Project $project, string $id): Layer
    {
        return $this->reload($project)->design()->layer($id);
    }

    private function text(Project $project, string $id): TextLayer
    {
        $layer = $this->layer($project, $id);
        self::assertInstanceOf(TextLayer::class, $layer);

        return $layer;
    }
}
