<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Design\Styles\Format;
use Morphea\Core\Table\Data\Edit\AddColumn;
use Morphea\Core\Table\Data\Edit\ColumnEdit;
use Morphea\Core\Table\Data\Edit\RowsEdit;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Core\Table\Data\Recipe\RecipeCodec;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Kinds\ColumnKind;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\HttpFoundation\File\UploadedFile;

final class ProjectsTest extends AppTestCase
{
    public function testAProjectSavedAsFileAndBroughtBackIsTheSame(): void
    {
        $project = $this->project();
        $this->browser->request('GET', "/projects/{$project->id()}/save.morphea");
        self::assertSame(
            'attachment; filename="Mending certificates.morphea"',
            $this->browser->getResponse()->headers->get('Content-Disposition'),
        );
        $saved = $this->browser->getInternalResponse()->getContent();
        self::assertSame(
            ['template.json', 'pictures/border.svg', 'pictures/seal.svg', 'rows.csv', 'table.json'],
            array_keys(Tools::unzip($saved)),
        );
        $this->bring($saved);
        $again = $this->newest($project);
        self::assertEquals($this->reload($project)->design(), $again->design());
        $rows = self::getContainer()->get(TableRows::class);
        self::assertEquals($rows->table($this->reload($project))->rows, $rows->table($again)->rows, 'ids and all');
        $this->browser->request('GET', "/projects/{$again->id()}/pictures/seal.svg");
        self::assertResponseIsSuccessful();
    }

    /** Every version of the file there ever was opens, with its pictures and rows. */
    public function testFilesOfEarlierVersionsOpen(): void
    {
        $archive = self::getContainer()->get(MorpheaArchive::class);
        $files = glob(\dirname(__DIR__) . '/Fixtures/formats/*.morphea') ?: [];
        self::assertCount(Format::NEWEST, $files, 'one of each version');
        foreach ($files as $path) {
            $file = $archive->read($path, basename($path));
            self::assertSame('Tool-lending cards', $file->design->name, $path);
            self::assertNotSame([], $file->design->pictures());
            foreach ($file->design->pictures() as $name) {
                self::assertTrue($file->pictures->has($name), "$path has $name");
            }
            self::assertGreaterThan(1, \count($file->table->rows ?? []), $path);
        }
    }

    #[Group('stored')]
    public function testRecipesKindsRenamedColumnsAndRowsSwitchedOffComeAlong(): void
    {
        $project = $this->project("Full name|Hours\nNg|4\nOar|3\nPip|5");
        $store = self::getContainer()->get(TableStore::class);
        $join = RecipeCodec::read(['recipe' => 'join', 'pattern' => '{full_name}: {hours} h'], 'en');
        foreach (
            [
                ColumnEdit::rename('full_name', 'Volunteer'),
                ColumnEdit::kind('hours', ColumnKind::Number),
                new AddColumn('Line', recipe: $join),
                RowsEdit::switch([2], true),
            ]
            as $edit
        ) {
            $store->apply($project, $edit);
        }
        $this->browser->request('GET', "/projects/{$project->id()}/save.morphea");
        $saved = $this->browser->getInternalResponse()->getContent();
        $this->bring($saved);
        $again = $this->newest($project);
        self::assertEquals($project->columns(), $again->columns());
        $rows = self::getContainer()->get(TableRows::class);
        self::assertEquals([1, 3], array_map(static fn (Record $row): int => $row->number, $rows->active($again)));
        $store->apply($again, new SetCells([1 => ['hours' => '6']]));
        self::assertSame('Ng: 6 h', $rows->row($again, 1)?->cells['line'], 'the recipe still runs');
        foreach (
            [
                'its columns are not those of the rows' => '{"columns": []}',
                'columns[0].key must be' => str_replace('"full_name"', '"Full name"', Tools::unzip($saved)['table.json']),
            ]
            as $words => $facts
        ) {
            $this->bring($this->zip(['table.json' => $facts] + Tools::unzip($saved)));
            self::assertStringContainsString($words, $this->browser->followRedirect()->filter('.notice.bad')->text());
        }
    }

