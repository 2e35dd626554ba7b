<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Delivery\Links\Links;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Project\Assets\PictureFiles;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\ShownByRun;
use Morphea\Core\Tests\English;
use Morphea\Tests\Program;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Process\Process;
use Symfony\Component\Uid\Ulid;

/** What is kept, how it comes back, and what goes when nothing refers to it any more. */
final class KeepingTest extends AppTestCase
{
    use Keeping;

    #[Group('stored')]
    public function testWhatNothingRefersToGoesByWayOfTheTrashAndWhatIsUsedStays(): void
    {
        $project = $this->project();
        $pictures = self::getContainer()->get(PictureStore::class);
        $files = self::getContainer()->get(FilesystemOperator::class);
        foreach (['old.png', 'new.png'] as $name) {
            $pictures->add($project, new PictureFile($name, 'image/png', self::png($name), 20, 20));
        }
        $used = array_map(static fn (StoredPicture $asset): string => $asset->path(), $pictures->all($project));
        $old = $pictures->find($project, 'old.png') ?? self::fail();
        $path = $old->path();
        $files->write("$path.small", 'a small one of it');
        $pictures->remove($old);
        self::tidy();
        self::assertTrue($files->fileExists($path), 'what was written lately stays');
        self::age($path, "$path.small");
        self::assertSame(2, self::tidy()['maintenance.tidied.pictures'] ?? 0);
        self::assertFalse($files->fileExists($path));
        foreach (array_diff($used, [$path]) as $kept) {
            self::assertTrue($files->fileExists($kept), $kept);
        }

        // Brought again just then, it comes back out of the trash.
        $again = new StoredPicture($project, 'again.png', 'image/png', $old->hash(), 10, 20, 20);
        $this->entities()->persist($again);
        $this->entities()->flush();
        self::assertSame(self::png('old.png'), self::getContainer()->get(PictureFiles::class)->bytes($again));
        $pictures->remove($again);
        self::age($path);
        self::tidy();
        $files->move(PictureStore::TRASH . '/' . date('Y-m-d') . "/$path", PictureStore::TRASH . "/2026-01-01/$path");
        self::assertSame(1, self::tidy()['maintenance.tidied.trash'] ?? 0);
        self::assertSame([], $this->stored('trash/2026-01-01'));
    }

    #[Group('stored')]
    public function testFoldersWhoseRowIsGoneAndUploadsNobodyCameBackToGo(): void
    {
        $project = $this->project("Full name\nNg");
        $files = self::getContainer()->get(FilesystemOperator::class);
        $gone = Ulid::generate(new \DateTimeImmutable('-2 days'));
        $day = strtolower(Ulid::generate(new \DateTimeImmutable('-2 days')));
        $hours = strtolower(Ulid::generate(new \DateTimeImmutable('-2 hours')));
        foreach (
            [
                "runs/$gone/all.pdf",
                "faces/$gone/x",
                "imports/$gone/x/file",
                "work/$day/0",
                "imports/{$project->id()}/$day/file",
                "imports/{$project->id()}/$hours/file",
                "faces/{$project->id()}/x",
            ]
            as $path
        ) {
            $files->write($path, 'x');
        }
        $files->write('incoming/half', 'x');
        self::age('incoming/half');
        self::tidy();
        $left = array_map(
            static fn ($file): string => $file->path(),
            array_values(
                array_filter(
                    iterator_to_array($files->listContents('', true)),
                    static fn ($file): bool => $file->isFile() && !str_starts_with($file->path(), 'pictures'),
                ),
            ),
        );
        sort($left);
        self::assertSame(["faces/{$project->id()}/x", "imports/{$project->id()}/$hours/file"], $left);
    }

    #[Group('stored')]
    public function testOldRunsGoButTheNewestOfEachProjectStays(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1");
        foreach ([1, 2] as $run) {
            $this->order($project, ['format' => 'svg']);
        }
        $this->work();
        $database = $this->entities()->getConnection();
        $database->executeStatement("UPDATE run SET ordered_at = '2026-01-01 00:00:00'");
        self::tidy();
        self::assertSame(
            2,
            (int) $database->fetchOne('SELECT COUNT(*) FROM run'),
            'they are kept for ever unless somebody says how long',
        );
        $process = new Program([\PHP_BINARY, 'bin/console', 'morphea:tidy', '--lang=de', '--env=test'], \dirname(__DIR__, 2), [
            'MORPHEA_KEEP_RUNS' => '90',
        ]);
        $process->mustRun();
        self::assertStringContainsString('1 alter Lauf', $process->getOutput());
        self::assertSame([2], array_map(intval(...), $database->fetchFirstColumn('SELECT number FROM run')));
        self::assertCount(1, $this->stored('made'), 'which has what the old one made');
    }

