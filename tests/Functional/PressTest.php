<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Jobs\FailedMessageListener;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Platform\Jobs\RunJob;
use Morphea\App\Platform\Jobs\RunJobHandler;
use Morphea\App\Runs\Runs\Run;
use Morphea\Core\Tests\English;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;

final class PressTest extends AppTestCase
{
    private const FEW = "Full name|Hours|Craft|Issued|Register\nÓlöf Hafstein|12|coats|2026-03-09|1\nNg|ten|clocks|2026-03-09|2\n" .
        "ólöf hafstein|1|lamps|soon|3\nΧρυσούλα|31|radios|2026-03-06|4\n";

    public function testOnePdfOfAllRowsWithThoseThatCannotBeMadeListed(): void
    {
        $project = $this->project(trim(self::FEW));
        $this->order($project, ['format' => 'pdf', 'file' => 'spring: 2026']);
        $this->work();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertStringContainsString('✓ 2 made, ✕ 2 not made', $page->filter('.run')->text());
        self::assertStringContainsString(
            'row 2: Deed: column “hours” is “ten”, which is not a number.',
            $page->filter('.run')->text(),
        );
        self::assertStringContainsString(
            'row 3: Date: column “issued” is “soon”, which is not a date.',
            $page->filter('.run')->text(),
        );

        $pdf = $this->download($project);
        self::assertSame(
            'attachment; filename="spring 2026.pdf"',
            $this->browser->getResponse()->headers->get('Content-Disposition'),
        );
        Tools::assertSoundPdf($pdf);
        self::assertSame(2, Tools::pages($pdf));
        self::assertSame([842, 595], Tools::pageSize($pdf));
        $text = Tools::pdfText($pdf);
        foreach (
            ['Ólöf Hafstein', 'for 12 hours at the bench, bringing coats back to use', '9 March 2026', 'Χρυσούλα']
            as $words
        ) {
            self::assertStringContainsString($words, $text);
        }
        foreach (Tools::pdfFonts($pdf) as $font) {
            self::assertTrue($font['embedded'] && $font['subset'], $font['name']);
        }
    }

    public function testPngsOfPickedRowsWithSafeUniqueNames(): void
    {
        $project = $this->project(str_replace(['ten', 'soon'], ['10', '2026-03-01'], trim(self::FEW)));
        $this->order($project, [
            'which' => 'some',
            'rows' => '1,3-4',
            'format' => 'png',
            'parts' => json_encode([['column' => 'full_name', 'shown' => 'as-written'], ['words' => '/certificate']]),
        ]);
        $this->work();
        $files = Tools::pieces($this->download($project));
        self::assertSame(
            ['Ólöf Hafstein/certificate.png', 'ólöf hafstein/certificate-2.png', 'Χρυσούλα/certificate.png'],
            array_keys($files),
        );
        foreach ($files as $png) {
            $size = getimagesizefromstring($png);
            self::assertSame([3508, 2480, 'image/png'], [$size[0] ?? 0, $size[1] ?? 0, $size['mime'] ?? '']);
            self::assertSame(300, Tools::pngDpi($png));
            $image = imagecreatefromstring($png);
            self::assertNotFalse($image);
            self::assertSame(0xfbf7ec, imagecolorat($image, 30, 30), 'the paper');
            self::assertSame(0x1f3a33, imagecolorat($image, 1754, 120), 'the border');
        }
    }

    public function testAPdfForEachRowAndSvgs(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|2");
        $this->order($project, ['format' => 'pdfs']);
        $this->work();
        $pdf = Tools::pieces($this->download($project))['001 Ng.pdf'];
        Tools::assertSoundPdf($pdf);
        self::assertStringContainsString('for 1 hour at the bench', Tools::pdfText($pdf));
        $this->order($project, ['format' => 'svg']);
        $this->work();
        self::assertStringContainsString('>Ng</text>', Tools::pieces($this->download($project))['001 Ng.svg']);
    }

    public function testAnOrderThatCannotBeFollowedSaysWhy(): void
    {
        $project = $this->project(trim(self::FEW));
        foreach (
            [
                'is outside the table' => ['which' => 'some', 'rows' => '2-9'],
                'is not a row or a range' => ['which' => 'some', 'rows' => 'some'],
                'use the column “gone”' => ['parts' => json_encode([['column' => 'gone']])],
                'Enter a name for the finished file' => ['file' => '///'],
            ]
            as $words => $fields
        ) {
            $this->post("/projects/{$project->id()}/press/plan", $fields);
            self::assertStringContainsString($words, html_entity_decode($this->body()));
            $this->order($project, $fields);
            self::assertStringContainsString($words, $this->browser->followRedirect()->filter('.notice.bad')->text());
        }
        self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM run'));
    }

