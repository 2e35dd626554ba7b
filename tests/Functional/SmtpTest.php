<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Delivery\Email\Mailings;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Tests\Program;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Process\Process;

/** Mail through a real server, with workers that are killed while they are at it. */
#[Group('sent')]
final class SmtpTest extends AppTestCase
{
    private const MAILS = 200;
    private string $folder;
    private Process $server;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir() . '/smtp-' . bin2hex(random_bytes(4));
        mkdir($this->folder);
        $root = \dirname(__DIR__, 2);
        $this->server = new Program(['node', "$root/tests/smtp/server.cjs", $this->folder], $root, timeout: 300);
        $this->server->start();
        $this->server->waitUntil(static fn (string $type, string $said): bool => str_contains($said, 'port '));
    }

    protected function tearDown(): void
    {
        $this->server->stop(0);
        array_map(unlink(...), glob("$this->folder/*") ?: []);
        rmdir($this->folder);
        parent::tearDown();
    }

    public function testTwoHundredMailsArriveOnceEachThoughTheWorkerIsKilledFiveTimes(): void
    {
        $rows = 'Full name|Hours|Craft|Issued|Register|Mail';
        for ($i = 1; $i <= self::MAILS; ++$i) {
            $rows .= "\nMender $i|7|clocks|2026-01-01|$i|mender$i@dune.example";
        }
        $project = $this->project("$rows\nGone|7|clocks|2026-01-01|0|gone@dune.example");
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        $this->entities()->clear();
        $project = $this->reload($project);
        $mailing = self::getContainer()->get(Mailings::class)->start($project, MailingOrder::of([
            'to' => 'mail',
            'subject' => 'For {full_name}',
            'message' => "Dear {full_name},\n\n.\na line with one dot.",
            'from' => 'The guild, “Tidewick”',
            'reply' => 'desk@guild.example',
            'carried' => 'attached',
            'pace' => '6000',
        ]), 'isolde@tidewick.example', 'http://guild.example');

        // Each is killed at another moment: after an email arrived, or a little later, in the middle of the next.
        foreach ([7, 31, 60, 101, 150] as $kill => $after) {
            $worker = $this->sendingWorker();
            for ($until = microtime(true) + 60; $this->arrived() < $after && microtime(true) < $until;) {
                usleep(500);
            }
            self::assertGreaterThanOrEqual($after, $this->arrived());
            usleep($kill * 4_000);
            $worker->signal(\SIGKILL);
            $worker->wait();
        }
        $worker = $this->sendingWorker();
        $open = fn (): int => (int) $this->entities()->getConnection()->fetchOne(
            "SELECT COUNT(*) FROM letter WHERE state IN ('waiting', 'sending', 'handed')",
        );
        for ($until = microtime(true) + 90; $open() > 0 && microtime(true) < $until;) {
            usleep(50_000);
        }
        $worker->stop(5, \SIGTERM);

        $to = [];
        foreach (glob("$this->folder/*.eml") ?: [] as $file) {
            [$one, $bytes] = explode("\n", (string) file_get_contents($file), 2);
            $to[] = $one;
            $mail = EmlFile::of($bytes);
            $name = str_replace(['mender', '@dune.example'], ['Mender ', ''], $one);
            self::assertSame("For $name", $mail->headers['subject']);
            self::assertSame('The guild, “Tidewick” <morphea@tidewick.example>', $mail->headers['from']);
            self::assertSame('desk@guild.example', $mail->headers['reply-to']);
            self::assertSame('List-Unsubscribe=One-Click', $mail->headers['list-unsubscribe-post']);
            self::assertStringStartsWith('<http://guild.example/off/', $mail->headers['list-unsubscribe']);
            self::assertStringContainsString("Dear $name,", $mail->text('text/plain'));
            $plain = str_replace("\r\n", "\n", $mail->text('text/plain'));
            self::assertStringContainsString("\n.\na line with one dot", $plain);
            [$pdf] = $mail->attachments();
            self::assertSame("$name.pdf", $pdf['name']);
            self::assertStringStartsWith('%PDF-', $pdf['body']);
            self::assertStringEndsWith("%%EOF\n", $pdf['body']);
        }
        self::assertSame(array_unique($to), $to, 'nobody is written to twice');
        $states = $this->entities()->getConnection()->fetchAllKeyValue('SELECT state, COUNT(*) FROM letter GROUP BY state');
        self::assertCount(self::MAILS, $to, 'and nobody is left out: ' . json_encode($states));
        self::assertSame(1, (int) ($states['refused'] ?? 0), 'what the server refuses is known row by row');
        self::assertSame(self::MAILS, (int) $states['sent'] + (int) ($states['unknown'] ?? 0));
        self::assertLessThanOrEqual(5, (int) ($states['unknown'] ?? 0), 'at most one a kill may have gone without an answer');
        $this->entities()->clear();
        self::assertNotNull(self::getContainer()->get(Mailings::class)->find($project, $mailing->id()));
    }

    public function testOfTwoWorkersOneIsKilledAndTheOtherFinishesWithNobodyWrittenToTwice(): void
    {
        $rows = 'Full name|Hours|Craft|Issued|Register|Mail';
        for ($i = 1; $i <= 60; ++$i) {
            $rows .= "\nMender $i|7|clocks|2026-01-01|$i|mender$i@dune.example";
        }
        $project = $this->project($rows);
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        $this->entities()->clear();
        self::getContainer()->get(Mailings::class)->start($this->reload($project), MailingOrder::of([
            'to' => 'mail',
            'subject' => 'For {full_name}',
            'message' => 'Dear {full_name}',
            'from' => 'The guild',
            'carried' => 'link',
            'pace' => '6000',
        ]), 'isolde@tidewick.example', 'http://guild.example');
        [$one, $other] = [$this->sendingWorker(), $this->sendingWorker()];
        for ($until = microtime(true) + 60; $this->arrived() < 15 && microtime(true) < $until;) {
            usleep(500);
        }
        $one->signal(\SIGKILL);
        $one->wait();
        $open = fn (): int => (int) $this->entities()->getConnection()->fetchOne(
            "SELECT COUNT(*) FROM letter WHERE state IN ('waiting', 'sending', 'handed')",
        );
        for ($until = microtime(true) + 90; $open() > 0 && microtime(true) < $until;) {
            usleep(50_000);
        }
        self::assertTrue($other->isRunning(), 'the other goes on');
        $other->stop(5, \SIGTERM);
        $to = array_map(
            static fn (string $file): string => explode("\n", (string) file_get_contents($file), 2)[0],
            glob("$this->folder/*.eml") ?: [],
        );
        sort($to);
        $all = array_map(static fn (int $i): string => "mender$i@dune.example", range(1, 60));
        sort($all);
        self::assertSame($all, $to, 'everybody once');
        $states = $this->entities()->getConnection()->fetchAllKeyValue('SELECT state, COUNT(*) FROM letter GROUP BY state');
        self::assertSame(60, (int) $states['sent'] + (int) ($states['unknown'] ?? 0));
        self::assertLessThanOrEqual(1, (int) ($states['unknown'] ?? 0), 'at most what the killed one was at');
    }

    public function testAServerThatMisbehavesCostsNobodyElseTheirEmail(): void
    {
        $to = ['first', 'silent', 'hangup', 'gone', 'later', 'full', 'boss', 'last'];
        $rows = 'Full name|Hours|Craft|Issued|Register|Mail|Head';
        foreach ($to as $i => $name) {
            $rows .= "\n$name|7|clocks|2026-01-01|$i|$name@dune.example|" . ('boss' === $name ? 'gone-too@dune.example' : '');
        }
        $project = $this->project($rows);
        self::getContainer()->get(Mailings::class)->start($project, MailingOrder::of([
            'to' => 'mail',
            'copy' => 'head',
            'subject' => 'For {full_name}',
            'message' => 'Dear {full_name}',
            'from' => 'The guild',
            'carried' => 'nothing',
            'pace' => '100',
        ]), 'isolde@tidewick.example', 'http://guild.example');
        $began = microtime(true);
        $worker = $this->sendingWorker(['MORPHEA_MAIL_SECONDS' => '2']);
        $waits = fn (): array => $this->entities()->getConnection()->fetchFirstColumn(
            "SELECT email FROM letter WHERE state IN ('waiting', 'sending', 'handed') AND tries = 0 OR state IN ('sending', 'handed')",
        );
        for ($until = microtime(true) + 60; [] !== $waits() && microtime(true) < $until;) {
            usleep(50_000);
        }
        self::assertLessThan(20, microtime(true) - $began, 'the silence is waited out once, and not once more to say goodbye');
        $worker->stop(5, \SIGTERM);
        $states = $this->entities()->getConnection()->fetchAllKeyValue('SELECT email, state FROM letter');
        ksort($states);
        self::assertSame([
            'boss@dune.example' => 'sent',
            'first@dune.example' => 'sent',
            'full@dune.example' => 'waiting',
            'gone-too@dune.example' => 'refused',
            'gone@dune.example' => 'refused',
            'hangup@dune.example' => 'sent',
            'last@dune.example' => 'sent',
            'later@dune.example' => 'waiting',
            'silent@dune.example' => 'unknown',
        ], $states);
        self::assertStringNotContainsString('asked after silence', $this->server->getOutput());
        $mails = array_map(static fn (string $file): string => (string) file_get_contents($file), glob("$this->folder/*.eml") ?: []);
        self::assertCount(5, $mails);
        $tokens = $this->entities()->getConnection()->fetchFirstColumn('SELECT token FROM letter');
        foreach ($mails as $mail) {
            [$head, $body] = explode("\r\n\r\n", $mail, 2);
            self::assertStringNotContainsStringIgnoringCase('Return-Path', $head, 'who delivers it writes that (RFC 5321, 4.4)');
            self::assertSame(1, preg_match('/^Message-ID: <([\w-]{22})@/mi', $head, $m));
            self::assertNotContains($m[1], $tokens, 'who knows its Message-ID can do nothing with it');
        }
    }

    private function arrived(): int
    {
        return \count(glob("$this->folder/*.eml") ?: []);
    }

    /**
     * A worker that emails through the server, and takes up soon what another left.
     *
     * @param array<string, string> $more of its settings
     */
    private function sendingWorker(array $more = []): Process
    {
        $said = $this->server->getOutput();
        self::assertSame(1, preg_match('/port (\d+)/', $said, $m));
        $worker = new Program(
            [\PHP_BINARY, 'bin/console', 'messenger:consume', 'runs', '--env=test', '--sleep=0.05', '-q'],
            \dirname(__DIR__, 2),
            [
                'MAILER_DSN' => "smtp://127.0.0.1:$m[1]",
                'MESSENGER_TRANSPORT_DSN' => 'doctrine://default?auto_setup=0&redeliver_timeout=1&check_delayed_interval=500',
            ] + $more,
            timeout: 200,
        );
        $worker->start();

        return $worker;
    }
}
