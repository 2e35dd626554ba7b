<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Aws\Command;
use Aws\Exception\AwsException;
use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\Local\LocalFilesystemAdapter;
use League\Flysystem\UnableToReadFile;
use Morphea\App\Cli\BouncesCommand;
use Morphea\App\Delivery\Email\EmailRepository;
use Morphea\App\Delivery\Email\EmailSender;
use Morphea\App\Delivery\Email\EmailWriter;
use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Delivery\Email\Mailing;
use Morphea\App\Delivery\Email\SuppressionList;
use Morphea\App\Delivery\Links\Links;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\MadePieces;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternParts;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Mailer\Transport\TransportInterface;

/** Mail to each person of a table, through the mailbox that stands in for mail. */
#[Group('sent')]
final class MailTest extends AppTestCase
{
    private const ROWS = "Full name|Hours|Craft|Issued|Register|Mail\nOttilie|7|clocks|2026-01-01|1|otti@dune.example\n" .
        "Ng|6|chairs|2026-01-01|2|ng@dune.example\nВлада|5|radios|2026-01-01|3|vlada.dune.example\n" .
        "Bo|5|radios|2026-01-01|4|nobody@dune.example\nOtti again|5|radios|2026-01-01|5|OTTI@dune.example";

    public function testItIsSeenBeforeItGoesAndGoesToEachPersonOnce(): void
    {
        $project = $this->made();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver/mail");
        self::assertSame('mail', $page->filter('#to option[selected]')->attr('value'), 'the column with addresses is found');
        $page = $this->plan($project, ['carried' => 'both', 'reply' => 'desk@guild.example']);
        self::assertSame('3', $page->filter('.facts dd')->first()->text());
        $facts = $page->filter('.facts')->text();
        self::assertStringContainsString('1 row whose address cannot be right', $facts);
        self::assertStringContainsString('“vlada.dune.example” has no @.', $facts);
        self::assertStringContainsString('1 row whose address another row has already', $facts);
        self::assertSame('Yours, Ottilie', $page->filter('.mail-sheet dd b')->text());
        self::assertStringContainsString('Ottilie.pdf', $page->filter('.mail-files')->text());
        self::assertStringContainsString('Ng', $this->plan($project, ['at' => '2'])->filter('.mail-sheet')->text());
        self::assertSame('Send 3 emails', $page->filter('#act')->text());

        $said = $this->post("/projects/{$project->id()}/deliver/mail/test", $this->said(['carried' => 'attached']))->text();
        self::assertStringContainsString('otti@dune.example (row 1) is on its way to isolde@tidewick.example', $said);
        $this->work();
        $mails = $this->mails();
        self::assertCount(1, $mails);
        self::assertSame('Test: Yours, Ottilie', $mails[0]->headers['subject']);
        self::assertArrayNotHasKey('list-unsubscribe', $mails[0]->headers, 'who tries it is not taken off by it');

        $mailing = $this->mailed($project, ['carried' => 'both', 'reply' => 'desk@guild.example']);
        $page = $this->browser->request('GET', $mailing);
        self::assertResponseIsSuccessful();
        self::assertSame(['refused', 'sent', 'sent'], $page->filter('.letters tbody td:nth-of-type(3) > span:first-child')->each(
            static fn (Crawler $one): string => $one->text(),
        ));
        self::assertStringContainsString('550 5.1.1 No such mailbox', $page->filter('.letters')->text());
        $mails = $this->mails('Yours,');
        self::assertCount(2, $mails);
        $mail = 'otti@dune.example' === $mails[0]->headers['to'] ? $mails[0] : $mails[1];
        self::assertSame(['Yours, Ottilie', 'desk@guild.example'], [$mail->headers['subject'], $mail->headers['reply-to']]);
        self::assertSame('Isolde <morphea@tidewick.example>', $mail->headers['from']);
        self::assertSame('List-Unsubscribe=One-Click', $mail->headers['list-unsubscribe-post']);
        [$pdf] = $mail->attachments();
        self::assertSame('Ottilie.pdf', $pdf['name']);
        Tools::assertSoundPdf($pdf['body']);
        self::assertStringContainsString('Ottilie', Tools::pdfText($pdf['body']));
        foreach (['text/plain', 'text/html'] as $type) {
            self::assertStringContainsString('Dear Ottilie', $mail->text($type));
            self::assertMatchesRegularExpression('~http://localhost/s/[\w-]{22}~', $mail->text($type));
            self::assertStringNotContainsString('Ng', $mail->text($type));
        }

        // It is read where it lies, with what was attached.
        $read = (string) $page->selectLink('Read it')->last()->attr('href');
        $page = $this->browser->request('GET', $read);
        self::assertStringContainsString('As it lies in the mailbox', $page->text());
        $this->browser->request('GET', (string) $page->filter('.mail-files a')->attr('href'));
        Tools::assertSoundPdf($this->body());
        $this->browser->request('GET', "$read/mail.eml");
        self::assertStringContainsString("\r\nSubject: Yours, ", $this->body());

        // The same email of the same rows is not sent again; to chosen ones it is, on purpose.
        $page = $this->plan($project, ['carried' => 'both']);
        self::assertSame('0', $page->filter('.facts dd')->first()->text());
        self::assertStringContainsString('3 rows that were written to already', $page->text());
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said(['carried' => 'both']));
        self::assertStringContainsString('Nobody is left', $this->browser->followRedirect()->text());
        $page = $this->browser->request('GET', $mailing);
        $this->post("$mailing/again", ['letters' => [$page->filter('[name="letters[]"]')->last()->attr('value')]]);
        $this->work();
        self::assertCount(3, $this->mails('Yours,'));
        self::assertStringContainsString('✓ 1 sent', $this->browser->request('GET', "/projects/{$project->id()}/deliver/mail")->text());
    }

    public function testWhoTakesThemselvesOffIsNotWrittenToByAnyProjectOfTheSameMember(): void
    {
        $project = $this->made();
        $this->mailed($project, []);
        $mail = $this->mails('Yours, Ng')[0];
        self::assertSame(1, preg_match('~<http://localhost(/off/[\w-]{22})>~', $mail->headers['list-unsubscribe'], $m));
        $this->browser->restart();
        $this->browser->request('GET', $m[1]);
        self::assertStringNotContainsString('ng@', $this->body(), 'the page says no address');
        self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM closed_address'));
        // A mail program does it by itself, from nowhere.
        $this->browser->request('POST', $m[1], ['List-Unsubscribe' => 'One-Click']);
        self::assertResponseIsSuccessful();
        $this->entities()->clear();
        $member = $this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail();
        $this->browser->loginUser($member);
        $text = $this->plan($project, ['subject' => 'Another'])->text();
        self::assertStringContainsString('1 row whose address was taken off by who has it', $text);
        $page = $this->browser->request('GET', '/account/not-written-to');
        self::assertStringContainsString('ng@dune.example took themselves off', $page->filter('.lines')->text());
        self::assertCount(0, $page->selectButton('Write to ng@dune.example again'));
        $this->post('/account/not-written-to/open', ['email' => 'ng@dune.example']);
        self::assertStringContainsString('taken off by who has it', $this->plan($project, ['subject' => 'Another'])->text());
        $this->browser->request('GET', '/off/' . str_repeat('x', 22));
        self::assertResponseStatusCodeSame(404);
    }

    public function testWhatComesBackIsNotedAndNotWrittenToAgain(): void
    {
        $project = $this->made();
        $mailing = $this->mailed($project, []);
        $message = $this->mails('Yours, Ng')[0]->headers['message-id'];
        $bounce = "From: MAILER-DAEMON@dune.example\r\nTo: morphea@tidewick.example\r\nSubject: Undelivered\r\nMIME-Version: 1.0\r\n" .
            "Content-Type: multipart/report; report-type=delivery-status; boundary=\"b\"\r\n\r\n--b\r\nContent-Type: text/plain\r\n\r\n" .
            "It could not be delivered.\r\n--b\r\nContent-Type: message/delivery-status\r\n\r\nReporting-MTA: dns; dune.example\r\n\r\n" .
            "Final-Recipient: rfc822; ng@dune.example\r\nAction: failed\r\nStatus: 5.2.2\r\n" .
            "Diagnostic-Code: smtp; 552 5.2.2 The mailbox\r\n is full\r\n--b\r\nContent-Type: text/rfc822-headers\r\n\r\n" .
            "Message-ID: $message\r\nSubject: Yours, Ng\r\n--b--\r\n";
        $path = (string) tempnam(sys_get_temp_dir(), 'eml');
        $take = function (string $bytes) use ($path): string {
            file_put_contents($path, $bytes);
            $tester = new CommandTester(self::getContainer()->get(BouncesCommand::class));
            $tester->execute(['files' => [$path]]);

            return $tester->getDisplay();
        };
        self::assertStringContainsString('no mail from here', $take('Subject: hello'));
        self::assertStringContainsString('no mail from here', $take(str_replace('failed', 'delayed', $bounce)));
        self::assertStringContainsString('The email to row 2 came back: 552 5.2.2 The mailbox is full', $take($bounce));
        self::assertStringContainsString('came back 552', $this->browser->request('GET', $mailing)->filter('.letters')->text());
        $plan = $this->plan($project, ['subject' => 'Other']);
        self::assertStringContainsString('1 row from whose address mail came back', $plan->text());
        unlink($path);

        // Who asks for it on top of that is not written to when all that came back are once more.
        $this->post('/account/not-written-to/close', ['email' => 'ng@dune.example']);
        $this->post("$mailing/again", ['all' => 'bounced']);
        $this->work();
        self::assertCount(1, $this->mails('Yours, Ng'));
        self::assertStringContainsString('1 row whose address you took off', $this->plan($project, ['subject' => 'Other'])->text());
        $this->entities()->getConnection()->executeStatement("UPDATE closed_address SET why = 'came-back'");

        // It is right after all: by the list of addresses, or by writing to all that came back once more.
        $list = '/account/not-written-to';
        $lines = $this->browser->request('GET', $list)->filter('.lines')->text();
        self::assertStringContainsString('ng@dune.example mail came back', $lines);
        $this->post("$list/open", ['email' => 'NG@dune.example']);
        self::assertStringContainsString('None so far', $this->browser->request('GET', $list)->text());
        self::assertStringNotContainsString('came back', $this->plan($project, ['subject' => 'Other'])->text());
        self::assertCount(1, $this->browser->request('GET', "$mailing?only=bounced")->filter('.letters tbody tr'));
        self::assertCount(1, $this->browser->request('GET', "$mailing?only=refused")->filter('.letters tbody tr'));
        $this->post("$mailing/again", ['all' => 'bounced']);
        $this->work();
        self::assertCount(2, $this->mails('Yours, Ng'));
        self::assertCount(3, $this->mails('Yours,'));
    }

    public function testCopiesAreEmailsOfTheirOwn(): void
    {
        $project = $this->made(str_replace(
            ["|Mail\n", "otti@dune.example\n", "|ng@dune.example\n"],
            [
                "|Mail|Head\n",
                "otti@dune.example|head@dune.example; nobody-too@dune.example; no address\n",
                "|ng@dune.example|head@dune.example\n",
            ],
            self::ROWS,
        ));
        $said = ['carried' => 'both', 'copy' => 'head'];
        self::assertStringContainsString('No copy for 1 row', $this->plan($project, $said)->text());
        $mailing = $this->mailed($project, $said);
        $text = $this->browser->request('GET', $mailing)->filter('.letters')->text();
        self::assertStringContainsString('nobody-too@dune.example copy of the email to otti@dune.example refused', $text);
        $mails = $this->mails('Yours,');
        $to = array_map(static fn (EmlFile $mail): string => $mail->headers['to'], $mails);
        sort($to);
        self::assertSame(['head@dune.example', 'head@dune.example', 'ng@dune.example', 'otti@dune.example'], $to);
        foreach ($mails as $mail) {
            self::assertArrayNotHasKey('cc', $mail->headers);
            self::assertCount(1, $mail->attachments());
            self::assertSame('application/pdf', $mail->attachments()[0]['type']);
            $isCopy = 'head@dune.example' === $mail->headers['to'];
            $links = preg_match('~http://localhost/s/[\w-]{22}~', $mail->text('text/plain'));
            self::assertSame($isCopy ? 0 : 1, $links, 'its page is private');
            self::assertSame($isCopy, str_contains($mail->text('text/plain'), 'This is a copy of the email from Isolde to '));
        }
        // It comes back from who got the copy; who takes themselves off by a copy is who got it.
        $copy = array_values(array_filter($mails, static fn (EmlFile $mail): bool => 'head@dune.example' === $mail->headers['to']))[0];
        self::assertSame(1, preg_match('~<http://localhost(/off/[\w-]{22})>~', $copy->headers['list-unsubscribe'], $m));
        $this->browser->request('POST', $m[1], ['List-Unsubscribe' => 'One-Click']);
        self::assertSame(
            ['head@dune.example' => 'left'],
            $this->entities()->getConnection()->fetchAllKeyValue('SELECT email, why FROM closed_address'),
        );
        // Once more to the copy alone writes to nobody else, and with the link where that is said.
        $page = $this->browser->request('GET', $mailing);
        $refused = $page->filterXPath('//tr[contains(., "nobody-too")]//input')->attr('value');
        $this->post("$mailing/again", ['letters' => [$refused]]);
        $this->work();
        self::assertCount(4, $this->mails('Yours,'));
        $this->entities()->getConnection()->executeStatement('DELETE FROM closed_address');
        $this->mailed($project, ['subject' => 'Linked, {full_name}', 'copyPage' => '1'] + $said);
        foreach ($this->mails('Linked,') as $mail) {
            self::assertStringContainsString('http://localhost/s/', $mail->text('text/plain'));
        }
    }

    public function testAnAddressHasAnEmailOnceWhateverRowItStandsIn(): void
    {
        $project = $this->made();
        $this->mailed($project, ['carried' => 'nothing']);
        $had = $this->mails('Yours,');
        self::assertCount(2, $had);
        // The whole table anew: other rows, other ids, and another heading over the addresses.
        $this->entities()->getConnection()->executeStatement('UPDATE table_row SET uid = uid + 100');
        self::assertSame('0', $this->plan($project, ['carried' => 'nothing'])->filter('.facts dd')->first()->text());
        self::assertStringContainsString('3 rows that were written to already', $this->plan($project, ['carried' => 'nothing'])->text());
        $this->entities()->getConnection()->executeStatement('UPDATE table_row SET uid = uid - 100');

        // A row is corrected: its email stays the same, so that is said, and it goes once more when somebody says so.
        $this->change($project, ['op' => 'cells', 'cells' => [2 => ['full_name' => 'Ng Wei']]]);
        $page = $this->plan($project, ['carried' => 'nothing']);
        self::assertStringContainsString('1 row that was corrected after the email was sent', $page->text());
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said(['carried' => 'nothing', 'corrected' => '1']));
        $this->work();
        self::assertSame(['Yours, Ng Wei'], array_values(array_diff(
            array_map(static fn (EmlFile $mail): string => $mail->headers['subject'], $this->mails('Yours,')),
            array_map(static fn (EmlFile $mail): string => $mail->headers['subject'], $had),
        )));
        self::assertStringNotContainsString('was corrected', $this->plan($project, ['carried' => 'nothing'])->text());
        // Another address is somebody who did not have it.
        $this->change($project, ['op' => 'cells', 'cells' => [2 => ['mail' => 'ng.wei@dune.example']]]);
        self::assertSame('1', $this->plan($project, ['carried' => 'nothing'])->filter('.facts dd')->first()->text());
    }

    public function testWhatIsNeitherYesNorNoIsAskedAbout(): void
    {
        $project = $this->made("Full name|Hours|Craft|Issued|Register|Mail|Wants mail\nA|7|x|2026-01-01|1|a@dune.example|Ja\n" .
            "B|6|x|2026-01-01|2|b@dune.example|no thanks\nC|6|x|2026-01-01|3|c@dune.example|No thanks.\n" .
            "D|6|x|2026-01-01|4|d@dune.example|with pleasure\nE|6|x|2026-01-01|5|e@dune.example|\nF|6|x|2026-01-01|6|f@dune.example|nein");
        $said = ['carried' => 'nothing', 'consent' => 'wants_mail'];
        $page = $this->plan($project, $said);
        self::assertSame('1', $page->filter('.facts dd')->first()->text());
        self::assertStringContainsString('“no thanks” 2 rows', $page->text());
        self::assertStringContainsString('“with pleasure” 1 row', $page->text());
        $page = $this->post("/projects/{$project->id()}/deliver/mail/plan", $this->said($said) + ['yes' => ['with pleasure']]);
        self::assertSame('2', $page->filter('.facts dd')->first()->text());
        self::assertSame(['with pleasure'], $page->filter('[name="yes[]"]:checked, [name="yes[]"][checked]')->each(
            static fn (Crawler $one): string => (string) $one->attr('value'),
        ));
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said($said) + ['yes' => ['with pleasure']]);
        $this->work();
        $to = array_map(static fn (EmlFile $mail): string => $mail->headers['to'], $this->mails());
        sort($to);
        self::assertSame(['a@dune.example', 'd@dune.example'], $to);
    }

    public function testAnAddressClosedWhileItsEmailWaitsIsNotWrittenTo(): void
    {
        $project = $this->made();
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said([]));
        $this->post('/account/not-written-to/close', ['email' => 'NG@dune.example']);
        $this->work();
        self::assertSame(['Yours, Ottilie'], array_map(static fn (EmlFile $mail): string => $mail->headers['subject'], $this->mails()));
        $states = $this->entities()->getConnection()->fetchAllKeyValue('SELECT email, state FROM letter ORDER BY id');
        self::assertSame(['otti@dune.example' => 'sent', 'ng@dune.example' => 'left', 'nobody@dune.example' => 'refused'], $states);
    }

    public function testWhoMailsConfirmsTheirOwnAddressFirstAndKeepsToADaysShare(): void
    {
        $project = $this->made();
        $database = $this->entities()->getConnection();
        $database->executeStatement('UPDATE member SET confirmed_at = NULL');
        $this->entities()->clear();
        self::assertStringContainsString('Confirm your own email address', $this->plan($project, [])->text());
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said([]));
        $told = $this->browser->followRedirect()->filter('#notices')->text();
        self::assertStringContainsString('Confirm your own email address first', $told);
        self::assertSame(0, (int) $database->fetchOne('SELECT COUNT(*) FROM letter'));
        $this->post('/account/confirm');
        $this->browser->followRedirect();
        $this->browser->submit($this->browser->getCrawler()->selectButton('This is my address')->form());
        $this->entities()->clear();
        $usual = $_SERVER['MORPHEA_MAILS_A_DAY'];
        $_SERVER['MORPHEA_MAILS_A_DAY'] = $_ENV['MORPHEA_MAILS_A_DAY'] = '4';
        try {
            self::ensureKernelShutdown();
            $this->browser = self::createClient();
            $this->browser->disableReboot();
            $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail());
            self::assertStringContainsString('You can send 4 more today.', $this->plan($project, [])->text());
            $this->mailed($project, []);
            $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said(['subject' => 'Another']));
            self::assertStringContainsString(
                'These are 3 emails, and 1 of the 4 a day are left.',
                $this->browser->followRedirect()->filter('#notices')->text(),
            );
        } finally {
            $_SERVER['MORPHEA_MAILS_A_DAY'] = $_ENV['MORPHEA_MAILS_A_DAY'] = $usual;
        }
    }

    public function testAStoreThatDoesNotAnswerPutsAnEmailOff(): void
    {
        $project = $this->made();
        // Single files, which are read and not drawn.
        self::getContainer()->get(RunDispatcher::class)->start($this->reload($project), $this->orderOf('png', '{full_name}', 'all'));
        $this->work();
        $this->entities()->clear();
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said(['carried' => 'attached']));
        $this->entities()->clear();
        $mailing = $this->entities()->getRepository(Mailing::class)->findOneBy([]) ?? self::fail();
        $container = self::getContainer();
        $gone = new class ($this->files()) extends Filesystem {
            public function __construct(private readonly FilesystemOperator $files)
            {
                parent::__construct(new LocalFilesystemAdapter(sys_get_temp_dir()));
            }

            public function fileSize(string $path): int
            {
                return $this->files->fileSize($path);
            }

            public function read(string $location): string
            {
                throw UnableToReadFile::fromLocation($location, 'gone', new AwsException('gone', new Command('GetObject'), [
                    'connection_error' => true,
                ]));
            }
        };
        $writer = new EmailWriter(
            $container->get(Links::class),
            $container->get(MadePieces::class),
            $gone,
            $container->get('router'),
            'morphea@tidewick.example',
            '',
        );
        $letters = $container->get(EmailRepository::class);
        $sender = new EmailSender($container->get(TransportInterface::class), $writer, $letters, $container->get(SuppressionList::class));
        foreach ($letters->due($mailing, 10) as $letter) {
            $sender->send($mailing, $letter);
        }
        $found = $this->entities()->getConnection()->fetchAllAssociative('SELECT state, error, not_before FROM letter');
        self::assertCount(3, $found);
        foreach ($found as $one) {
            self::assertSame(['waiting', 'The store of files does not answer.'], [$one['state'], $one['error']]);
            self::assertGreaterThan(microtime(true) + 50, (float) $one['not_before']);
        }
        self::assertSame([], $this->mails());
    }

    public function testAnAddressIsTakenOffByHandAndByMistake(): void
    {
        $project = $this->made();
        $list = '/account/not-written-to';
        foreach (['no address' => 'no address', 'Ng@Dune.example' => 'is not written to any more'] as $email => $says) {
            $this->post("$list/close", ['email' => $email]);
            $page = $this->browser->followRedirect();
            self::assertStringContainsString($says, $page->filter('#notices')->text());
            self::assertSame('no address' === $email ? $email : '', $page->filter('#email')->attr('value'), 'what was typed stays');
        }
        self::assertStringContainsString('1 row whose address you took off', $this->plan($project, [])->text());
        $this->post("$list/close", ['email' => '50%_off@dune.example']);
        self::assertCount(1, $this->browser->request('GET', "$list?find=%25_")->filter('.lines li'));
        self::assertCount(0, $this->browser->request('GET', "$list?find=g%25d")->filter('.lines li'));
        $this->browser->loginUser($this->member('other@tidewick.example'));
        self::assertStringContainsString('None so far', $this->browser->request('GET', $list)->text());
        $this->post("$list/open", ['email' => 'ng@dune.example']);
        $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail());
        $this->post("$list/open", ['email' => 'ng@dune.example']);
        self::assertStringContainsString('is written to again', $this->browser->followRedirect()->filter('#notices')->text());
        self::assertStringNotContainsString('you took off', $this->plan($project, [])->text());
    }

    public function testAMailingGoesNoFasterThanWasSaidAndCanBeStopped(): void
    {
        $project = $this->made();
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said(['pace' => '30']));
        $mailing = (string) $this->browser->getResponse()->headers->get('Location');
        $worker = $this->worker();
        $worker->start();
        $sent = fn (): array => $this->entities()->getConnection()->fetchFirstColumn('SELECT sent_at FROM letter WHERE sent_at > 0');
        for ($until = microtime(true) + 60; \count($sent()) < 2 && microtime(true) < $until;) {
            usleep(50_000);
        }
        self::assertGreaterThan(1.9, (float) $sent()[1] - (float) $sent()[0], 'thirty a minute is one every two seconds');
        $this->post("$mailing/stop");
        $worker->stop(5, \SIGTERM);
        self::assertStringContainsString('Go on', $this->browser->request('GET', $mailing)->text());
        $this->post("$mailing/go-on");
        $this->work();
        self::assertStringNotContainsString('waits', $this->browser->request('GET', $mailing)->filter('.mailing')->text());
    }

    public function testAnotherMemberSeesNoneOfIt(): void
    {
        $project = $this->made();
        $mailing = $this->mailed($project, []);
        $letter = (string) $this->browser->request('GET', $mailing)->selectLink('Read it')->first()->attr('href');
        $this->browser->loginUser($this->member('other@tidewick.example'));
        foreach ([$mailing, $letter, "$letter/mail.eml", "$letter/parts/0", "$mailing/state"] as $address) {
            $this->browser->request('GET', $address);
            self::assertResponseStatusCodeSame(404, $address);
        }
    }

    private function made(string $rows = self::ROWS): Project
    {
        $project = $this->project($rows);
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        self::getContainer()->get(FilesystemOperator::class)->deleteDirectory('mailbox');
        $this->entities()->clear();

        return $project;
    }

    /** @param array<string, string> $said */
    private function plan(Project $project, array $said): Crawler
    {
        return $this->post("/projects/{$project->id()}/deliver/mail/plan", $this->said($said));
    }

    /**
     * @param array<string, string> $said
     *
     * @return string address of the mailing
     */
    private function mailed(Project $project, array $said): string
    {
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said($said));
        $address = (string) $this->browser->getResponse()->headers->get('Location');
        self::assertMatchesRegularExpression('~/deliver/mail/[0-9a-z]{26}$~', $address);
        $this->work();

        return $address;
    }

    /**
     * @param array<string, string> $said
     *
     * @return array<string, string>
     */
    private function said(array $said): array
    {
        $said += [
            'to' => 'mail',
            'subject' => 'Yours, {full_name}',
            'message' => "Dear {full_name},\n\nthank you for {hours, plural, one {# hour} other {# hours}}.",
            'from' => 'Isolde',
            'pace' => '6000',
            'once' => '1',
            'carried' => 'link',
        ];
        foreach (['subject', 'message'] as $words) {
            $said[$words] = (string) json_encode(PatternParts::of(Pattern::parse($said[$words])));
        }

        return $said;
    }

    /** @return list<EmlFile> that lie in the mailbox, whose subject begins like this */
    private function mails(string $subject = ''): array
    {
        $files = self::getContainer()->get(FilesystemOperator::class);
        $mails = [];
        foreach ($files->listContents('mailbox') as $file) {
            $mails[] = EmlFile::of($files->read($file->path()));
        }

        return array_values(array_filter($mails, static fn (EmlFile $mail): bool => str_starts_with($mail->headers['subject'], $subject)));
    }
}
