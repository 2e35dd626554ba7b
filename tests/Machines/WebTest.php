<?php

declare(strict_types=1);

namespace Morphea\Tests\Machines;

use Morphea\Tests\Functional\AppTestCase;
use Morphea\Tests\Tools;
use Symfony\Component\BrowserKit\HttpBrowser;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpClient\HttpClient;

/** One person whose every request is answered by another web machine: none of them keeps anything, and one may vanish. */
final class WebTest extends AppTestCase
{
    private const PASSWORD = 'needle-and-thread';
    /** Seconds. */
    private const PATIENCE = 120;
    /** @var list<Machine> */
    private array $machines = [];
    /** @var list<string> addresses of web machines */
    private array $webs = [];
    private int $turn = 0;
    private HttpBrowser $person;

    protected function tearDown(): void
    {
        foreach ($this->machines as $machine) {
            $machine->vanish();
        }
        parent::tearDown();
    }

    public function testAWholeJobOnTwoWebMachinesOfWhichOneVanishes(): void
    {
        foreach (['web-one', 'web-two'] as $name) {
            $this->webs[] = ($this->machines[] = new Machine($name, Servers::running()->settings()))->serve();
        }
        $this->machines[] = $worker = new Machine('worker', Servers::running()->settings());
        $worker->start();
        $this->person = new HttpBrowser(HttpClient::create(['timeout' => self::PATIENCE]));
        $this->person->followRedirects(false);

        $this->get('/sign-up');
        $this->send('/sign-up', ['sign_up_form' => ['name' => 'Ada', 'email' => 'ada@tidewick.example', 'password' => self::PASSWORD]]);
        $link = (string) $this->person->getCrawler()->selectLink('Open the link here')->attr('href');
        $this->send((string) parse_url($link, \PHP_URL_PATH));
        $this->send('/projects', [
            'starter' => 'mending-certificate', 'organisation' => 'Dune Rowing Club', 'signatory' => 'Ada',
        ]);
        self::assertSame(1, preg_match('~/projects/\w{26}~', $this->to(), $m), 'whoever signed up at the one is known to the other');
        [$project] = $m;

        $table = $this->file('spring.csv', "Full name,Hours,Craft,Issued,Register\nNg,4,clocks,2026-03-09,1\nÓlöf,7,coats,2026-03-01,2\n");
        $this->send("$project/rows/import", [], ['table' => $table]);
        $seen = $this->get($this->to());
        self::assertStringContainsString('Ólöf', $seen->text(), 'what was sent to the one is looked at by the other');
        $form = $seen->filter('form[action$="/take"]')->form();
        $this->send((string) parse_url($form->getUri(), \PHP_URL_PATH), $form->getPhpValues());
        self::assertStringContainsString('2 rows with 5 columns imported.', $this->get($this->to())->filter('#notices')->text());

        $picture = (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/plain.jpg');
        $this->send("$project/library", [], ['pictures' => [$this->file('kettle.jpg', $picture)]]);
        $this->get("$project/pictures/kettle.jpg");
        self::assertSame($picture, $this->person->getInternalResponse()->getContent());

        // A run ordered at the machine that vanishes goes on at the other.
        $this->send("$project/press/runs", ['formats' => ['svg'], 'name' => '{register}']);
        $this->machines[0]->vanish();
        array_shift($this->webs);
        for ($until = microtime(true) + self::PATIENCE; ; usleep(100_000)) {
            $file = $this->get("$project/press")->filter('.run a[href$="/file"]');
            if (0 < $file->count() || microtime(true) > $until) {
                break;
            }
        }
        self::assertStringContainsString('2 made', $this->person->getCrawler()->filter('.run')->text());
        $this->get((string) $file->attr('href'));
        $pieces = Tools::pieces($this->person->getInternalResponse()->getContent());
        self::assertSame(['1.svg', '2.svg'], array_keys($pieces));
        self::assertStringContainsString('Ólöf', $pieces['2.svg']);

        // Signed out there, and so everywhere, also at one that comes anew.
        $cookies = $this->person->getCookieJar()->all();
        $this->send('/sign-out');
        array_map($this->person->getCookieJar()->set(...), $cookies);
        $this->webs = [($this->machines[] = new Machine('web-three', Servers::running()->settings()))->serve()];
        $this->get("$project/press");
        self::assertStringContainsString('/sign-in', $this->to());
    }

    /** By the next machine in turn. */
    private function get(string $path): Crawler
    {
        return $this->person->request('GET', $this->web() . (string) preg_replace('~^https?://[^/]+~', '', $path));
    }

    /**
     * By the next machine in turn.
     *
     * @param array<mixed> $fields
     * @param array<mixed> $files
     */
    private function send(string $path, array $fields = [], array $files = []): void
    {
        $token = $this->get('/')->filter('input[name=_token]');
        $token = 0 === $token->count() ? 'csrf-token' : (string) $token->first()->attr('value');
        if (isset($fields['sign_up_form'])) {
            $fields['sign_up_form'] += ['_token' => $token];
        }
        $web = $this->web();
        $this->person->request('POST', $web . $path, $fields + ['_token' => $token], $files, ['HTTP_ORIGIN' => $web]);
        $response = $this->person->getInternalResponse();
        $words = mb_strimwidth($this->person->getCrawler()->text(), 0, 400);
        self::assertLessThan(400, $response->getStatusCode(), "$path: {$response->getStatusCode()} $words");
    }

    private function to(): string
    {
        $to = $this->person->getInternalResponse()->getHeader('Location');

        return \is_string($to) ? $to : '';
    }

    private function web(): string
    {
        return $this->webs[$this->turn++ % \count($this->webs)];
    }

    /** @return array{name: string, tmp_name: string} */
    private function file(string $name, string $bytes): array
    {
        $path = sys_get_temp_dir() . "/$name";
        file_put_contents($path, $bytes);

        return ['name' => $name, 'tmp_name' => $path];
    }
}
