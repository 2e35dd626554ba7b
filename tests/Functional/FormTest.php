<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Forms\Forms;
use Morphea\App\Delivery\Forms\Responses;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Table\Data\Row;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** A form that strangers answer. */
final class FormTest extends AppTestCase
{
    #[Group('stored')]
    public function testAStrangerAnswersSeesTheirPieceAndItIsARowOnceItIsSent(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register|Mail\nOttilie|7|clocks|2026-01-01|1|otti@dune.example");
        $address = $this->open($project, ['looked' => '1']);
        $page = $this->asked($address);
        self::assertSame('Certificates', $page->filter('h1')->text());
        self::assertSame(['Your name', 'Hours', 'Your mail'], $page->filter('.field label')->each(
            static fn (Crawler $label): string => trim(explode('(', $label->text())[0]),
        ));
        foreach (['Ottilie', 'otti@', $project->id()] as $others) {
            self::assertStringNotContainsString($others, $this->body());
        }

        // What is wrong is said where it is, and what was right stays.
        $page = $this->fill($address, ['full_name' => 'Ada Fell', 'hours' => 'many', 'mail' => 'ada'], 422);
        self::assertSame(
            ['Enter a number, such as 12 or 12.5.', 'Enter an email address, such as name@example.org.'],
            $page->filter('.says')->each(static fn (Crawler $one): string => $one->text()),
        );
        self::assertSame('Ada Fell', $page->filter('#answer-1')->attr('value'));

        $evil = '=cmd|"/c calc"!A1 <script>alert(1)</script>';
        $this->fill($address, ['full_name' => $evil, 'hours' => '12', 'mail' => 'ada@dune.example', 'register' => '999'], 303);
        self::assertSame([], $this->browser->getResponse()->headers->getCookies());
        $seen = (string) $this->browser->getResponse()->headers->get('Location');
        $page = $this->browser->request('GET', $seen);
        self::assertStringNotContainsString('<script>alert', $this->body());
        $this->browser->request('GET', (string) $page->filter('img.piece')->attr('src'));
        self::assertSame([1200, 848], \array_slice(getimagesizefromstring($this->body()) ?: [], 0, 2));
        self::assertCount(1, $this->rows($project), 'nothing is a row yet');
        // Cut off in the middle, nothing of it is taken for given, and it can be sent again.
        $db = $this->entities()->getConnection();
        $mended = $this->refused('INSERT ON table_row', 'cut off');
        $this->browser->request('POST', $seen, ['_token' => 'csrf-token'], [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(500);
        $mended();
        self::assertSame([0, 0], array_map(intval(...), [
            $db->fetchOne('SELECT COUNT(*) FROM answer WHERE given = TRUE'),
            $db->fetchOne('SELECT SUM(answers) FROM form'),
        ]));
        $this->entities()->clear();
        foreach ([1, 2] as $time) {
            $this->browser->request('POST', $seen, ['_token' => 'csrf-token'], [], ['HTTP_ORIGIN' => 'http://localhost']);
            self::assertResponseRedirects($seen, 303);
        }
        self::assertStringContainsString('Your response has been received.', $this->browser->followRedirect()->text());
        $rows = $this->rows($project);
        self::assertCount(2, $rows, 'sent twice, and there once');
        self::assertTrue($rows[1]->draft, 'it waits to be accepted');
        self::assertSame([$evil, '12', '', '', '', 'ada@dune.example'], $rows[1]->cells, 'what was not asked is not taken');

        // Written out for a spreadsheet it is harmless, and accepted it is a row like any other.
        $this->signIn();
        $this->browser->request('GET', "/projects/{$project->id()}/rows/write.csv");
        self::assertStringContainsString("'=cmd|", $this->browser->getInternalResponse()->getContent());
        $this->change($project, ['op' => 'accept', 'ids' => [$rows[1]->id]]);
        self::assertFalse($this->rows($project)[1]->draft);
    }

    #[Group('stored')]
    public function testOneStrangerCannotShutItForOthers(): void
    {
        $project = $this->project("Full name|Hours\nNg|1");
        $fields = [['asked' => '1', 'column' => 'full_name', 'label' => 'Your name', 'kind' => 'line', 'needed' => '1']];
        $address = $this->open($project, ['fields' => $fields, 'intro' => 'Hello']);
        self::assertStringContainsString('Tidewick Mending Guild asks for this.', $this->asked($address)->filter('.privacy')->text());
        self::assertSame('name', $this->asked($address)->filter('#answer-1')->attr('autocomplete'));
        // Somebody here looks at their piece; then a stranger elsewhere fills in and sends nothing, again and again.
        $this->fill($address, ['full_name' => 'Ada Fell'], 303);
        $seen = (string) $this->browser->getResponse()->headers->get('Location');
        $form = $this->entities()->getConnection()->fetchOne('SELECT token FROM form');
        $answers = self::getContainer()->get(Responses::class);
        $found = self::getContainer()->get(Forms::class)->find((string) $form) ?? self::fail();
        for ($i = 0; $i < 320; ++$i) {
            $answers->keep($found, ['full_name' => "Flood $i"], [], '198.51.100.9');
        }
        $open = fn (): int => (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM answer WHERE given = FALSE');
        self::assertSame(301, $open());
        $page = $this->browser->request('GET', $seen);
        self::assertResponseIsSuccessful();
        // What was typed is there when one changes something.
        $again = $this->browser->click($page->selectLink('Edit')->link());
        self::assertSame('Ada Fell', $again->filter('#answer-1')->attr('value'));
        $this->browser->request('POST', $seen, ['_token' => 'csrf-token'], [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertCount(2, $this->rows($project));
        $again = $this->browser->request('GET', "$address?from=" . basename($seen));
        self::assertSame('', $again->filter('#answer-1')->attr('value'), 'what was sent is not read out again');

        // A row that is deleted takes its response with it.
        $this->signIn();
        $this->change($project, ['op' => 'remove', 'ids' => [$this->rows($project)[1]->id]]);
        self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM answer WHERE given = TRUE'));
        $this->browser->request('GET', $seen);
        self::assertResponseStatusCodeSame(404);
    }

    public function testAHallOfTwoHundredPeopleAnswersFromOneNetwork(): void
    {
        $limits = self::getContainer()->get(RateLimiter::class);
        foreach ([RateLimit::Respond, RateLimit::Search, RateLimit::Look, RateLimit::Fetch] as $limit) {
            for ($i = 0; $i < 400; ++$i) {
                self::assertSame(0, $limits->take($limit, '192.0.2.1'), "$limit->value, the {$i}th time");
            }
        }
    }

    #[Group('stored')]
    public function testPicturesAreTakenAndWhatIsNoneIsNot(): void
    {
        $project = $this->project("Full name|Face|Work\nNg||");
        $address = $this->open($project, ['looked' => '0', 'fields' => [
            ['asked' => '1', 'column' => 'full_name', 'label' => 'Your name', 'kind' => 'line', 'needed' => '1'],
            ['asked' => '1', 'column' => 'work', 'label' => 'Your work', 'kind' => 'picture'],
            ['asked' => '1', 'column' => 'face', 'label' => 'Your face', 'kind' => 'picture', 'needed' => '1'],
        ]]);
        $image = imagecreatetruecolor(40, 30);
        ob_start();
        imagejpeg($image);
        $jpeg = (string) ob_get_clean();
        $bomb = gzencode(str_repeat("\0", 200_000)) ?: '';
        foreach (['<svg xmlns="http://www.w3.org/2000/svg"/>', $bomb, substr($jpeg, 0, 90)] as $bytes) {
            $page = $this->fill($address, ['full_name' => 'Ada'], 422, [
                'picture-work' => $this->sent($jpeg, 'chair.jpg'),
                'picture-face' => $this->sent($bytes, 'me.jpg'),
            ]);
            self::assertNotSame('', $page->filter('.says')->text());
        }
        $this->fill($address, ['full_name' => 'Ada', 'face' => 'border.svg'], 422);
        $kept = (int) $this->entities()->getConnection()->fetchOne("SELECT COUNT(*) FROM picture WHERE name LIKE 'answer-%'");
        self::assertSame(0, $kept, 'one that is good does not stay behind where another is not');
        $exif = (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/turned.jpg');
        self::assertStringContainsString('Exif', $exif);
        $this->fill($address, ['full_name' => 'Ada'], 303, ['picture-face' => $this->sent($exif, '../../me.php')]);
        $seen = (string) $this->browser->getResponse()->headers->get('Location');
        $this->browser->request('POST', $seen, ['_token' => 'csrf-token'], [], ['HTTP_ORIGIN' => 'http://localhost']);
        $row = $this->rows($project)[1];
        self::assertFalse($row->draft);
        self::assertMatchesRegularExpression('/^answer-[0-9a-f]{10}-me\.jpg$/', $row->cells[1]);
        $this->signIn();
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/{$row->cells[1]}");
        self::assertResponseIsSuccessful();
        self::assertStringNotContainsString('Exif', $this->body(), 'where and when it was taken is nobody\'s business');
    }

    public function testItsHeadingIsSetInTheLettersOfTheDesign(): void
    {
        $project = $this->project("Full name|Hours\nNg|1");
        $fields = [['asked' => '1', 'column' => 'full_name', 'label' => 'Your name', 'kind' => 'line', 'needed' => '1']];
        $families = array_keys($project->design()->headings());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver/form");
        self::assertSame($families[0], $page->filter('#font option[selected]')->text(), 'those of its largest words');
        $address = $this->open($project, ['title' => 'Gæsa', 'fields' => $fields, 'font' => $families[0]]);
        self::assertStringContainsString("url(\"$address/letters.ttf\")", $this->asked($address)->html());
        $this->browser->request('GET', "$address/letters.ttf");
        self::assertResponseIsSuccessful();
        $font = (string) tempnam(sys_get_temp_dir(), 'font');
        file_put_contents($font, $this->body());
        exec('fc-scan --format "%{charset}" ' . escapeshellarg($font), $said, $code);
        unlink($font);
        self::assertSame([0, '47 61 73 e6'], [$code, $said[0]], 'G, a, s and æ, and nothing else of a font that may be somebody\'s');
        $this->signIn();
        $this->open($project, ['fields' => $fields, 'font' => 'No such family']);
        $this->browser->request('GET', "$address/letters.ttf");
        self::assertResponseStatusCodeSame(404);
    }

    public function testRobotsFloodsAndOtherTimesAreKeptOut(): void
    {
        $project = $this->project("Full name|Hours\nNg|1");
        $fields = [['asked' => '1', 'column' => 'full_name', 'label' => 'Your name', 'kind' => 'line', 'needed' => '1']];
        $address = $this->open($project, ['most' => '1', 'looked' => '0', 'fields' => $fields]);
        $this->asked($address);
        $form = ['_token' => 'csrf-token', 'answers' => ['full_name' => 'Ada']];
        $here = ['HTTP_ORIGIN' => 'http://localhost'];
        $robots = [[], ['began' => time() - 9 . '.forged'], ['began' => $this->began(0)], ['began' => $this->began(3), 'website' => 'x']];
        foreach ($robots as $robot) {
            $this->browser->request('POST', $address, $form + $robot, [], $here);
            self::assertResponseStatusCodeSame(422);
        }
        $there = ['HTTP_ORIGIN' => 'http://evil.example', 'HTTP_REFERER' => 'http://evil.example/'];
        $this->browser->request('POST', $address, $form + ['began' => $this->began(3)], [], $there);
        self::assertResponseStatusCodeSame(403);

        // Two look at their pieces, and there is one place.
        $seen = [];
        foreach (['Ada', 'Ben'] as $name) {
            $this->fill($address, ['full_name' => $name], 303);
            $seen[] = (string) $this->browser->getResponse()->headers->get('Location');
        }
        $this->browser->request('POST', $seen[0], ['_token' => 'csrf-token'], [], $here);
        self::assertResponseRedirects($seen[0], 303);
        $this->browser->request('POST', $seen[1], ['_token' => 'csrf-token'], [], $here);
        self::assertResponseStatusCodeSame(404);
        self::assertStringContainsString('received all the responses it can take', $this->body());
        self::assertCount(2, $this->rows($project));

        $this->signIn();
        $soon = date('Y-m-d\TH:i', time() + 7_200);
        $this->post("/projects/{$project->id()}/deliver/form", ['title' => 'x', 'fields' => $fields, 'opens' => $soon, 'keep' => '1']);
        $this->browser->request('GET', $address);
        self::assertStringContainsString('This form opens on', $this->body());
        $this->post("/projects/{$project->id()}/deliver/form", ['title' => 'x', 'fields' => $fields, 'close' => '1']);
        $this->browser->request('GET', $address);
        self::assertStringContainsString('This form is closed at the moment', $this->body());
        $this->post("/projects/{$project->id()}/deliver/form", ['title' => '', 'fields' => $fields]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('Enter a title for the form', $this->body());
        $kept = ['title' => 'Certificates', 'fields' => $fields];
        $this->post("/projects/{$project->id()}/deliver/form", ['thanks' => 'Your response has been received.'] + $kept);
        self::assertResponseRedirects();
        $own = ['column' => 'hours', 'shown' => 'own', 'source' => '{hours, plural, one {x'];
        $this->post("/projects/{$project->id()}/deliver/form", ['thanks' => json_encode([$own])] + $kept);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('Message after submitting: ', $this->body());
        $this->post("/projects/{$project->id()}/deliver/form", ['thanks' => '[1]'] + $kept);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('The text did not arrive complete.', $this->body());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver/form");
        self::assertStringContainsString('Your response has been received.', (string) $page->filter('#thanks-words')->attr('data-parts'));
    }

    /**
     * @param array<string, mixed> $said
     *
     * @return string its address, for a stranger
     */
    private function open(Project $project, array $said): string
    {
        $this->browser->request('GET', "/projects/{$project->id()}/deliver/form");
        self::assertResponseIsSuccessful();
        $this->post("/projects/{$project->id()}/deliver/form", $said + [
            'title' => 'Certificates',
            'thanks' => 'Your response has been received.',
            'open' => '1',
            'fields' => [
                ['asked' => '1', 'column' => 'full_name', 'label' => 'Your name', 'kind' => 'line', 'needed' => '1'],
                ['asked' => '1', 'column' => 'hours', 'label' => 'Hours', 'kind' => 'number', 'needed' => '1'],
                ['column' => 'craft', 'label' => 'Craft', 'kind' => 'line', 'needed' => '1'],
                ['asked' => '1', 'column' => 'mail', 'label' => 'Your mail', 'kind' => 'mail'],
            ],
        ]);
        $page = $this->browser->followRedirect();
        $address = (string) $page->filter('.rule a')->first()->attr('href');
        self::assertMatchesRegularExpression('~^/answer/[\w-]{22}$~', $address);
        $this->browser->restart();

        return $address;
    }

    private function asked(string $address): Crawler
    {
        $page = $this->browser->request('GET', $address);
        self::assertResponseIsSuccessful();

        return $page;
    }

    /**
     * @param array<string, string>       $answers
     * @param array<string, UploadedFile> $files
     */
    private function fill(string $address, array $answers, int $status, array $files = []): Crawler
    {
        $this->entities()->clear();
        $this->asked($address);
        $form = ['_token' => 'csrf-token', 'began' => $this->began(3), 'answers' => $answers];
        $page = $this->browser->request('POST', $address, $form, $files, ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame($status);

        return $page;
    }

    /** The page's own sign of when it was asked for, as if so many seconds had gone by. */
    private function began(int $seconds): string
    {
        $address = (string) parse_url((string) $this->browser->getRequest()->getUri(), \PHP_URL_PATH);
        $time = (string) (time() - $seconds);
        $secret = (string) self::getContainer()->getParameter('kernel.secret');
        $sign = hash_hmac('sha256', 'answer ' . basename($address) . " $time", $secret);

        return "$time." . substr($sign, 0, 24);
    }

    /** @return list<Row> */
    private function rows(Project $project): array
    {
        $rows = self::getContainer()->get(TableRows::class)->table($this->reload($project))->rows;
        $this->entities()->clear();

        return $rows;
    }

    private function signIn(): void
    {
        $this->entities()->clear();
        $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail());
    }
}
