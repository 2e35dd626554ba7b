<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\ProjectFile;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpEditor;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Design\Edits\SetLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Tests\English;
use Morphea\Tests\Program;
use Morphea\Tests\Tools;
use Symfony\Component\DomCrawler\Crawler;

/** Work by hand on one piece survives whatever becomes of the design, the table and the project. */
final class TouchUpsTest extends AppTestCase
{
    private const ROWS = "Full name|Hours|Craft|Issued|Register\nAda Quill|4|kettles|2026-03-01|A1\nBo Tansy|5|coats|2026-03-02|A2\n"
        . 'Cy Reed|6|radios|2026-03-03|A3';

    public function testOnePieceIsChangedByTheToolsOfComposeAndNoOther(): void
    {
        $project = $this->project(self::ROWS);
        [$ada, $bo] = [$this->id($project, 1), $this->id($project, 2)];
        $this->touch($project, 2, '/set', ['layer' => 'recipient', 'set' => ['style.size' => '20']]);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('Touching up row 2 only', $this->body());
        self::assertEqualsWithDelta(20.0, $this->points($project, 2), 0.01);
        self::assertEqualsWithDelta(44.0, $this->points($project, 1), 0.01);
        self::assertSame(0, $this->reload($project)->revision(), 'the design is as it was');
        $page = $this->proof($project, '/2');
        self::assertStringContainsString('Recipient: size changed', $page->filter('.touches')->text());
        self::assertCount(1, $page->filter('.art-before > svg'), 'how it was can be seen');
        self::assertStringContainsString(
            'touched up',
            $this->proof($project, '?show=touched')->filter('.lies')->text(),
        );
        $this->post("/projects/{$project->id()}/proof/2/copy", ['rows' => '1']);
        self::assertEqualsWithDelta(20.0, $this->points($project, 1), 0.01);
        $this->post("/projects/{$project->id()}/proof/1/untouch");
        self::assertEqualsWithDelta(44.0, $this->points($project, 1), 0.01);
        self::assertNull(self::getContainer()->get(TouchUpStore::class)->find($this->reload($project), $ada)->touch);
        self::assertNotNull(self::getContainer()->get(TouchUpStore::class)->find($project, $bo)->touch);
    }

    public function testSeveralAreTouchedUpTogether(): void
    {
        $project = $this->project(self::ROWS);
        $this->post("/projects/{$project->id()}/proof/selected", ['numbers' => '1,3', 'do' => 'touch']);
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Touching up 2 pieces together', $page->filter('.touch-strip')->text());
        $both = "{$this->id($project, 1)},{$this->id($project, 3)}";
        $this->post("/projects/{$project->id()}/compose/remove", ['row' => 1, 'touch' => $both, 'layer' => 'seal', 'revision' => 0]);
        foreach ([1 => true, 2 => false, 3 => true] as $row => $hidden) {
            $design = $this->open($project)->piece($this->row($project, $row));
            self::assertSame($hidden, $design->layer('seal')->hidden, "row $row");
        }
    }

    public function testWhatIsOfAllPiecesIsRefusedAndLosesNothing(): void
    {
        $project = $this->project(self::ROWS);
        $this->touch($project, 2, '/order', ['layer' => 'recipient', 'steps' => '1']);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('changes layers of one piece', $this->body());
        self::assertSame([], self::getContainer()->get(TouchUpStore::class)->all($this->reload($project)));
        self::assertSame(0, $this->reload($project)->revision());
    }

