<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\Progress;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RowChoice;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Tests\TestDatabase;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** A fresh database for each test, and short ways to what tests need. */
abstract class AppTestCase extends WebTestCase
{
    use Workers;

    protected KernelBrowser $browser;
    /** @var array<string, string> by session */
    private array $tokens = [];

    protected function setUp(): void
    {
        TestDatabase::fresh();
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::shareRenderer(self::getContainer());
    }

    /** PHPUnit holds every test to its end, and with it whatever its properties hold: here, an application. */
    protected function tearDown(): void
    {
        unset($this->browser);
        parent::tearDown();
    }

    protected function member(string $email = 'isolde@tidewick.example'): Member
    {
        $member = new Member('' === $email ? 'x@tidewick.example' : $email, 'Isolde');
        $member->setPassword('not a hash, so nobody signs in with it');
        $member->belongsTo('Tidewick Mending Guild', 'Isolde');
        $member->confirm();
        $this->entities()->persist($member);
        $this->entities()->flush();

        return $member;
    }

    /** Signs in a member with a certificate project; with `$rows`, they take the place of the sixty. */
    protected function project(?string $rows = null, string $email = 'isolde@tidewick.example'): Project
    {
        $member = $this->member($email);
        $this->browser->loginUser($member);
        $file = self::getContainer()->get(StarterShelf::class)->load('mending-certificate');
        self::assertNotNull($file);
        $table =
            null === $rows
                ? $file->table
                : Table::of(
                    (new TableBuilder())->build(
                        array_map(static fn (string $line): array => explode('|', $line), explode("\n", $rows)),
                    ),
                );

        return self::getContainer()
            ->get(ProjectMaker::class)
            ->fromFile($member, new MorpheaFile($file->design, $file->pictures, $table), 'volunteers.csv');
    }

    protected function files(): FilesystemOperator
    {
        return self::getContainer()->get(FilesystemOperator::class);
    }

    /** @return list<string> paths of the files that are stored in a folder, however deep */
    protected function stored(string $folder): array
    {
        $paths = [];
        foreach ($this->files()->listContents($folder, true) as $one) {
            $one->isFile() && $paths[] = $one->path();
        }
        sort($paths);

        return $paths;
    }

    protected function isPostgres(): bool
    {
        return self::getContainer()->get(Dialect::class)->isPostgres();
    }

    /**
     * From now on the database refuses a change, as if it were cut off just there.
     *
     * @param string $change as in "INSERT ON table_row"
     *
     * @return \Closure(): void ends that
     */
    protected function refused(string $change, string $words, string $when = 'TRUE'): \Closure
    {
        $database = $this->entities()->getConnection();
        $table = substr((string) strrchr($change, ' '), 1);
        if ($this->isPostgres()) {
            $database->executeStatement(
                "CREATE FUNCTION refused() RETURNS trigger LANGUAGE plpgsql AS \$\$ BEGIN RAISE EXCEPTION '$words'; END \$\$",
            );
            $database->executeStatement("CREATE TRIGGER refused BEFORE $change FOR EACH ROW WHEN ($when) EXECUTE FUNCTION refused()");

            return static function () use ($database, $table): void {
                $database->executeStatement("DROP TRIGGER refused ON $table");
                $database->executeStatement('DROP FUNCTION refused()');
            };
        }
        $database->executeStatement("CREATE TRIGGER refused BEFORE $change WHEN $when BEGIN SELECT RAISE(ABORT, '$words'); END");

        return static function () use ($database): void {
            $database->executeStatement('DROP TRIGGER refused');
        };
    }

    protected function entities(): EntityManagerInterface
    {
        return self::getContainer()->get(EntityManagerInterface::class);
    }

    /**
     * @param array<string, mixed> $fields
     * @param array<string, mixed> $files
     */
    protected function post(string $address, array $fields = [], array $files = []): Crawler
    {
        return $this->browser->request('POST', $address, $fields, $files, ['HTTP_X_CSRF_TOKEN' => $this->token()]);
    }

    /** A token the session of the signed-in member holds: taken from a page, as a browser would, once for each session. */
    protected function token(): string
    {
        $session = (string) $this->browser->getCookieJar()->get('MOCKSESSID')?->getValue();

        return $this->tokens[$session] ??= $this->tokenOfPage();
    }

    private function tokenOfPage(): string
    {
        $page = $this->browser->request('GET', '/');
        $token = $page->filter('input[name=_token]')->first()->attr('value');
        self::assertNotNull($token);

        return $token;
    }

