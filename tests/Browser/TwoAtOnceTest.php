<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Morphea\App\Cli\DemoCommand;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpClient\HttpClient;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use Symfony\Contracts\HttpClient\ResponseInterface;

/** Two of everything at the real web server: sessions, edits, first looks at a picture. */
final class TwoAtOnceTest extends TestCase
{
    private const PAIRS = 60;

    public function testOfPairsOfEditsAtTheSameMomentNoneIsLost(): void
    {
        [$one, $two] = [$this->session(), $this->session()];
        $base = $this->project(
            $one,
            "Name\tTown\n" . implode("\n", array_map(static fn (int $i): string => "Name $i\tTown $i", range(1, self::PAIRS))),
        );
        $version = $this->data($one, $base)['version'];
        $ids = array_column($this->data($one, $base)['rows'], '_id');
        for ($i = 0; $i < self::PAIRS; ++$i) {
            // Each in a session of its own, from what both saw at the beginning, sent before either is answered.
            $answers = [
                $this->edit($one, $base, [
                    'op' => 'cells',
                    'version' => $version,
                    'cells' => [$ids[$i] => ['name' => "One $i"]],
                    'seen' => [$ids[$i] => ['name' => 'Name ' . ($i + 1)]],
                ]),
                $this->edit($two, $base, [
                    'op' => 'cells',
                    'version' => $version,
                    'cells' => [$ids[$i] => ['town' => "Two $i"]],
                    'seen' => [$ids[$i] => ['town' => 'Town ' . ($i + 1)]],
                ]),
            ];
            foreach ($answers as $answer) {
                self::assertSame(200, $answer->getStatusCode());
                self::assertSame([], $answer->toArray()['refused']);
            }
        }
        $rows = $this->data($one, $base)['rows'];
        self::assertSame(
            array_map(static fn (int $i): array => ["One $i", "Two $i"], range(0, self::PAIRS - 1)),
            array_map(static fn (array $row): array => [$row['name'], $row['town']], $rows),
        );

        // The same cell by both: one is taken, the other refused with what stands there now.
        $answers = [];
        foreach (['One' => $one, 'Two' => $two] as $who => $client) {
            $answers[$who] = $this->edit($client, $base, [
                'op' => 'cells',
                'version' => $version,
                'cells' => [$ids[0] => ['name' => "$who wins"]],
                'seen' => [$ids[0] => ['name' => 'One 0']],
            ]);
        }
        $refused = array_map(static fn (ResponseInterface $answer): array => $answer->toArray()['refused'], $answers);
        self::assertCount(1, array_filter($refused));
        $now = $this->data($one, $base)['rows'][0]['name'];
        self::assertSame($now, array_merge(...array_values($refused))[0]['now']);

        // And all of it can be taken back and done again.
        $undone = 0;
        while (200 === $this->edit($one, $base, ['op' => 'undo'])->getStatusCode()) {
            ++$undone;
        }
        self::assertSame(100, $undone, 'as many as are kept');
        for ($i = 0; $i < 100; ++$i) {
            self::assertSame(200, $this->edit($two, $base, ['op' => 'redo'])->getStatusCode());
        }
        self::assertSame(\array_slice($rows, 1), \array_slice($this->data($one, $base)['rows'], 1));
    }

    public function testWhatIsSentAgainBecauseItsAnswerWasLostIsDoneOnce(): void
    {
        $client = $this->session();
        $base = $this->project($client, "Name\tTown\nNg\tNW");
        for ($i = 1; $i <= 8; ++$i) {
            // Some at the same moment, while the first is under way, and one long after.
            $send = fn (): ResponseInterface => $this->edit($client, $base, [
                'op' => 'cells',
                'cells' => [],
                'seen' => [],
                'new' => [['name' => "Row $i"]],
                'token' => "sent-$i",
            ]);
            $answers = [$send(), $send(), $send()];
            foreach ($answers as $answer) {
                self::assertSame(200, $answer->getStatusCode());
            }
            self::assertSame(200, $send()->getStatusCode());
        }
        self::assertSame(
            ['Ng', ...array_map(static fn (int $i): string => "Row $i", range(1, 8))],
            array_column($this->data($client, $base)['rows'], 'name'),
        );
    }

    public function testManyFirstLooksAtAPictureAllGetAllOfIt(): void
    {
        $client = $this->session();
        $base = $this->starter($client, 'winter-pin');
        $answers = [];
        foreach (['kettle.jpg', 'boot.jpg', 'lamp.jpg'] as $name) {
            for ($i = 0; $i < 12; ++$i) {
                $answers[$name][] = $client->request('GET', str_replace('/rows', '', $base) . "/small/$name");
                $answers["toned $name"][] = $client->request(
                    'GET',
                    str_replace('/rows', '', $base) . "/pictures/$name?tone=grey&tint=17211E",
                );
            }
        }
        foreach ($answers as $name => $all) {
            $bytes = array_map(static fn (ResponseInterface $answer): string => hash('sha256', $answer->getContent()), $all);
            self::assertCount(1, array_unique($bytes), "$name is the same for everybody");
            self::assertNotFalse(imagecreatefromstring($all[0]->getContent()), $name);
        }
    }

    private function session(): HttpClientInterface
    {
        $client = HttpClient::createForBaseUri(Application::get()->address, ['max_redirects' => 0]);
        $answer = $client->request('POST', '/sign-in', [
            'headers' => ['Origin' => Application::get()->address],
            'body' => ['email' => DemoCommand::MAIL, 'password' => DemoCommand::PASSWORD, '_token' => 'csrf-token'],
        ]);
        self::assertSame(302, $answer->getStatusCode());
        $cookies = $answer->getHeaders(false)['set-cookie'];
        $cookie = implode('; ', array_map(static fn (string $one): string => explode(';', $one)[0], $cookies));
        $client = $client->withOptions(['headers' => ['Cookie' => $cookie]]);
        $token = $client->request('GET', '/sign-token')->toArray()['token'];

        return $client->withOptions([
            'headers' => ['Cookie' => $cookie, 'X-CSRF-Token' => $token, 'X-Requested-With' => 'fetch'],
        ]);
    }

    private function starter(HttpClientInterface $client, string $id): string
    {
        $answer = $client->request('POST', '/projects', ['body' => ['starter' => $id]]);
        self::assertSame(1, preg_match('~(/projects/\w+)/rows~', $answer->getHeaders(false)['location'][0] ?? '', $m));

        return "$m[1]/rows";
    }

    /** @return string where its rows are */
    private function project(HttpClientInterface $client, string $rows): string
    {
        $base = $this->starter($client, 'claim-tag');
        $import = $client->request('POST', "$base/import/paste", ['body' => ['cells' => $rows]])->getHeaders(false)[
            'location'
        ][0];
        self::assertSame(303, $client->request('POST', "$import/take")->getStatusCode());

        return $base;
    }

    /** @return array<string, mixed> */
    private function data(HttpClientInterface $client, string $base): array
    {
        return $client->request('GET', "$base/data")->toArray();
    }

    /** @param array<string, mixed> $change */
    private function edit(HttpClientInterface $client, string $base, array $change): ResponseInterface
    {
        return $client->request('POST', "$base/edit", ['json' => $change]);
    }
}
