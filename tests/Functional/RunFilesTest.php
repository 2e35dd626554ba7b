<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Platform\Jobs\RunJob;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Runs\Runs\FrozenAssets;
use Morphea\App\Runs\Runs\RowChoice;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\Core\Tests\English;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;

/** What a run makes when disks are full and files vanish, and what becomes of it when it is deleted. */
final class RunFilesTest extends AppTestCase
{
    use RobustRuns;

    public function testADiskThatIsFullForAMomentLosesNothingAndTellsNothingUntrue(): void
    {
        $project = $this->rows(6);
        $order = new RunOrder(
            [...$this->orderOf('svg', '', '')->choices, ...$this->orderOf('pdf', '', '')->choices],
            RowChoice::All,
            '',
            '{register}',
            'x',
        );
        $run = self::getContainer()->get(RunDispatcher::class)->start($project, $order);
        $disk = new FailingFiles($this->store());
        $handler = $this->handler($disk);
        try {
            $handler(new RunJob($run->job()->id(), 1, 6));
            self::fail('it was written');
        } catch (NoSpaceException) {
            self::assertSame(0, $this->progress($run)->done);
            self::assertSame(
                [0],
                array_values(
                    array_unique(array_map(static fn ($piece): int => $piece->tries, $this->pieces()->waiting($run, 1, 6))),
                ),
                'it is not the pieces\' fault',
            );
        }
        $disk->full = false;
        $handler(new RunJob($run->job()->id(), 1, 6));
        self::assertSame(6, $this->progress($run)->made());

        $disk->full = true;
        $finish = $this->handler($disk);
        try {
            $finish(new RunJob($run->job()->id()));
            self::fail('the document was written');
        } catch (NoSpaceException) {
            self::assertSame(JobState::Working, $this->newestRun()->job()->state());
        }
        $disk->full = false;
        $finish(new RunJob($run->job()->id()));
        $run = $this->newestRun();
        self::assertSame(JobState::Done, $run->job()->state());
        self::assertGreaterThan(0, $run->bytes());
    }

    public function testADiskThatIsFullWhileADocumentIsBoundIsNoPiecesFault(): void
    {
        $renderer = self::getContainer()->get(Renderer::class);
        $file = self::getContainer()->get(StarterShelf::class)->load('tip-card') ?? self::fail();
        $pictures = self::getContainer()->get(FilePictures::class)->load($file);
        $layouter = self::getContainer()->get(Engines::class)->with([])->layouter;
        $drawing = $layouter->lay($file->design, null, $pictures)->drawing;
        // A device of Linux on which there is never room.
        $pdf = new PdfFile($renderer, '/dev/full', 'Tips', 'en', Edge::Cut);
        try {
            for ($i = 0; $i < 400; ++$i) {
                $pdf->add([$drawing], $pictures);
            }
            $pdf->close();
            self::fail('it was written');
        } catch (NoSpaceException $e) {
            self::assertSame('There is no room left to write the PDF.', $e->getMessage());
        }
        $png = $renderer->png('<svg xmlns="http://www.w3.org/2000/svg" width="3" height="2"/>', 96.0, false, 6);
        self::assertSame([3, 2], \array_slice(getimagesizefromstring($png) ?: [], 0, 2), 'the renderer goes on');
    }

    public function testAFileThatIsEmptyOrGoneIsMadeAgainBeforeTheRunIsDone(): void
    {
        $project = $this->rows(6);
        $run = $this->started($project, 'svg');
        $this->handler(self::getContainer()->get(FilesystemOperator::class))(new RunJob($run->job()->id(), 1, 6));
        $made = $this->stored("made/{$project->id()}");
        self::assertCount(6, $made);
        $this->files()->write($made[0], '');
        $this->files()->delete($made[2]);
        $this->work();
        self::assertSame(JobState::Done, $this->newestRun()->job()->state());
        $files = Tools::pieces($this->download($project));
        self::assertCount(6, $files);
        self::assertNotContains('', $files);
    }

