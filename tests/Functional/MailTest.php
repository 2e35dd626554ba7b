<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Aws\Command;
use Aws\Exception\AwsException;
use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\Local\LocalFilesystemAdapter;
use League\Flysystem\UnableToReadFile;
use Morphea\App\Delivery\Email\EmailRepository;
use Morphea\App\Delivery\Email\EmailSender;
use Morphea\App\Delivery\Email\EmailWriter;
use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Delivery\Email\Mailing;
use Morphea\App\Delivery\Email\SuppressionList;
use Morphea\App\Delivery\Links\Links;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Runs\Runs\MadePieces;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Core\Message;
use Morphea\Core\Tests\English;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Mailer\Transport\TransportInterface;

/** Mail to each person of a table, through the mailbox that stands in for mail. */
#[Group('sent')]
final class MailTest extends AppTestCase
{
    use Mailings;

    #[Group('stored')]
    public function testItIsSeenBeforeItGoesAndGoesToEachPersonOnce(): void
    {
        $project = $this->made();
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver/mail");
        self::assertSame('mail', $page->filter('#to option[selected]')->attr('value'), 'the column with addresses is found');
        $page = $this->plan($project, ['carried' => 'both', 'reply' => 'desk@guild.example']);
        self::assertSame('3', $page->filter('.facts dd')->first()->text());
        $facts = $page->filter('.facts')->text();
        self::assertStringContainsString('1 row with an invalid address', $facts);
        self::assertStringContainsString('“vlada.dune.example” has no @.', $facts);
        self::assertStringContainsString('1 row with the address of another row', $facts);
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
        $read = (string) $page->selectLink('View')->last()->attr('href');
        $page = $this->browser->request('GET', $read);
        self::assertStringContainsString('As stored in the test mailbox', $page->text());
        $this->browser->request('GET', (string) $page->filter('.mail-files a')->attr('href'));
        Tools::assertSoundPdf($this->body());
        $this->browser->request('GET', "$read/mail.eml");
        self::assertStringContainsString("\r\nSubject: Yours, ", $this->body());

        // The same email of the same rows is not sent again; to chosen ones it is, on purpose.
        $page = $this->plan($project, ['carried' => 'both']);
        self::assertSame('0', $page->filter('.facts dd')->first()->text());
        self::assertStringContainsString('3 rows already emailed', $page->text());
        $this->post("/projects/{$project->id()}/deliver/mail/send", $this->said(['carried' => 'both']));
        self::assertStringContainsString('There is nobody to send to', $this->browser->followRedirect()->text());
        $page = $this->browser->request('GET', $mailing);
        $this->post("$mailing/again", ['letters' => [$page->filter('[name="letters[]"]')->last()->attr('value')]]);
        $this->work();
        self::assertCount(3, $this->mails('Yours,'));
        self::assertStringContainsString('✓ 1 sent', $this->browser->request('GET', "/projects/{$project->id()}/deliver/mail")->text());
    }

    #[Group('stored')]
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
        self::assertStringContainsString('No Cc copy for 1 row', $this->plan($project, $said)->text());
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
            self::assertSame($isCopy, str_contains($mail->text('text/plain'), 'This is a copy of an email from Isolde to '));
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

    #[Group('stored')]
    public function testAnAddressHasAnEmailOnceWhateverRowItStandsIn(): void
    {
        $project = $this->made();
        $this->mailed($project, ['carried' => 'nothing']);
        $had = $this->mails('Yours,');
        self::assertCount(2, $had);
        // The whole table anew: other rows, other ids, and another heading over the addresses.
        $this->entities()->getConnection()->executeStatement('UPDATE table_row SET uid = uid + 100');
        self::assertSame('0', $this->plan($project, ['carried' => 'nothing'])->filter('.facts dd')->first()->text());
        self::assertStringContainsString('3 rows already emailed', $this->plan($project, ['carried' => 'nothing'])->text());
        $this->entities()->getConnection()->executeStatement('UPDATE table_row SET uid = uid - 100');

        // A row is corrected: its email stays the same, so that is said, and it goes once more when somebody says so.
        $this->change($project, ['op' => 'cells', 'cells' => [2 => ['full_name' => 'Ng Wei']]]);
        $page = $this->plan($project, ['carried' => 'nothing']);
        self::assertStringContainsString('1 row corrected after its email was sent', $page->text());
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

    #[Group('stored')]
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

    #[Group('stored')]
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
        $this->browser->submit($this->browser->getCrawler()->selectButton('Confirm this address')->form());
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
                'This mailing has 3 emails, but only 1 of your 4 per day are left.',
                $this->browser->followRedirect()->filter('#notices')->text(),
            );
        } finally {
            $_SERVER['MORPHEA_MAILS_A_DAY'] = $_ENV['MORPHEA_MAILS_A_DAY'] = $usual;
        }
    }

    #[Group('stored')]
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
            $container->get(Words::class),
        );
        $letters = $container->get(EmailRepository::class);
        $sender = new EmailSender($container->get(TransportInterface::class), $writer, $letters, $container->get(SuppressionList::class));
        foreach ($letters->due($mailing, 10) as $letter) {
            $sender->send($mailing, $letter);
        }
        $found = $this->entities()->getConnection()->fetchAllAssociative('SELECT state, error, not_before FROM letter');
        self::assertCount(3, $found);
        foreach ($found as $one) {
            self::assertSame(
                ['waiting', 'The file storage does not respond.'],
                [$one['state'], English::say(Message::read($one['error']))],
            );
            self::assertGreaterThan(microtime(true) + 50, (float) $one['not_before']);
        }
        self::assertSame([], $this->mails());
    }

    #[Group('stored')]
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
        self::assertStringContainsString('Continue', $this->browser->request('GET', $mailing)->text());
        $this->post("$mailing/go-on");
        $this->work();
        self::assertStringNotContainsString('waits', $this->browser->request('GET', $mailing)->filter('.mailing')->text());
    }

    public function testAnotherMemberSeesNoneOfIt(): void
    {
        $project = $this->made();
        $mailing = $this->mailed($project, []);
        $letter = (string) $this->browser->request('GET', $mailing)->selectLink('View')->first()->attr('href');
        $this->browser->loginUser($this->member('other@tidewick.example'));
        foreach ([$mailing, $letter, "$letter/mail.eml", "$letter/parts/0", "$mailing/state"] as $address) {
            $this->browser->request('GET', $address);
            self::assertResponseStatusCodeSame(404, $address);
        }
    }
}