    public function testThePlanTellsCountNamesAndClashesBeforehand(): void
    {
        $project = $this->project(trim(self::FEW));
        $this->post("/projects/{$project->id()}/press/plan", [
            'formats' => ['png'],
            'which' => 'all',
            'parts' => json_encode([['column' => 'full_name']]),
        ]);
        foreach (
            [
                '3508 × 2480 px',
                'Ólöf Hafstein.png · Ng.png · ólöf hafstein-2.png · 1 more',
                '1 row gets a number: row 3',
                'Make 4 pieces',
            ]
            as $words
        ) {
            self::assertStringContainsString($words, (string) preg_replace('/\s+/', ' ', $this->body()));
        }
    }

    #[Group('stored')]
    public function testAStoppedRunKeepsWhatItMadeAndGoesOnLater(): void
    {
        $project = $this->project();
        $this->order($project, ['format' => 'svg', 'which' => 'all']);
        $run = $this->newestRun();
        $this->post("/projects/{$project->id()}/press/runs/{$run->id()}/stop");
        self::assertStringContainsString('Continue', $this->body());
        $this->work();
        self::assertSame(
            0,
            $this->progress($run)->done,
            'nothing is made after a stop',
        );
        $this->post("/projects/{$project->id()}/press/runs/{$run->id()}/go-on");
        $this->work();
        self::assertSame(JobState::Done, $this->newestRun()->job()->state());
        self::assertCount(60, Tools::pieces($this->download($project)));
    }

    public function testWhatCannotGoOnWaitsIsToldStopsAndGoesOn(): void
    {
        $project = $this->project(str_replace(['ten', 'soon'], ['10', '2026-03-01'], trim(self::FEW)));
        $this->order($project, ['format' => 'svg']);
        $run = $this->newestRun();
        $failed = new WorkerMessageFailedEvent(
            new Envelope(new RunJob($run->job()->id(), 1, 4)),
            'runs',
            new NoSpaceException('No space left on device'),
        );
        $failed->setForRetry();
        self::getContainer()->get(FailedMessageListener::class)($failed);
        self::assertSame(
            'There is no space left in the file store. Trying again automatically.',
            English::say($this->newestRun()->trouble()),
        );
        self::assertSame(JobState::Waiting, $this->newestRun()->job()->state());
        self::getContainer()->get(FailedMessageListener::class)(
            new WorkerMessageFailedEvent(
                new Envelope(new RunJob($run->job()->id(), 1, 4)),
                'runs',
                new NoSpaceException('No space left on device'),
            ),
        );
        self::assertSame(JobState::Stopped, $this->newestRun()->job()->state());
        $card = $this->browser
            ->request('GET', "/projects/{$project->id()}/press")
            ->filter('.run')
            ->text();
        self::assertStringContainsString(
            'Stopped. There is no space left in the file store. Once that is fixed, continue to make the rest.',
            $card,
        );
        self::assertStringContainsString('0 of 4 made', $card, 'what is not made is not told as made');
        $this->post("/projects/{$project->id()}/press/runs/{$run->id()}/go-on");
        $this->work();
        self::assertSame([JobState::Done, ''], [$this->newestRun()->job()->state(), $this->newestRun()->trouble()]);
        self::assertCount(4, Tools::pieces($this->download($project)));
    }

    #[Group('stored')]
    public function testADoubleClickOrdersOnce(): void
    {
        $project = $this->project();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        $once = (string) $page->filter('#order [name="_once"]')->attr('value');
        foreach ([1, 2] as $click) {
            $this->order($project, ['formats' => ['pdf'], '_once' => $once]);
            self::assertResponseRedirects("/projects/{$project->id()}/press", 303);
        }
        $this->entities()->clear();
        self::assertSame(1, $this->entities()->getRepository(Run::class)->count());
        $next = (string) $this->browser->followRedirect()->filter('#order [name="_once"]')->attr('value');
        self::assertNotSame($once, $next);
        $this->order($project, ['formats' => ['pdf'], '_once' => $next]);
        $this->entities()->clear();
        self::assertSame(2, $this->entities()->getRepository(Run::class)->count(), 'on purpose it is ordered once more');
    }