    #[TestWith(['not a zip', 'is not a .morphea file'])]
    #[TestWith(['', 'is not a .morphea file'])]
    public function testAFileThatIsNoneIsRefused(string $bytes, string $words): void
    {
        $this->browser->loginUser($this->member());
        $this->bring($bytes);
        self::assertStringContainsString($words, $this->browser->followRedirect()->filter('.notice.bad')->text());
        self::assertSame(0, $this->projects());
    }

    public function testAFileHalfGoodLeavesNothingBehind(): void
    {
        $this->browser->loginUser($this->member());
        $design = (string) file_get_contents(\dirname(__DIR__, 2) . '/demo/tip-card/template.json');
        foreach (
            [
                'Unknown key “glow”' => ['template.json' => str_replace('"format": 2', '"format": 2, "glow": true', $design)],
                'is outside the range. Enter 8 to 20,000.' => [
                    'template.json' => (string) preg_replace('/"height": 1080/', '"height": 9999999', $design, 1),
                ],
                'template.json: This is not valid JSON' => ['template.json' => '{"format": 1'],
                'contains no template.json' => ['readme.txt' => 'hello'],
                'defines entities' => [
                    'template.json' => $design,
                    'pictures/patchwork.svg' => '<!DOCTYPE svg [<!ENTITY x "y">]><svg/>',
                ],
                'headings but no rows' => ['template.json' => $design, 'rows.csv' => "Tip\n"],
            ]
            as $words => $entries
        ) {
            $this->bring($this->zip($entries));
            $text = $this->browser->followRedirect()->filter('.notice.bad')->text();
            self::assertStringContainsString($words, $text);
            self::assertSame(0, $this->projects(), $words);
        }
    }

    public function testABlankPageOfOwnSizeAndAnAbsurdOne(): void
    {
        $this->browser->loginUser($this->member());
        $this->post('/projects', [
            'name' => 'Bookmarks',
            'preset' => 'own',
            'width' => '2,5',
            'height' => '6',
            'unit' => 'in',
            'dpi' => '300',
        ]);
        $project = $this->newest(null);
        self::assertSame(
            ['Bookmarks', 750, 1800, '2.5 × 6 in'],
            [$project->name(), $project->design()->width, $project->design()->height, $project->design()->size()],
        );
        foreach (['99999', '0', 'wide'] as $width) {
            $this->post('/projects', ['preset' => 'own', 'width' => $width, 'height' => '6', 'unit' => 'mm', 'dpi' => '300']);
            self::assertStringContainsString(
                'A page of this size is not possible: width',
                $this->browser->followRedirect()->filter('.notice.bad')->text(),
            );
        }
        self::assertSame(1, $this->projects());
    }

    public function testRenamingAndDeleting(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/name", ['name' => ' Spring thanks ']);
        self::assertSame('Spring thanks', $this->reload($project)->name());
        $this->post("/projects/{$project->id()}/delete");
        self::assertStringContainsString('“Spring thanks” was deleted', $this->browser->followRedirect()->text());
        self::assertSame(0, $this->projects());
        self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM table_row'));
    }

    /** @param array<string, string> $entries */
    private function zip(array $entries): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        foreach ($entries as $name => $bytes) {
            $zip->addFromString($name, $bytes);
        }
        $zip->close();

        return (string) file_get_contents($path);
    }

    private function bring(string $bytes): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'bring');
        file_put_contents($path, $bytes);
        $this->post('/projects/bring', [], ['file' => new UploadedFile($path, 'brought.morphea', test: true)]);
    }

    private function newest(?Project $but): Project
    {
        $this->entities()->clear();
        foreach ($this->entities()->getRepository(Project::class)->findAll() as $project) {
            if ($project->id() !== $but?->id()) {
                return $project;
            }
        }
        self::fail('There is no project.');
    }

    private function projects(): int
    {
        return (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM project');
    }
}
