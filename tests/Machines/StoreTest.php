<?php

declare(strict_types=1);

namespace Morphea\Tests\Machines;

use Morphea\App\Delivery\Links\Links;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Files\FilesystemFactory;
use Morphea\App\Platform\Files\SignedUrls;
use Morphea\App\Project\Projects\Project;
use Morphea\Tests\Functional\AppTestCase;
use Morphea\Tests\Program;
use Morphea\Tests\Tools;
use Symfony\Component\HttpClient\HttpClient;
use Symfony\Component\Process\Process;

/** What a database and a store elsewhere are for besides runs: handing out, moving in. */
final class StoreTest extends AppTestCase
{
    public function testTheStoreHandsOutASingleFileItselfForAShortWhile(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|1");
        $this->order($project, ['formats' => ['pdf'], 'file' => 'for “all”']);
        $this->work();
        $run = $this->newestRun();
        self::assertSame(1, preg_match('~endpoint=([^&]+)~', (string) $_SERVER['STORAGE_DSN'], $m));
        $dsn = "{$_SERVER['STORAGE_DSN']}&public=$m[1]";
        self::getContainer()->set(SignedUrls::class, new SignedUrls(new FilesystemFactory(\dirname(__DIR__, 2)), $dsn));
        $this->browser->request('GET', "/projects/{$project->id()}/press/runs/{$run->id()}/file");
        self::assertResponseStatusCodeSame(302);
        $address = (string) $this->browser->getResponse()->headers->get('Location');
        self::assertStringStartsWith($m[1], $address);
        self::assertStringContainsString('X-Amz-Expires=300', $address);
        $found = HttpClient::create()->request('GET', $address);
        self::assertSame(1, Tools::pages($found->getContent()));
        self::assertSame(['application/pdf'], $found->getHeaders()['content-type']);
        self::assertStringStartsWith('attachment; filename=', $found->getHeaders()['content-disposition'][0]);
        $this->browser->getCookieJar()->clear();
        $links = self::getContainer()->get(Links::class);
        $links->give($this->reload($project), null, null);
        $page = current($links->paths($this->reload($project)));
        $this->browser->request('GET', "$page/files/0");
        self::assertResponseIsSuccessful('strangers get no address with the project in it');
        self::assertMatchesRegularExpression('/X-Amz-Signature=[0-9a-f]{64}/', $address);
    }

    public function testAllOfAnSqliteDatabaseMovesInAndIsTheSame(): void
    {
        $root = \dirname(__DIR__, 2);
        $folder = "$root/var/moving";
        (new Program(['rm', '-rf', $folder]))->mustRun();
        mkdir($folder);
        $old = [
            'DATABASE_URL' => "sqlite:///$folder/old.db",
            'STORAGE_DSN' => "local://$folder/files",
            'APP_ENV' => 'prod',
            'APP_DEBUG' => '0',
            'SYMFONY_DOTENV_VARS' => false,
            'APP_CACHE_DIR' => false,
        ];
        $php = [\PHP_BINARY, '-d', 'ffi.enable=1', 'bin/console'];
        foreach ([['doctrine:migrations:migrate', '-n', '-q'], ['morphea:demo']] as $command) {
            (new Program([...$php, ...$command], $root, $old))->mustRun();
        }
        $move = fn (string ...$arguments): Process => new Program(
            [...$php, 'morphea:move-in', ...$arguments],
            $root,
            ['APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'SYMFONY_DOTENV_VARS' => false, 'APP_CACHE_DIR' => false],
        );
        $missing = $move("$folder/nothing.db");
        self::assertSame(2, $missing->run());
        self::assertStringContainsString('morphea:move-in: There is no ', $missing->getErrorOutput());
        file_put_contents("$folder/other.db", str_repeat('no database', 100));
        $other = $move("$folder/other.db");
        self::assertSame(2, $other->run());
        self::assertStringContainsString('is not a Morphea database', $other->getErrorOutput());
        $odd = new \PDO("sqlite:$folder/old.db");
        $odd->exec("UPDATE member SET name = 'War' || CHAR(0) || 'den'");
        unset($odd);
        $moved = $move("$folder/old.db", "local://$folder/files");
        $moved->mustRun();
        self::assertStringContainsString('Each was read back and compared.', $moved->getOutput());

        $before = new \PDO("sqlite:$folder/old.db");
        $now = $this->entities()->getConnection();
        foreach (['member', 'project', 'revision', 'table_row', 'picture', 'run', 'piece', 'job', 'messenger_messages'] as $table) {
            $count = $before->query("SELECT COUNT(*) FROM $table");
            $was = false === $count ? -1 : (int) $count->fetchColumn();
            self::assertSame($was, (int) $now->fetchOne("SELECT COUNT(*) FROM $table"), $table);
        }
        $member = $this->entities()->getRepository(Member::class)->findOneBy([]) ?? self::fail();
        $this->browser->loginUser($member);
        foreach ($this->entities()->getRepository(Project::class)->findAll() as $project) {
            foreach (['compose', 'rows', 'proof', 'press'] as $station) {
                $this->browser->request('GET', "/projects/{$project->id()}/$station");
                self::assertResponseIsSuccessful("$station of {$project->name()}");
            }
        }
        $this->project("Full name\nNg", 'somebody@tidewick.example');
        self::assertGreaterThan($member->id(), (int) $now->fetchOne('SELECT MAX(id) FROM member'), 'ids go on where they were');
        $again = $move("$folder/old.db");
        self::assertSame(2, $again->run());
        self::assertStringContainsString('The new database already has members.', $again->getErrorOutput());
        (new Program(['rm', '-rf', $folder]))->mustRun();
    }
}