    protected function reload(Project $project): Project
    {
        $this->entities()->clear();

        return $this->entities()->find(Project::class, $project->id()) ?? self::fail('The project is gone.');
    }

    protected function newestRun(): Run
    {
        $this->entities()->clear();

        return $this->entities()
            ->getRepository(Run::class)
            ->findOneBy([], ['number' => 'DESC']) ?? self::fail('There is no run.');
    }

    protected function body(): string
    {
        return (string) $this->browser->getResponse()->getContent();
    }

    /** @param array<string, mixed> $fields */
    protected function order(Project $project, array $fields): void
    {
        if (isset($fields['format'])) {
            $fields['formats'] = [$fields['format']];
        }
        $this->post("/projects/{$project->id()}/press/runs", $fields);
        self::assertResponseRedirects("/projects/{$project->id()}/press");
    }

    protected function download(Project $project): string
    {
        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$this->newestRun()->id()}/file");
        self::assertResponseIsSuccessful();

        return $this->browser->getInternalResponse()->getContent();
    }

    /** Signs in a member with a project made from a starter. */
    protected function starter(string $id): Project
    {
        $member = $this->member();
        $this->browser->loginUser($member);
        $file = self::getContainer()->get(StarterShelf::class)->load($id);
        self::assertNotNull($file);

        return self::getContainer()
            ->get(ProjectMaker::class)
            ->fromFile($member, $file, "$id.csv");
    }

    protected function sent(string $bytes, string $name): UploadedFile
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'upload');
        file_put_contents($path, $bytes);

        return new UploadedFile($path, $name, test: true);
    }

    /** Takes over what was sent and is being looked at, with what was corrected there. */
    protected function take(): Crawler
    {
        $page = $this->browser->getCrawler();
        if ($this->browser->getResponse()->isRedirect()) {
            $page = $this->browser->followRedirect();
        }
        $this->browser->submit($page->filter('form[action$="/take"]')->form());

        return $this->browser->followRedirect();
    }

    /**
     * One change in the grid.
     *
     * @param array<string, mixed> $change
     *
     * @return array<string, mixed> what the grid is told
     */
    protected function change(Project $project, array $change, string $what = 'edit'): array
    {
        $token = $this->token();
        $this->browser->request(
            'POST',
            "/projects/{$project->id()}/rows/$what",
            server: ['HTTP_X_CSRF_TOKEN' => $token, 'CONTENT_TYPE' => 'application/json'],
            content: (string) json_encode($change),
        );

        return (array) json_decode($this->body(), true);
    }

    protected function progress(Run $run): Progress
    {
        return self::getContainer()->get(JobDispatcher::class)->progress($run->job());
    }

    /**
     * An order of all rows.
     *
     * @param array<string, mixed> $settings
     */
    protected function orderOf(string $output, string $name, string $file, array $settings = []): RunOrder
    {
        $format = self::getContainer()->get(ExportFormatRegistry::class)->get($output);
        $choice = new ChosenFormat($format, $format->settings(new SettingsInput($settings)));

        return new RunOrder([$choice], RowChoice::All, '', $name, $file);
    }

    /** A page of the station Proof once all is looked at, however long that takes here. */
    protected function proof(Project $project, string $query = ''): Crawler
    {
        $address = "/projects/{$project->id()}/proof$query";
        for ($try = 0; ; ++$try) {
            $this->entities()->clear();
            $page = $this->browser->request('GET', $address);
            self::assertResponseIsSuccessful();
            $current = $this->reload($project);
            $state = self::getContainer()->get(RowInputs::class)->state($current);
            if ($current->isProofed($state) || 5 === $try) {
                $this->entities()->clear();

                return 0 === $try ? $page : $this->browser->request('GET', $address);
            }
            $this->work();
        }
    }

    /** What the part of a page that shows long work asks next, of the page it stands on. */
    protected function watch(): void
    {
        $this->browser->request('GET', (string) $this->browser->getCrawler()->filter('[id^="work-"]')->attr('hx-get'));
    }

    /** Presses Stop in the part of a page that shows long work. */
    protected function stopWork(): void
    {
        $button = $this->browser->getCrawler()->filter('[id^="work-"] button');
        $this->post((string) $button->attr('hx-post'), json_decode((string) $button->attr('hx-vals'), true));
    }
}