    public function testTheyStayThroughSortingRemovingUndoNewSizesAndANewerTable(): void
    {
        $project = $this->project(self::ROWS);
        $this->touch($project, 2, '/set', ['layer' => 'recipient', 'set' => ['style.size' => '20']]);
        $this->touch($project, 2, '/place', ['frames' => json_encode([$this->moved($project, 'seal', 100)])]);
        $bo = $this->id($project, 2);

        $this->entities()->clear();
        $this->change($project, ['op' => 'move', 'ids' => [$bo], 'before' => null]);
        self::assertEqualsWithDelta(20.0, $this->points($project, 3), 0.01, 'it went with its row');

        $this->entities()->clear();
        $this->change($project, ['op' => 'remove', 'ids' => [$bo]]);
        $this->proof($project);
        $this->change($project, ['op' => 'undo']);
        self::assertEqualsWithDelta(20.0, $this->points($project, 3), 0.01, 'it came back with it');

        $this->post("/projects/{$project->id()}/compose/size", [
            'width' => '148.5', 'height' => '105', 'unit' => 'mm', 'revision' => $this->reload($project)->revision(),
        ]);
        self::assertResponseIsSuccessful();
        self::assertEqualsWithDelta(10.0, $this->points($project, 3), 0.05, 'half the side, half the size');
        $design = $this->reload($project)->design()->layer('seal')->frame->x;
        $touched = $this->open($project)->piece($this->row($project, 3))->layer('seal')->frame->x;
        self::assertEqualsWithDelta(50.0, $touched - $design, 0.5, 'and half the way');

        $this->post("/projects/{$project->id()}/rows/import", [], [
            'table' => $this->sent(
                "Full name,Hours,Craft,Issued,Register\nBo Tansy,9,coats,2026-03-02,A2\nNew,1,x,2026-03-04,A4\n",
                'new.csv',
            ),
        ]);
        $where = str_replace('/update', '', (string) $this->browser->getResponse()->headers->get('Location'));
        $this->post("$where/update", ['key' => 'register', 'remove' => '1']);
        $row = $this->row($project, 1);
        self::assertSame(['Bo Tansy', '9'], [$row->cells['full_name'], $row->cells['hours']]);
        self::assertEqualsWithDelta(10.0, $this->points($project, 1), 0.05, 'updated by its key');
    }

    public function testAFileTakesThemAlongToAnotherProjectAndTheCommandLine(): void
    {
        $project = $this->project(self::ROWS);
        $this->touch($project, 2, '/set', ['layer' => 'recipient', 'set' => ['style.colour' => '#0000FF']]);
        $this->post("/projects/{$project->id()}/proof/3/accept", ['kind' => 'empty', 'layer' => 'recipient']);
        $path = self::getContainer()->get(ProjectFile::class)->write($this->reload($project), true);
        $file = self::getContainer()->get(MorpheaArchive::class)->read($path, 'x.morphea');
        $member = $this->reload($project)->owner();
        $copy = self::getContainer()->get(ProjectMaker::class)->fromFile($member, $file, 'x.morphea');
        self::assertEquals(
            self::getContainer()->get(TouchUpStore::class)->all($this->reload($project)),
            self::getContainer()->get(TouchUpStore::class)->all($this->reload($copy)),
        );
        $folder = Tools::file('') . '-out';
        (new Program(
            [
                ...[\PHP_BINARY, '-d', 'ffi.enable=1', 'bin/console', 'morphea:press', '--env=test', $path],
                ...['--as=svg', "--to=$folder", '--name={register}'],
            ],
            \dirname(__DIR__, 2),
            timeout: 60,
        ))->mustRun();
        self::assertStringContainsString('#0000FF', (string) file_get_contents("$folder/A2.svg"));
        self::assertStringNotContainsString('#0000FF', (string) file_get_contents("$folder/A1.svg"));
    }

    public function testARunMakesThemAndOnlyWhatWasTouchedIsMadeAgain(): void
    {
        $project = $this->project(self::ROWS);
        $order = ['format' => 'svg', 'which' => 'all', 'name' => '{register}', 'file' => 'x'];
        $this->order($project, $order);
        $this->work();
        $this->touch($project, 2, '/set', ['layer' => 'seal', 'set' => ['hidden' => '1']]);
        self::assertSame(
            '2',
            $this->proof($project, '?show=changed')->filter('.lies .num')->text(),
        );
        $this->entities()->clear();
        $this->order($project, ['which' => 'changed'] + $order);
        self::assertSame(1, $this->newestRun()->total());
        $this->work();
        $svg = $this->download($project);
        self::assertStringNotContainsString('layer-seal', $svg, 'the one that was touched up');
    }