    #[Group('stored')]
    public function testARunIsMadeOfThePicturesItWasOrderedWithAndItsPagesShowThem(): void
    {
        $project = $this->withPicture('seal.png', self::plain(0xC63D1E));
        $small = ['png' => ['size' => 'width', 'value' => '400']];
        $ordered = ['formats' => ['png'], 'of' => $small, 'file' => 'all', 'name' => '{register}'];
        $this->order($project, $ordered);
        $run = $this->newestRun();
        // Another picture of the same name comes while the run waits.
        $pictures = self::getContainer()->get(PictureStore::class);
        $project = $this->reload($project);
        $pictures->remove($pictures->find($project, 'seal.png') ?? throw new \LogicException());
        $pictures->add($project, new PictureFile('seal.png', 'image/png', self::plain(0x1E3DC6), 300, 300));
        $this->work();
        self::assertSame([0xC63D1E, 0xC63D1E], $this->seen($project));

        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$run->id()}/pieces");
        self::assertSame(1, preg_match('~[^"\'(]*/pictures/seal\.png\?[^"\')]*run=[^"\')]*~', html_entity_decode($this->body()), $found));
        $this->browser->request('GET', $found[0]);
        self::assertSame(self::plain(0xC63D1E), $this->browser->getInternalResponse()->getContent(), 'its page shows its own');

        self::getContainer()->get(RunDispatcher::class)->again($this->newestRun(), 2);
        $this->work();
        self::assertSame([0xC63D1E, 0xC63D1E], $this->seen($project), 'one piece again, as the run was ordered');

        // What only a run still wants is not tidied away, however old it is.
        $kept = StoredPicture::pathOf(hash('sha256', self::plain(0xC63D1E)));
        self::assertContains(basename($kept), self::getContainer()->get(FrozenAssets::class)->hashes());

