<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Editor\Dashboard\BringProject;
use Morphea\App\Editor\Dashboard\OwnStarters;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Maintenance\Backup;
use Morphea\App\Platform\Maintenance\BackupError;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Table\Data\Edit\SetCells;
use Morphea\Tests\Program;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;

/** Backups, and projects as files. */
final class BackupTest extends AppTestCase
{
    use Keeping;

    #[Group('stored')]
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
            self::assertStringContainsString('restore.in_use', $e->getMessage());
        }
        $this->entities()->getConnection()->executeStatement('CREATE TABLE of_a_later_version (id INTEGER)');
        $restore = new Program(
            [\PHP_BINARY, 'bin/console', 'morphea:restore', $folder, '--over', '--env=test'],
            \dirname(__DIR__, 2),
        );
        $this->entities()->getConnection()->close();
        $restore->mustRun();
        self::assertStringContainsString('files are restored', $restore->getOutput());
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
                'restore.file_damaged' => null,
                'restore.database_changed' => $said['database'],
                'restore.no_backup' => 'manifest.json',
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
        $newer = new Program([\PHP_BINARY, 'bin/console', 'morphea:restore', $folder, '--over', '--env=test'], \dirname(__DIR__, 2));
        self::assertSame(2, $newer->run());
        self::assertSame('', $newer->getOutput());
        self::assertStringContainsString('was made by a newer Morphea (format 3)', $newer->getErrorOutput());
        (new Program(['rm', '-rf', $folder]))->mustRun();
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
            self::assertStringContainsString('backup.not_written', $e->getMessage());
        }
        rmdir("$folder/files/incoming");
        self::assertSame([], array_diff_assoc($before, self::hashes($folder)), 'all of the last good one is as it was');
        $this->entities()->getConnection()->close();
        self::assertSame(\count($this->stored('')), $backup->restore($folder, true)['files']);
        self::assertNotSame('another picture', $this->files()->read($path));
        (new Program(['rm', '-rf', $folder]))->mustRun();
    }

    #[Group('stored')]
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
        self::assertStringContainsString('Preparing Mending certificates for download', $page->text());
        $address = $this->browser->getRequest()->getPathInfo();
        $this->work();
        $this->watch();
        self::assertSame($address, $this->browser->getResponse()->headers->get('HX-Redirect'));
        self::assertStringContainsString('Mending certificates is ready', $this->browser->request('GET', $address)->text());
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
        self::assertStringContainsString('Importing large.morphea', $this->browser->request('GET', $address)->text());
        $works = fn (): array => $this->browser
            ->request('GET', '/')
            ->filter('[aria-label="Work in the background"] li')
            ->each(static fn ($line): string => $line->text());
        self::assertSame(
            ['Importing large.morphea in progress', 'Preparing Mending certificates for download ✓ ready'],
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
        self::assertSame(['Preparing Mending certificates for download ✓ ready'], $works());

        $this->post("/projects/{$project->id()}/copy", ['rows' => '1']);
        self::assertStringContainsString(
            'was created, with its rows',
            $this->browser->followRedirect()->filter('.notices')->text(),
        );

        $this->post("/projects/{$project->id()}/keep");
        self::assertStringContainsString('Saving Mending certificates as a starter', $this->browser->followRedirect()->text());
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
}