    #[Group('stored')]
    public function testWhatAPageAPostACodeOrAnEmailShowsIsNotTidiedAwayAndSaidBeforeItIsDeleted(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1\nBo|1|a|2026-03-09|2");
        $this->order($project, ['format' => 'svg']);
        $this->work();
        $this->order($project, ['format' => 'svg', 'which' => 'some', 'rows' => '2']);
        $this->work();
        $database = $this->entities()->getConnection();
        $database->executeStatement("UPDATE run SET ordered_at = '2026-01-01 00:00:00'");
        $run = (string) $database->fetchOne('SELECT id FROM run WHERE number = 1');
        $shown = fn (): array => self::getContainer()
            ->get(ShownByRun::class)
            ->words($this->entities()->find(Run::class, $run) ?? self::fail());
        self::assertSame([], $shown());
        $this->entities()->clear();
        // The page of the first row shows what run 1 made; that of the second what run 2 did.
        self::assertSame(2, self::getContainer()->get(Links::class)->give($this->reload($project), null, null));
        self::assertSame(['1 share page'], English::all($shown()));
        $row = (int) $database->fetchOne('SELECT uid FROM table_row WHERE number = 1');
        $database->executeStatement(
            "INSERT INTO post (project_id, row_id, kind, at, sign, state, receipt, error)
                VALUES (?, ?, '', '2040-01-01 00:00:00', 'x', 'planned', '', '')",
            [$project->id(), $row],
        );
        self::assertSame(['1 share page', '1 planned post'], English::all($shown()));
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        $said = $page->filter("#delete-$run")->text();
        self::assertStringContainsString('This run is in use: 1 share page and 1 planned post.', $said);
        $tidy = fn (): Process => (new Program([\PHP_BINARY, 'bin/console', 'morphea:tidy', '--env=test'], \dirname(__DIR__, 2), [
            'MORPHEA_KEEP_RUNS' => '90',
        ]))->mustRun();
        $tidy();
        self::assertSame(2, (int) $database->fetchOne('SELECT COUNT(*) FROM run'));
        $database->executeStatement("UPDATE post SET state = 'removed'");
        $database->executeStatement("UPDATE piece_link SET taken_back_at = '2026-01-01 00:00:00'");
        $tidy();
        self::assertSame(1, (int) $database->fetchOne('SELECT COUNT(*) FROM run'), 'nobody looks at it any more');
    }

    #[Group('stored')]
    public function testHistoryIsThinnedOutByARuleOneCanRead(): void
    {
        $project = $this->project("Full name\nNg");
        $database = $this->entities()->getConnection();
        $json = $project->templateJson();
        for ($number = 1; $number <= 130; ++$number) {
            $database->executeStatement(
                'INSERT INTO revision (project_id, number, template, says, created_at) VALUES (?, ?, ?, ?, ?)',
                [
                    $project->id(),
                    $number,
                    $json,
                    "Step $number",
                    $number <= 15 ? '2026-10-01 10:00:00' : ($number <= 25 ? '2026-10-02 10:00:00' : '2026-11-20 10:00:00'),
                ],
            );
        }
        $database->executeStatement('UPDATE project SET revision = 130');
        self::tidy();
        self::assertSame(
            [0, 15, 25, ...range(31, 130)],
            array_map(intval(...), $database->fetchFirstColumn('SELECT number FROM revision ORDER BY number')),
        );
    }

    #[Group('stored')]
    public function testWorkersTidyUpByThemselvesOnceADay(): void
    {
        $database = $this->entities()->getConnection();
        $this->member();
        $run = static function (): void {
            $worker = new Program(
                [
                    \PHP_BINARY,
                    'bin/console',
                    'messenger:consume',
                    'priority',
                    '--env=test',
                    '--time-limit=2',
                    '--sleep=0.1',
                    '-q',
                ],
                \dirname(__DIR__, 2),
            );
            $worker->mustRun();
        };
        self::getContainer()->get(FilesystemOperator::class)->write('incoming/half', 'x');
        self::age('incoming/half');
        $run();
        self::assertTrue($this->files()->fileExists('incoming/half'), 'it was done today');
        $database->executeStatement('UPDATE clock SET struck_at = 0');
        $run();
        self::assertFalse($this->files()->fileExists('incoming/half'));
        self::assertGreaterThan(time() - 60, (int) $database->fetchOne('SELECT struck_at FROM clock'));
    }

    public function testTheSpaceOneUsesIsShown(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1");
        self::getContainer()
            ->get(PictureStore::class)
            ->add($project, new PictureFile('noise.png', 'image/png', self::noise(1), 900, 900));
        $this->order($project, ['format' => 'svg']);
        $this->work();
        $cells = $this->browser
            ->request('GET', '/account')
            ->filter('main tbody td')
            ->each(static fn ($cell): string => $cell->text());
        self::assertSame(['Mending certificates', '2.5 MB'], \array_slice($cells, 0, 2));
        self::assertMatchesRegularExpression('/^\d+ kB$/', $cells[2]);
    }
}
