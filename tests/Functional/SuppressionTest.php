<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Cli\BouncesCommand;
use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Platform\Account\Member;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Console\Tester\CommandTester;

/** Who is not written to again. */
#[Group('sent')]
final class SuppressionTest extends AppTestCase
{
    use Mailings;

    #[Group('stored')]
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
        self::assertStringContainsString('1 row that unsubscribed', $text);
        $page = $this->browser->request('GET', '/account/not-written-to');
        self::assertStringContainsString('ng@dune.example unsubscribed', $page->filter('.lines')->text());
        self::assertCount(0, $page->filter('[aria-label="Remove ng@dune.example from the list"]'));
        $this->post('/account/not-written-to/open', ['email' => 'ng@dune.example']);
        self::assertStringContainsString('1 row that unsubscribed', $this->plan($project, ['subject' => 'Another'])->text());
        $this->browser->request('GET', '/off/' . str_repeat('x', 22));
        self::assertResponseStatusCodeSame(404);
    }

    #[Group('stored')]
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
        self::assertStringContainsString('not a bounce of an email from here', $take('Subject: hello'));
        self::assertStringContainsString('not a bounce of an email from here', $take(str_replace('failed', 'delayed', $bounce)));
        self::assertStringContainsString('The email to row 2 bounced: 552 5.2.2 The mailbox is full', $take($bounce));
        self::assertStringContainsString('bounced 552', $this->browser->request('GET', $mailing)->filter('.letters')->text());
        $plan = $this->plan($project, ['subject' => 'Other']);
        self::assertStringContainsString('1 row whose address bounced', $plan->text());
        unlink($path);

        // Who asks for it on top of that is not written to when all that came back are once more.
        $this->post('/account/not-written-to/close', ['email' => 'ng@dune.example']);
        $this->post("$mailing/again", ['all' => 'bounced']);
        $this->work();
        self::assertCount(1, $this->mails('Yours, Ng'));
        self::assertStringContainsString('1 row whose address you suppressed', $this->plan($project, ['subject' => 'Other'])->text());
        $this->entities()->getConnection()->executeStatement("UPDATE closed_address SET why = 'came-back'");

        // It is right after all: by the list of addresses, or by writing to all that came back once more.
        $list = '/account/not-written-to';
        $page = $this->browser->request('GET', $list);
        self::assertStringContainsString('ng@dune.example bounced', $page->filter('.lines')->text());
        self::assertCount(1, $page->filter('[aria-label="Remove ng@dune.example from the list"]'));
        $this->post("$list/open", ['email' => 'NG@dune.example']);
        self::assertStringContainsString('No address is suppressed', $this->browser->request('GET', $list)->text());
        self::assertStringNotContainsString('bounced', $this->plan($project, ['subject' => 'Other'])->text());
        self::assertCount(1, $this->browser->request('GET', "$mailing?only=bounced")->filter('.letters tbody tr'));
        self::assertCount(1, $this->browser->request('GET', "$mailing?only=refused")->filter('.letters tbody tr'));
        $this->post("$mailing/again", ['all' => 'bounced']);
        $this->work();
        self::assertCount(2, $this->mails('Yours, Ng'));
        self::assertCount(3, $this->mails('Yours,'));
    }

    #[Group('stored')]
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

    public function testAnAddressIsTakenOffByHandAndByMistake(): void
    {
        $project = $this->made();
        $list = '/account/not-written-to';
        foreach (['no address' => 'Enter an email address', 'Ng@Dune.example' => 'No project of yours emails'] as $email => $says) {
            $this->post("$list/close", ['email' => $email]);
            $page = $this->browser->followRedirect();
            self::assertStringContainsString($says, $page->filter('#notices')->text());
            self::assertSame('no address' === $email ? $email : '', $page->filter('#email')->attr('value'), 'what was typed stays');
        }
        self::assertStringContainsString('1 row whose address you suppressed', $this->plan($project, [])->text());
        $this->post("$list/close", ['email' => '50%_off@dune.example']);
        self::assertCount(1, $this->browser->request('GET', "$list?find=%25_")->filter('.lines li'));
        self::assertCount(0, $this->browser->request('GET', "$list?find=g%25d")->filter('.lines li'));
        $this->browser->loginUser($this->member('other@tidewick.example'));
        self::assertStringContainsString('No address is suppressed', $this->browser->request('GET', $list)->text());
        $this->post("$list/open", ['email' => 'ng@dune.example']);
        $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail());
        $this->post("$list/open", ['email' => 'ng@dune.example']);
        self::assertStringContainsString('is emailed again', $this->browser->followRedirect()->filter('#notices')->text());
        self::assertStringNotContainsString('you took off', $this->plan($project, [])->text());
    }
}