    public function testALayerThatIsGoneIsAWarningAndComesBackWithIt(): void
    {
        $project = $this->project(self::ROWS);
        $this->touch($project, 2, '/set', ['layer' => 'seal', 'set' => ['opacity' => '50']]);
        $this->post("/projects/{$project->id()}/compose/remove", ['layer' => 'seal', 'revision' => 0]);
        $card = $this->proof($project, '?show=touch-up')->filter('.lies');
        self::assertSame('2', $card->filter('.num')->text());
        self::assertStringContainsString('is no longer in the design', $card->text());
        $this->post("/projects/{$project->id()}/proof/undo");
        self::assertCount(0, $this->proof($project, '?show=touch-up')->filter('.lies'));
        self::assertSame(0.5, $this->open($project)->piece($this->row($project, 2))->layer('seal')->opacity);
    }

    public function testTwoWhoTouchUpOnePieceAtOnceBothAreKept(): void
    {
        $project = $this->project(self::ROWS);
        $bo = $this->id($project, 2);
        $toucher = self::getContainer()->get(TouchUpEditor::class);
        // Another process was faster: this one still holds the project as it was.
        $old = $this->reload($project);
        $this->entities()->getConnection()->executeStatement(
            'INSERT INTO hand_work (project_id, row_id, work) VALUES (?, ?, ?)',
            [$old->id(), $bo, json_encode(['touch' => ['width' => 3508, 'height' => 2480, 'layers' => [
                'seal' => ['hidden' => ['was' => false, 'now' => true]],
            ]]])],
        );
        $this->entities()->getConnection()->executeStatement('UPDATE project SET hand_version = 1 WHERE id = ?', [$old->id()]);
        $toucher->apply($old, [$bo], static fn () => new SetLayer('recipient', ['style.colour' => '#0000FF']));
        $touch = self::getContainer()->get(TouchUpStore::class)->find($this->reload($project), $bo)->touch;
        self::assertSame(['recipient', 'seal'], array_keys((array) $touch?->layers));
    }

    public function testWhoeverTouchesUpStaysWithTheRowWhereverItStands(): void
    {
        $project = $this->project(self::ROWS);
        $bo = $this->id($project, 2);
        $this->entities()->clear();
        $this->change($project, ['op' => 'move', 'ids' => [$bo], 'before' => null]);
        // The page still thinks it is the second.
        $fields = ['layer' => 'recipient', 'set' => ['style.size' => '20'], 'row' => 2, 'touch' => $bo, 'revision' => 0];
        $this->post("/projects/{$project->id()}/compose/set", $fields);
        self::assertStringContainsString('Touching up row 3 only', $this->body());
        self::assertEqualsWithDelta(20.0, $this->points($project, 3), 0.01);
        $this->entities()->clear();
        $flip = "/projects/{$project->id()}/compose?row=2&touch=$bo&flips=1";
        $strip = $this->browser->request('GET', $flip, server: ['HTTP_HX_REQUEST' => '1'])->filter('.touch-strip')->text();
        self::assertStringContainsString('Touching up row 2 only', $strip, 'who flips goes on to the next');
        $this->entities()->clear();
        $this->change($project, ['op' => 'remove', 'ids' => [$bo]]);
        $this->post("/projects/{$project->id()}/compose/set", $fields);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('no longer exists', $this->body());
    }

