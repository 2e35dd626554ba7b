<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Editor\Dashboard\StarterWords;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Model\TextLayer;
use PHPUnit\Framework\Attributes\Group;

/** Words that are one's own: of starters, of columns that there are not yet, and typed in one go. */
final class OwnWordsTest extends AppTestCase
{
    private const DEMO = '/tidewick|mending|guild|isolde|quern|marrow/i';

    public function testStartersNameTheMembersOrganisationAndNeverTheDemos(): void
    {
        $member = new Member('tamsin@dune.example', 'Tamsin');
        $member->belongsTo("O'Dune {Rowing} Club", 'Tamsin Oar');
        $shelf = self::getContainer()->get(StarterShelf::class);
        foreach ($shelf->all() as $id) {
            $file = $shelf->load($id);
            self::assertNotNull($file);
            $design = self::getContainer()->get(StarterWords::class)->adapt($id, $file->design, $member, false);
            self::assertDoesNotMatchRegularExpression(self::DEMO, $design->name, $id);
            foreach ($design->layers() as $layer) {
                $words = implode(' ', $layer->content()?->pattern->words() ?? []);
                self::assertDoesNotMatchRegularExpression(self::DEMO, $words, "$id: $layer->id");
            }
            self::assertSame($file->design->linkedColumns(), $design->linkedColumns(), "$id waits for the same columns");
            foreach (['guild', 'arc', 'imprint'] as $layer) {
                $text = array_column($design->layers(), null, 'id')[$layer] ?? null;
                if ($text instanceof TextLayer) {
                    self::assertSame(["O'Dune {Rowing} Club"], $text->pattern->words(), "$id: its own name, to the letter");
                }
            }
        }
    }

    #[Group('stored')]
    public function testAnOrganisationIsAskedForOnce(): void
    {
        $member = $this->member();
        $member->belongsTo('', '');
        $this->entities()->flush();
        $this->browser->loginUser($member);
        $this->post('/projects', ['starter' => 'mending-certificate']);
        self::assertStringContainsString('Who is it for?', $this->body());
        $this->post('/projects', ['starter' => 'mending-certificate', 'organisation' => 'Dune Rowing Club', 'signatory' => 'Tamsin Oar']);
        self::assertResponseRedirects();
        $this->post('/projects', ['starter' => 'claim-tag']);
        self::assertResponseRedirects();
        $designs = $this->entities()->getConnection()->fetchFirstColumn('SELECT template FROM project');
        self::assertCount(2, $designs);
        foreach ($designs as $design) {
            self::assertStringContainsString('Dune Rowing Club', (string) $design);
        }
        $this->browser->request('GET', '/account');
        $this->post('/account/organisation', ['organisation' => 'Slip Choir', 'signatory' => 'Pip']);
        self::assertSame('Slip Choir', $this->entities()->find(Member::class, $member->id())?->organisation());
    }

    public function testColumnsNamedBeforeThereIsATableAreKnownToTheBlankSheetAndLinkThemselves(): void
    {
        $this->browser->loginUser($this->member());
        $this->post('/projects', ['name' => 'Fields first', 'preset' => 'a4-landscape']);
        $id = $this->entities()->getConnection()->fetchOne('SELECT id FROM project');
        self::assertIsString($id);
        $compose = "/projects/$id/compose";
        $this->post("$compose/add", ['kind' => 'field', 'field' => 'Empfänger']);
        self::assertResponseIsSuccessful();
        $parts = json_encode([['words' => 'for '], ['column' => '', 'field' => 'Größe (cm)']], \JSON_THROW_ON_ERROR);
        $this->post("$compose/add", ['kind' => 'text']);
        $this->post("$compose/words", ['layer' => 'text', 'parts' => $parts]);
        self::assertResponseIsSuccessful();
        $this->browser->request('GET', "/projects/$id/rows/blank.csv");
        $sheet = $this->browser->getInternalResponse()->getContent();
        self::assertStringContainsString('Empfänger,Größe (cm)', str_replace('"', '', $sheet));
        $this->post("/projects/$id/rows/import/paste", ['cells' => "Größe (cm)\tEmpfänger\n12\tNg"]);
        $this->browser->followRedirect();
        $this->take();
        $this->entities()->clear();
        $project = $this->entities()->find(Project::class, $id);
        self::assertNotNull($project);
        $keys = array_map(static fn ($column): string => $column->key, $project->columns());
        self::assertSame([], array_diff($project->design()->linkedColumns(), $keys), 'all linked by name');
    }

    #[Group('stored')]
    public function testWordsTypedInOneGoAreOneStepBackAndMergeWithOtherChanges(): void
    {
        $project = $this->project();
        $compose = "/projects/{$project->id()}/compose";
        $words = fn (string $words, string $was, array $more) => $this->post("$compose/words", $more + [
            'layer' => 'title',
            'parts' => json_encode([['words' => $words]], \JSON_THROW_ON_ERROR),
            'was' => json_encode([['words' => $was]], \JSON_THROW_ON_ERROR),
        ]);
        $start = $this->revision($project);
        foreach (['C', 'Ce', 'Cer'] as $i => $typed) {
            $words($typed, ['Certificate of Mending', 'C', 'Ce'][$i], ['burst' => 'one', 'token' => "t$i"]);
            self::assertResponseIsSuccessful();
        }
        // Somebody else moved another layer meanwhile: the words still go in, for these words are what they were.
        $seen = $this->revision($project);
        $this->post("$compose/set", ['layer' => 'recipient', 'set' => ['style.size' => '30']]);
        $words('Cert', 'Cer', ['burst' => 'two', 'revision' => (string) $seen]);
        self::assertResponseIsSuccessful();
        // But not where somebody else typed in the same words.
        $words('Other', 'Cert', []);
        $words('Certain', 'Cert', ['revision' => (string) $seen]);
        self::assertResponseStatusCodeSame(422);
        foreach ([['Cert'], ['Cer'], ['Cer'], ['Certificate of Mending']] as $expected) {
            $this->post("$compose/undo");
            self::assertSame($expected, $this->title($project));
        }
        self::assertSame($start, $this->revision($project));
        $this->post("$compose/redo");
        self::assertSame(['Cer'], $this->title($project), 'and forth in one step as well');
    }

    public function testRowsWithoutAnyCellMakeNoPieceAndAreSaid(): void
    {
        $project = $this->project("Full name|Hours\nNg|4\nOar|3");
        $this->change($project, ['op' => 'add', 'under' => null, 'count' => 2]);
        $project = $this->reload($project);
        self::assertSame([4, 2, 2], [$project->rowCount(), $project->blankRows(), $project->activeRows()]);
        self::assertCount(2, self::getContainer()->get(TableRows::class)->active($project));
        $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertStringContainsString('2 empty rows are left out', preg_replace('/\s+/', ' ', $this->body()) ?? '');
        $this->order($project, ['format' => 'pdf']);
        $this->work();
        self::assertSame(2, $this->progress($this->newestRun())->done);
    }

    private function revision(Project $project): int
    {
        $revision = $this->reload($project)->revision();
        $this->entities()->clear();

        return $revision;
    }

    /** @return list<string> */
    private function title(Project $project): array
    {
        $layer = $this->reload($project)->design()->layer('title');
        $this->entities()->clear();
        self::assertInstanceOf(TextLayer::class, $layer);

        return $layer->pattern->words();
    }
}