        $this->order($project, $ordered);
        $this->work();
        self::assertSame([0x1E3DC6, 0x1E3DC6], $this->seen($project), 'nothing of the run before is taken over');
        self::getContainer()->get(RunDispatcher::class)->delete($this->newestRun());
        self::getContainer()->get(FrozenAssets::class)->tidy();
        self::assertContains(basename($kept), self::getContainer()->get(FrozenAssets::class)->hashes());
        self::getContainer()->get(RunDispatcher::class)->delete($this->newestRun());
        self::getContainer()->get(FrozenAssets::class)->tidy();
        self::assertSame([], self::getContainer()->get(FrozenAssets::class)->hashes());
    }

    public function testAPictureThatWentBadCostsThePiecesThatShowIt(): void
    {
        $project = $this->starter('winter-pin');
        $picture = $this->entities()->getRepository(StoredPicture::class)->findOneBy(['project' => $project, 'name' => 'boot.jpg']);
        self::assertNotNull($picture);
        $bytes = $this->files()->read($picture->path());
        $this->files()->write($picture->path(), substr($bytes, 0, 30_000) . str_repeat('x', 40_000));
        try {
            $small = ['jpeg' => ['size' => 'width', 'value' => '200']];
            $this->order($project, ['formats' => ['jpeg', 'pdf'], 'of' => $small, 'which' => 'some', 'rows' => '1-4']);
            $this->work();
        } finally {
            $this->files()->write($picture->path(), $bytes);
        }
        $run = $this->newestRun();
        self::assertSame([3, 1], [$this->progress($run)->made(), $this->progress($run)->failed]);
        self::assertStringContainsString(
            'The stored file of “boot.jpg” is damaged',
            English::say($this->report()->givenUp($run, 1)[0]['reason']),
        );
        self::assertCount(1 + 3, Tools::pieces($this->download($project)));
    }

    public function testNamesOfEveryScriptAreInTheZipWhateverTheDiskTakes(): void
    {
        $names = [
            "\u{0646}\u{0627}\u{0645}\u{200C}\u{0647}",
            "\u{0915}\u{094D}\u{200D}\u{0937}",
            '👩‍🔧',
            "x\u{0378}y",
            '-rf',
            '.hidden',
            'Ng',
            'NG',
        ];
        $project = $this->rows(8, static fn (int $i): string => $names[$i - 1]);
        $this->order($project, ['format' => 'svg', 'parts' => json_encode([['column' => 'full_name']])]);
        $this->work();
        self::assertSame(
            [
                ...[$names[0] . '.svg', $names[1] . '.svg', '👩‍🔧.svg', "x\u{0378}y.svg", 'rf.svg', 'hidden.svg'],
                ...['Ng.svg', 'NG-2.svg'],
            ],
            array_keys(Tools::pieces($this->download($project))),
        );
    }

    #[Group('stored')]
    public function testFilesThatVanishedAreNamedAndDoNotBreakTheRestOff(): void
    {
        $rows = "Ada|1|a|2026-01-01|1\nBo|1|b|2026-01-01|2\nreport|1|c|2026-01-01|3";
        $project = $this->project("Full name|Hours|Craft|Issued|Register\n$rows");
        $run = self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('png', '{full_name}', 'all'));
        $this->work();
        $database = $this->entities()->getConnection();
        // A document of the name of a piece, and one that differs in its case alone: as several formats in a run may have them.
        $database->executeStatement("UPDATE run_file SET name = 'REPORT.csv' WHERE name = 'report.png'");
        $path = (string) $database->fetchOne("SELECT path FROM run_file WHERE name = 'Ada.png'");
        $this->files()->delete($path);
        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$run->id()}/file");
        self::assertResponseIsSuccessful();
        $file = (string) tempnam(sys_get_temp_dir(), 'zip');
        file_put_contents($file, $this->browser->getInternalResponse()->getContent());
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($file, \ZipArchive::CHECKCONS));
        $names = array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
        sort($names);
        self::assertSame(['Bo.png', 'REPORT-2.csv', 'report.csv'], $names);
        self::assertStringContainsString('No longer kept: Ada.png', (string) $zip->getFromName('report.csv'));
        unlink($file);
        foreach ($database->fetchFirstColumn('SELECT path FROM run_file') as $one) {
            $this->files()->delete((string) $one);
        }
        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$run->id()}/file");
        self::assertResponseStatusCodeSame(410);
        self::assertStringContainsString('These files have been deleted: Ada.png, Bo.png, REPORT.csv', $this->body());
    }

    #[Group('stored')]
    public function testDeletingAProjectDuringItsRunIsAnsweredAndLeavesNothing(): void
    {
        $project = $this->rows(400);
        $this->order($project, ['format' => 'svg']);
        $run = $this->newestRun();
        $worker = $this->worker();
        $worker->start();
        $deadline = microtime(true) + 60;
        do {
            usleep(5_000);
            $done = $this->progress($run)->done;
        } while (0 === $done && microtime(true) < $deadline);
        self::assertGreaterThan(0, $done);
        $this->post("/projects/{$project->id()}/delete");
        self::assertResponseRedirects('/');
        $worker->stop(5, \SIGTERM);
        $this->work();
        foreach (['project', 'run', 'job', 'piece', 'table_row', 'revision'] as $table) {
            self::assertSame(
                0,
                (int) $this->entities()
                    ->getConnection()
                    ->fetchOne("SELECT COUNT(*) FROM $table"),
                $table,
            );
        }
        self::assertSame([], $this->stored($run->folder()));
    }

    public function testARunIsDeletedByHandWithItsFiles(): void
    {
        $project = $this->rows(3);
        $this->order($project, ['format' => 'svg']);
        $this->work();
        $run = $this->newestRun();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        $this->browser->submit($page->selectButton('Delete')->form());
        self::assertStringContainsString('Run 1 was deleted', $this->browser->followRedirect()->filter('.notices')->text());
        $this->work();
        self::assertSame([], $this->stored($run->folder()));
    }
}
