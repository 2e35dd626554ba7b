<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Delivery\Links\Links;
use Morphea\App\Editor\Dashboard\BringProject;
use Morphea\App\Editor\Dashboard\OwnStarters;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Maintenance\Backup;
use Morphea\App\Platform\Maintenance\BackupError;
use Morphea\App\Platform\Maintenance\Tidying;
use Morphea\App\Project\Assets\PictureFiles;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableStore;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\ShownByRun;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Tests\Tools;
use Symfony\Component\Process\Process;
use Symfony\Component\Uid\Ulid;

/** What is kept, how it comes back, and what goes when nothing refers to it any more. */
final class KeepingTest extends AppTestCase
{
    private const FILES = 'var/test/files';

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
        self::assertSame(2, self::tidy()['pictures into the trash'] ?? 0);
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
        self::assertSame(1, self::tidy()['pictures and fonts for good'] ?? 0);
        self::assertSame([], $this->stored('trash/2026-01-01'));
    }

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
        $process = new Process([\PHP_BINARY, 'bin/console', 'morphea:tidy', '--env=test'], \dirname(__DIR__, 2), [
            'MORPHEA_KEEP_RUNS' => '90',
        ]);
        $process->mustRun();
        self::assertStringContainsString('1 runs too old', $process->getOutput());
        self::assertSame([2], array_map(intval(...), $database->fetchFirstColumn('SELECT number FROM run')));
        self::assertCount(1, $this->stored('made'), 'which has what the old one made');
    }

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
        self::assertSame(['1 share page'], $shown());
        $row = (int) $database->fetchOne('SELECT uid FROM table_row WHERE number = 1');
        $database->executeStatement(
            "INSERT INTO post (project_id, row_id, kind, at, sign, state, receipt, error)
                VALUES (?, ?, '', '2040-01-01 00:00:00', 'x', 'planned', '', '')",
            [$project->id(), $row],
        );
        self::assertSame(['1 share page', '1 planned post'], $shown());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        $said = $page->filter("#delete-$run")->text();
        self::assertStringContainsString('Others look at what this run made: 1 share page and 1 planned post.', $said);
        $tidy = fn (): Process => (new Process([\PHP_BINARY, 'bin/console', 'morphea:tidy', '--env=test'], \dirname(__DIR__, 2), [
            'MORPHEA_KEEP_RUNS' => '90',
        ]))->mustRun();
        $tidy();
        self::assertSame(2, (int) $database->fetchOne('SELECT COUNT(*) FROM run'));
        $database->executeStatement("UPDATE post SET state = 'removed'");
        $database->executeStatement("UPDATE piece_link SET taken_back_at = '2026-01-01 00:00:00'");
        $tidy();
        self::assertSame(1, (int) $database->fetchOne('SELECT COUNT(*) FROM run'), 'nobody looks at it any more');
    }

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

    public function testWorkersTidyUpByThemselvesOnceADay(): void
    {
        $database = $this->entities()->getConnection();
        $this->member();
        $run = static function (): void {
            $worker = new Process(
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

    public function testABackupOfTheLastMomentComesBackWhole(): void
    {
        $project = $this->project("Full name|Hours\nNg|4");
        $folder = sys_get_temp_dir() . '/backup-' . bin2hex(random_bytes(4));
        $backup = self::getContainer()->get(Backup::class);
        // The last edit still lies in the write-ahead log, which a copy of the file alone would lose.
        self::getContainer()->get(TableStore::class)->apply($project, new SetCells([1 => ['hours' => '41']]));
        $written = $backup->write($folder);
        self::assertSame($written['files'], $written['copied']);
        self::getContainer()->get(TableStore::class)->apply($project, new SetCells([1 => ['hours' => '42']]));
        self::assertSame(0, $backup->write($folder)['copied'], 'again, only what is new');
        $project2 = $this->reload($project);
        self::getContainer()->get(TableStore::class)->apply($project2, new SetCells([1 => ['hours' => 'lost']]));
        $this->files()->deleteDirectory('pictures');

        try {
            $backup->restore($folder, false);
            self::fail('it wrote over what is here');
        } catch (BackupError $e) {
            self::assertStringContainsString('There are members and projects here.', $e->getMessage());
        }
        $this->entities()->getConnection()->executeStatement('CREATE TABLE of_a_later_version (id INTEGER)');
        $restore = new Process(
            [\PHP_BINARY, 'bin/console', 'morphea:restore', $folder, '--over', '--env=test'],
            \dirname(__DIR__, 2),
        );
        $this->entities()->getConnection()->close();
        $restore->mustRun();
        self::assertStringContainsString('files are back', $restore->getOutput());
        self::getContainer()->get('doctrine')->resetManager();
        $tables = $this->entities()->getConnection()->createSchemaManager()->introspectTableNames();
        $names = array_map(static fn ($one): string => $one->getUnqualifiedName()->getValue(), $tables);
        self::assertNotContains('of_a_later_version', $names);
        self::assertSame(
            '42',
            (string) (json_decode(
                (string) $this->entities()->getConnection()->fetchOne('SELECT cells FROM table_row'),
                true,
            )[1] ?? ''),
        );
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/seal.svg");
        self::assertResponseIsSuccessful();

        // One that is not whole is refused before anything is touched.
        $manifest = (string) file_get_contents("$folder/manifest.json");
        $said = json_decode($manifest, true);
        $first = (glob("$folder/files/*/*") ?: [])[0];
        $bytes = (string) file_get_contents($first);
        // As many bytes, and others.
        file_put_contents($first, str_repeat('x', \strlen($bytes)));
        foreach (
            [
                'missing, cut short or not as it was' => null,
                'is not the one that was backed up' => $said['database'],
                'holds no backup' => 'manifest.json',
            ]
            as $words => $file
        ) {
            if (null !== $file) {
                file_put_contents("$folder/$file", 'x');
            }
            try {
                $backup->restore($folder, true);
                self::fail('it was taken');
            } catch (BackupError $e) {
                self::assertStringContainsString($words, $e->getMessage());
            }
        }
        file_put_contents("$folder/manifest.json", (string) json_encode(['format' => 3] + $said));
        $newer = new Process([\PHP_BINARY, 'bin/console', 'morphea:restore', $folder, '--over', '--env=test'], \dirname(__DIR__, 2));
        self::assertSame(2, $newer->run());
        self::assertSame('', $newer->getOutput());
        self::assertStringContainsString('a backup of a newer Morphea (format 3)', $newer->getErrorOutput());
        (new Process(['rm', '-rf', $folder]))->mustRun();
    }

    public function testABackupThatFailsSpoilsNothingOfTheOneBefore(): void
    {
        $project = $this->project("Full name|Hours\nNg|4");
        $folder = sys_get_temp_dir() . '/backup-' . bin2hex(random_bytes(4));
        $backup = self::getContainer()->get(Backup::class);
        $backup->write($folder);
        $before = self::hashes($folder);
        // A stored file changes under its own name, and then the disk is full while the next is copied.
        $path = $this->stored('pictures')[0];
        $this->files()->write($path, 'another picture');
        self::getContainer()->get(TableStore::class)->apply($project, new SetCells([1 => ['hours' => '41']]));
        mkdir("$folder/files/incoming");
        try {
            $backup->write($folder);
            self::fail('it was written');
        } catch (BackupError $e) {
            self::assertStringContainsString('cannot be written', $e->getMessage());
        }
        rmdir("$folder/files/incoming");
        self::assertSame([], array_diff_assoc($before, self::hashes($folder)), 'all of the last good one is as it was');
        $this->entities()->getConnection()->close();
        self::assertSame(\count($this->stored('')), $backup->restore($folder, true)['files']);
        self::assertNotSame('another picture', $this->files()->read($path));
        (new Process(['rm', '-rf', $folder]))->mustRun();
    }

    /** @return array<string, string> */
    private static function hashes(string $folder): array
    {
        $hashes = [];
        foreach ([...glob("$folder/*") ?: [], ...glob("$folder/files/*/*") ?: []] as $file) {
            is_file($file) && ($hashes[$file] = (string) hash_file('sha256', $file));
        }

        return $hashes;
    }

    public function testALargeProjectIsSavedBroughtCopiedAndKeptInTheBackground(): void
    {
        $project = $this->project("Full name|Photo\nNg|noise-3.png");
        $pictures = self::getContainer()->get(PictureStore::class);
        for ($i = 0; $i < 4; ++$i) {
            // Pixels no two of which are alike do not pack.
            $pictures->add($project, new PictureFile("noise-$i.png", 'image/png', self::noise($i), 900, 900));
        }
        self::assertGreaterThan(8_000_000, $pictures->size($project));

        $this->browser->request('GET', "/projects/{$project->id()}/save.morphea");
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Saving Mending certificates', $page->text());
        $address = $this->browser->getRequest()->getPathInfo();
        $this->work();
        $this->watch();
        self::assertSame($address, $this->browser->getResponse()->headers->get('HX-Redirect'));
        self::assertStringContainsString('Mending certificates is saved', $this->browser->request('GET', $address)->text());
        $this->browser->request('GET', "$address/file");
        $saved = $this->browser->getInternalResponse()->getContent();
        self::assertCount(9, Tools::unzip($saved));

        // As the page leaves it; PHP itself takes no upload of this size here.
        $desk = self::getContainer()->get(JobDispatcher::class);
        $job = $desk->note(BringProject::KIND, $this->reload($project)->owner(), null, ['name' => 'large.morphea']);
        self::getContainer()
            ->get(FilesystemOperator::class)
            ->write("{$job->folder()}/file", $saved);
        $desk->ask($job);
        $address = "/work/{$job->id()}";
        self::assertStringContainsString('Bringing in large.morphea', $this->browser->request('GET', $address)->text());
        $works = fn (): array => $this->browser
            ->request('GET', '/')
            ->filter('[aria-label="Work in the background"] li')
            ->each(static fn ($line): string => $line->text());
        self::assertSame(
            ['Bringing in large.morphea under way', 'Saving Mending certificates ✓ ready'],
            $works(),
            'found again by who went on with other things',
        );
        $this->work();
        $this->browser->request('GET', $address);
        self::assertSame(
            1,
            preg_match('~/projects/(\w+)/compose~', (string) $this->browser->getResponse()->headers->get('Location'), $m),
        );
        $brought = $this->entities()->find(Project::class, $m[1]) ?? self::fail();
        self::assertCount(6, $pictures->all($brought));
        self::assertSame(['Saving Mending certificates ✓ ready'], $works());

        $this->post("/projects/{$project->id()}/copy", ['rows' => '1']);
        self::assertStringContainsString(
            'is a project of its own now, with its rows',
            $this->browser->followRedirect()->filter('.notices')->text(),
        );

        $this->post("/projects/{$project->id()}/keep");
        self::assertStringContainsString('Keeping as a starter', $this->browser->followRedirect()->text());
        $this->work();
        $starter = self::getContainer()
            ->get(OwnStarters::class)
            ->all($this->reload($project)->owner())[0];
        $this->post('/projects', ['starter' => $starter->id(), 'rows' => '1']);
        $address = (string) $this->browser->getResponse()->headers->get('Location');
        self::assertStringStartsWith('/work/', $address);
        $this->work();
        $this->browser->request('GET', $address);
        self::assertResponseRedirects();
        self::assertSame(4, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM project'));
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

    /** @return array<string, int> */
    private static function tidy(): array
    {
        return self::getContainer()->get(Tidying::class)->run();
    }

    private static function age(string ...$paths): void
    {
        foreach ($paths as $path) {
            // The store that tests use far away keeps its objects under names of its own.
            $objects = (string) ($_SERVER['MORPHEA_TEST_OBJECTS'] ?? '');
            $file = '' === $objects ? \dirname(__DIR__, 2) . '/' . self::FILES . "/$path" : "$objects/$path._S3rver_object";
            self::assertTrue(touch($file, time() - 100_000));
        }
    }

    private static function png(string $seed): string
    {
        $image = imagecreatetruecolor(20, 20);
        imagefilledrectangle($image, 0, 0, 19, 19, (int) hexdec(substr(md5($seed), 0, 6)));
        ob_start();
        imagepng($image);

        return (string) ob_get_clean();
    }

    private static function noise(int $seed): string
    {
        mt_srand($seed);
        $image = imagecreatetruecolor(900, 900);
        for ($y = 0; $y < 900; ++$y) {
            for ($x = 0; $x < 900; ++$x) {
                imagesetpixel($image, $x, $y, mt_rand(0, 0xffffff));
            }
        }
        ob_start();
        imagepng($image, null, 1);

        return (string) ob_get_clean();
    }
}