    #[Group('stored')]
    public function testASecondRunMakesWhatChangedAndTakesTheRestOver(): void
    {
        $rows = implode("\n", array_map(static fn (int $i): string => "Volunteer $i|$i|clocks|2026-03-09|$i", range(1, 12)));
        $project = $this->project("Full name|Hours|Craft|Issued|Register\n$rows");
        $order = ['formats' => ['png'], 'of' => ['png' => ['size' => 'width', 'value' => '300']], 'name' => '{register}'];
        $this->order($project, $order);
        $this->work();
        $before = Tools::pieces($this->download($project));
        $this->change($project, ['op' => 'cells', 'cells' => [5 => ['full_name' => 'Somebody Else']]]);
        $this->order($project, $order);
        $second = $this->newestRun();
        self::assertSame(11, $this->progress($second)->made(), 'they are there before any worker looks');
        $this->work();
        $second = $this->newestRun();
        self::assertSame(['made' => 12, 'taken' => 11, 'failed' => 0], array_diff_key($second->job()->outcome(), ['bytes' => 1]));
        $after = Tools::pieces($this->download($project));
        self::assertSame(['5.png'], array_keys(array_diff_assoc($before, $after)));

        // Only what changed: nothing now; after a change, one.
        $this->order($project, $order + ['which' => 'changed']);
        self::assertStringContainsString('Nothing has changed', $this->browser->followRedirect()->filter('.notice.bad')->text());

        // The first run goes, and what the second has of it stays.
        $first = $this->entities()->getRepository(Run::class)->findOneBy(['number' => 1]) ?? self::fail();
        $this->post("/projects/{$project->id()}/press/runs/{$first->id()}/delete");
        $this->work();
        self::assertSame($after, Tools::pieces($this->download($project)));
        self::assertCount(12, $this->stored("made/{$project->id()}"));
    }

    #[Group('stored')]
    public function testAnOrderIsKeptByNameAndGivenAgain(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1");
        $this->post("/projects/{$project->id()}/press/orders", [
            'kept' => 'for the web',
            'formats' => ['webp', 'jpeg'],
            'of' => ['webp' => ['size' => 'width', 'value' => '640', 'quality' => '70']],
            'name' => '{register}',
            'file' => 'web',
        ]);
        $page = $this->browser->followRedirect();
        self::assertSame('for the web', $page->filter('.kept.on')->text());
        self::assertSame('640', $page->filter('input[name="of[webp][value]"]')->attr('value'));
        self::assertCount(2, $page->filter('input[name="formats[]"][checked]'));
        $said = [
            'formats' => ['webp', 'jpeg'],
            'of' => ['webp' => ['size' => 'width', 'value' => '640', 'quality' => '70']],
            'name' => '{register}',
            'file' => 'web',
            'kept' => 'for the web',
        ];
        $this->order($project, $said);
        self::assertSame('for the web', $this->newestRun()->orderName());
        $this->order($project, ['file' => 'other'] + $said);
        self::assertSame('', $this->newestRun()->orderName(), 'a changed one goes by no name');
        $this->browser->submit($page->selectButton('Delete')->form());
        self::assertCount(0, $this->browser->followRedirect()->filter('.kept'));
    }

    public function testAStretchDoneTwiceDoesNoHarm(): void
    {
        $project = $this->project();
        $this->order($project, ['format' => 'pdf']);
        $run = $this->newestRun();
        $handler = self::getContainer()->get(RunJobHandler::class);
        foreach ([1, 2] as $again) {
            $handler(new RunJob($run->job()->id(), 1, 25));
        }
        $this->work();
        self::assertSame(60, Tools::pages($this->download($project)));
    }

    /** A worker killed in the middle: what it held comes back to the queue, and every piece is there once. */
    public function testAKilledWorkerLosesAndDoublesNothing(): void
    {
        $rows =
            "Full name|Hours|Craft|Issued|Register\n" .
            implode("\n", array_map(static fn (int $i): string => "Volunteer $i|$i|clocks|2026-03-09|$i", range(1, 200)));
        $project = $this->project($rows);
        $this->order($project, ['format' => 'pdf']);
        $run = $this->newestRun();

        $worker = $this->worker();
        $worker->start();
        $deadline = microtime(true) + 60;
        do {
            usleep(20_000);
            $done = $this->progress($run)->done;
        } while (0 === $done && microtime(true) < $deadline);
        $worker->signal(\SIGKILL);
        $worker->wait();
        $done = $this->progress($run)->done;
        self::assertGreaterThan(0, $done);
        self::assertLessThan(200, $done, 'it was killed in the middle');

        // What it was at when killed is only handed out again after the queue's redeliver_timeout: let that time pass at once.
        $this->entities()
            ->getConnection()
            ->executeStatement(
                "UPDATE messenger_messages SET delivered_at = '2020-01-01 00:00:00' WHERE delivered_at IS NOT NULL",
            );
        $this->work();
        self::assertSame(JobState::Done, $this->newestRun()->job()->state());
        self::assertSame([200, 0], [$this->progress($run)->made(), $this->progress($run)->failed]);
        $pdf = $this->download($project);
        self::assertSame(200, Tools::pages($pdf));
        preg_match_all('/Volunteer (\d+)/', Tools::pdfText($pdf), $m);
        self::assertSame(range(1, 200), array_map(intval(...), $m[1]), 'each once, in order');
    }
}