    public function testAStepThatIsSentTwiceIsMadeOnce(): void
    {
        $project = $this->project(self::ROWS);
        foreach ([1, 2] as $_) {
            $this->touch($project, 2, '/place', [
                'frames' => json_encode([$this->moved($project, 'seal', 100)]),
                'token' => 'a step',
            ]);
        }
        self::assertSame(1, $this->reload($project)->handStep());
        $this->touch($project, 2, '/undo', []);
        self::assertSame([], self::getContainer()->get(TouchUpStore::class)->all($this->reload($project)));
        $this->touch($project, 2, '/redo', []);
        self::assertCount(1, self::getContainer()->get(TouchUpStore::class)->all($this->reload($project)));
    }

    public function testAnotherPictureAndOtherWordsAreOfThisPieceAlone(): void
    {
        $project = $this->starter('lending-card');
        $this->touch($project, 2, '/set', ['layer' => 'tool', 'set' => ['picture' => 'hammer.svg']]);
        self::assertResponseIsSuccessful();
        $this->touch($project, 2, '/words', ['layer' => 'name', 'parts' => json_encode([['words' => 'The long ladder']])]);
        self::assertResponseIsSuccessful();
        $open = $this->open($project);
        foreach ([1 => ['drill.svg', 'Cordless drill'], 2 => ['hammer.svg', 'The long ladder']] as $row => [$picture, $words]) {
            $laid = $open->lay($this->row($project, $row));
            self::assertSame([$picture, $words], [$laid->picture('tool')?->picture, $laid->text('name')?->text], "row $row");
        }
        $says = self::getContainer()->get(TouchUpStore::class)->find($this->reload($project), $this->id($project, 2))->touch
            ?->says($this->reload($project)->design());
        self::assertSame(['tool' => 'Tool: picture changed', 'name' => 'Name: text changed'], array_map(English::say(...), $says ?? []));
    }

    public function testACropIsOfThisPieceAlone(): void
    {
        $project = $this->starter('before-after');
        $this->touch($project, 2, '/crop', ['layer' => 'before', 'x' => '0.1', 'y' => '0.9', 'closer' => '2']);
        self::assertResponseIsSuccessful();
        [$one, $two] = array_map(
            fn (int $row) => $this->open($project)->lay($this->row($project, $row))->drawing->groups[0]->items[0],
            [1, 2],
        );
        self::assertNotEquals($one, $two);
        self::assertNull($this->reload($project)->design()->layer('before')->crop ?? null);
    }

    protected function post(string $address, array $fields = [], array $files = []): Crawler
    {
        // As a request of its own: what was read before is not in the way.
        $this->entities()->clear();

        return parent::post($address, $fields, $files);
    }

    /** @param array<string, mixed> $fields */
    private function touch(Project $project, int $row, string $what, array $fields): void
    {
        $this->post("/projects/{$project->id()}/compose$what", $fields + [
            'row' => $row,
            'touch' => $this->id($project, $row),
            'revision' => $this->reload($project)->revision(),
        ]);
    }

    private function open(Project $project): \Morphea\App\Project\Context\OpenProject
    {
        return self::getContainer()->get(ProjectOpener::class)->page($this->reload($project));
    }

    private function row(Project $project, int $number): \Morphea\Core\Table\Data\Record
    {
        return self::getContainer()->get(TableRows::class)->row($this->reload($project), $number) ?? self::fail('There is no such row.');
    }

    private function id(Project $project, int $number): int
    {
        return (int) $this->row($project, $number)->id;
    }

    /** The size of the recipient in the piece of a row. */
    private function points(Project $project, int $number): float
    {
        $design = $this->open($project)->piece($this->row($project, $number));
        $text = $design->layer('recipient');
        \assert($text instanceof TextLayer);

        return $design->typeUnit()->fromDots($text->style->size, $design->dpi);
    }

    /** @return array<string, float|string> a layer with its frame, moved to the right */
    private function moved(Project $project, string $layer, float $by): array
    {
        $frame = $this->reload($project)->design()->layer($layer)->frame;

        return ['id' => $layer, 'x' => $frame->x + $by] + get_object_vars($frame);
    }
}
