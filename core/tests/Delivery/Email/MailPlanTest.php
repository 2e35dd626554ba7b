<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Delivery\Email;

use Morphea\Core\Delivery\Email\EmailFrame;
use Morphea\Core\Delivery\Email\EmailText;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Delivery\Email\MailingPlan;
use Morphea\Core\Delivery\Email\PlannedEmail;
use Morphea\Core\Delivery\Email\SkippedRow;
use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Who is written to, who is not and why, and how it reads. */
final class MailPlanTest extends TestCase
{
    public function testEveryRowIsWrittenToOrLeftOutWithAReason(): void
    {
        $plan = $this->plan(self::order(['copy' => 'head', 'consent' => 'wants']), [
            ['name' => 'Ada', 'mail' => 'ada@dune.example', 'head' => 'otto@dune.example; ng@dune.example', 'wants' => 'yes'],
            ['name' => 'Ben', 'mail' => '', 'wants' => 'yes'],
            ['name' => 'Cora', 'mail' => 'cora.dune.example', 'wants' => 'yes'],
            ['name' => 'Dov', 'mail' => 'dov@dune.example', 'head' => 'nobody', 'wants' => 'yes'],
            ['name' => 'Eva', 'mail' => 'eva@dune.example', 'wants' => 'No'],
            ['name' => 'Fay', 'mail' => 'fay@dune.example', 'wants' => 'x'],
            ['name' => 'Gil', 'mail' => 'gil@dune.example', 'wants' => 'x'],
            ['name' => 'Hal', 'mail' => 'ADA@dune.example', 'wants' => 'x'],
            ['name' => 'Ida', 'mail' => 'ida@dune.example', 'wants' => 'x'],
            ['name' => 'Jun', 'mail' => 'jun@dune.example', 'wants' => 'x'],
        ], ['fay@dune.example' => SkipReason::Left, 'gil@dune.example' => SkipReason::CameBack], ['ida@dune.example' => [9 => '']], [10]);
        self::assertSame([1, 4], array_map(static fn (PlannedEmail $one): int => $one->row->number, $plan->mails));
        self::assertSame(
            ['otto@dune.example', 'ng@dune.example'],
            array_map(static fn (EmailAddress $one): string => $one->email, $plan->mails[0]->copies),
        );
        self::assertSame([
            2 => SkipReason::NoAddress,
            3 => SkipReason::WrongAddress,
            5 => SkipReason::NoConsent,
            6 => SkipReason::Left,
            7 => SkipReason::CameBack,
            8 => SkipReason::Twice,
            9 => SkipReason::Written,
            10 => SkipReason::NoPiece,
        ], array_column(array_map(static fn (SkippedRow $one): array => [$one->row->number, $one->why], $plan->left), 1, 0));
        self::assertSame('“cora.dune.example” has no @.', English::say($plan->left[1]->words));
        self::assertSame([], $plan->mails[1]->copies, 'a copy that cannot go does not keep the email back');
        self::assertSame(
            ['“nobody” has no @.'],
            array_map(static fn (SkippedRow $one): string => English::say($one->words), $plan->wrongCopies),
        );
        self::assertSame(1, $plan->reasons()['twice']);
    }

    public function testAnAddressOfSeveralRowsIsWrittenToOnceUnlessWishedOtherwise(): void
    {
        $rows = [['name' => 'Ada', 'mail' => 'home@dune.example'], ['name' => 'Ben', 'mail' => 'Home@Dune.example']];
        self::assertCount(1, $this->plan(self::order(), $rows)->mails);
        self::assertCount(2, $this->plan(self::order(['once' => '0']), $rows)->mails);
    }

    public function testAnAddressThatHadItIsNotWrittenToAgainWhateverRowItStandsInNow(): void
    {
        $rows = [['name' => 'Ada', 'mail' => 'Ada@dune.example'], ['name' => 'Ben', 'mail' => 'ben@dune.example']];
        $why = static fn (MailingPlan $plan): array => array_map(static fn (SkippedRow $one): SkipReason => $one->why, $plan->left);
        // By a row that was deleted since, by its own, and by one that was corrected since.
        self::assertSame([SkipReason::Written], $why($this->plan(self::order(), $rows, written: ['ada@dune.example' => [77 => 'print']])));
        $print = MailingPlan::print(new Record(1, $rows[0] + ['head' => ''], [], 1));
        self::assertSame([SkipReason::Written], $why($this->plan(self::order(), $rows, written: ['ada@dune.example' => [1 => $print]])));
        $corrected = $this->plan(self::order(), $rows, written: ['ada@dune.example' => [1 => 'as it was then']]);
        self::assertSame([SkipReason::Corrected], $why($corrected));
        self::assertSame([1], array_map(static fn (SkippedRow $one): int => $one->row->number, $corrected->corrected()));
        // Where every row is written to, only its own counts.
        $each = self::order(['once' => '0']);
        self::assertSame([], $why($this->plan($each, $rows, written: ['ada@dune.example' => [77 => 'print']])));
        self::assertSame([SkipReason::Written], $why($this->plan($each, $rows, written: ['ada@dune.example' => [1 => '']])));
        self::assertNotSame(
            self::order()->once(EmailAddress::of('ada@dune.example'), 1),
            $each->once(EmailAddress::of('ada@dune.example'), 1),
        );
        self::assertSame(self::order()->identity(), self::order(['to' => 'other'])->identity(), 'a renamed column changes nothing');
    }

    public function testOnlyWhatIsClearlyYesIsYes(): void
    {
        $said = [
            'yes', 'Ja', ' OUI ', '1', '✓', 'no', 'Nein', '0', '', '—', 'no thanks', 'Opt out', 'nope', 'n/a', 'maybe later', 'never',
            'unsubscribed', 'declined', 'not yet', 'please do not', 'No.', 'by post only', 'By  post only',
        ];
        $plan = $this->plan(self::order(['consent' => 'wants']), array_map(
            static fn (string $cell, int $i): array => ['name' => "N$i", 'mail' => "n$i@dune.example", 'wants' => $cell],
            $said,
            array_keys($said),
        ));
        $mailed = static fn (MailingPlan $plan): array => array_map(
            static fn (PlannedEmail $one): int => $one->row->number - 1,
            $plan->mails,
        );
        self::assertSame([0, 1, 2, 3, 4], $mailed($plan));
        self::assertSame(6, $plan->reasons()['no-consent'], 'a full stop changes nothing');
        self::assertSame(12, $plan->reasons()['unclear']);
        self::assertSame(2, $plan->unclear['by post only']);
        self::assertSame(1, $plan->unclear['maybe later']);
        $order = self::order(['consent' => 'wants', 'yes' => "By post only\nmaybe later"]);
        self::assertEquals($order, MailingOrder::of($order->toArray()));
        $rows = [['mail' => 'a@dune.example', 'wants' => 'BY POST only.'], ['mail' => 'b@dune.example', 'wants' => 'nope']];
        self::assertSame([0], $mailed($this->plan($order, array_map(static fn (array $row): array => $row + ['name' => 'A'], $rows))));
    }

    public function testWordsThatDoNotComeOutStopTheirRowOnly(): void
    {
        $plan = $this->plan(self::order(['message' => 'On {day, date, long}.']), [
            ['name' => 'Ada', 'mail' => 'a@dune.example', 'day' => '2026-03-04'],
            ['name' => 'Ben', 'mail' => 'b@dune.example', 'day' => 'soon'],
        ]);
        self::assertCount(1, $plan->mails);
        self::assertSame(SkipReason::WrongWords, $plan->left[0]->why);
        self::assertSame('column “day” is “soon”, which is not a date.', English::say($plan->left[0]->words));
    }

    public function testPlainAndHtmlSayTheSameAndCellsAreNothingButWords(): void
    {
        $order = self::order(['subject' => 'For {name}', 'message' => "Dear {name},\n\nsee https://guild.example/a?b=1&c=2.\nBye"]);
        $row = new Record(1, ['name' => "<b>Ada</b>\r\nBcc: x@dune.example", 'mail' => 'ada@dune.example'], [], 1);
        $mail = (new EmailText($order, 'en_GB'))->fill(
            $row,
            'https://guild.example/s/x',
            new EmailFrame('View it', 'from <the guild>', 'Unsubscribe'),
            'https://guild.example/leave/y',
        );
        self::assertSame('For <b>Ada</b> Bcc: x@dune.example', $mail->subject);
        self::assertStringContainsString("see https://guild.example/a?b=1&c=2.\nBye\n\nhttps://guild.example/s/x\n\n-- \n", $mail->plain);
        self::assertStringContainsString('Unsubscribe: https://guild.example/leave/y', $mail->plain);
        self::assertStringContainsString('from &lt;the guild&gt;<br><a href="https://guild.example/leave/y"', $mail->html());
        self::assertStringContainsString('&lt;b&gt;Ada&lt;/b&gt;', $mail->html());
        self::assertStringNotContainsString('<b>', $mail->html());
        self::assertStringContainsString('<a href="https://guild.example/a?b=1&amp;c=2"', $mail->html());
        self::assertSame(3, substr_count($mail->html(), 'https://guild.example/s/x') + substr_count($mail->html(), 'leave/y'));
        $long = new EmailText(self::order(['message' => str_repeat('word ', 90)]), 'en_GB');
        $frame = new EmailFrame('View it', str_repeat('foot ', 40), 'Unsubscribe');
        foreach (explode("\n", $long->fill($row, null, $frame, '')->plain) as $line) {
            self::assertLessThanOrEqual(78, mb_strlen($line));
        }
    }

    public function testTheSameWordsToTheSameRowsAreTheSameMailHoweverFastTheyGo(): void
    {
        self::assertSame(self::order()->key(), self::order(['pace' => '300', 'from' => 'somebody'])->key());
        self::assertNotSame(self::order()->key(), self::order(['message' => 'Other words'])->key());
        self::assertNotSame(self::order()->key(), self::order()->key(1));
        self::assertEquals(self::order(['once' => '0']), MailingOrder::of(self::order(['once' => '0'])->toArray()));
    }

    /** @param array<string, string> $said */
    #[DataProvider('wrong')]
    public function testWhatIsMissingInTheOrderIsSaid(array $said, string $says): void
    {
        English::refuses($says, static function () use ($said): void {
            self::order($said)->check(['name', 'mail'], 'en_GB');
        });
    }

    /** @return iterable<array{array<string, string>, string}> */
    public static function wrong(): iterable
    {
        yield [['to' => ''], 'Choose the column with the email addresses.'];
        yield [['to' => 'gone'], 'The column with the email addresses is no longer in the table.'];
        yield [['consent' => 'gone'], 'The consent column is no longer'];
        yield [['subject' => ' '], 'Enter a subject.'];
        yield [['message' => ''], 'Write the message.'];
        yield [['message' => '{gone}'], 'The text contains “gone”, which is not a column'];
        yield [['from' => ''], 'Enter a sender name.'];
        yield [['reply' => 'nobody'], 'The reply-to address cannot be used. “nobody” has no @.'];
        yield [['pace' => '0'], 'Enter a rate between 1 and 6,000 emails per minute.'];
    }

    /** @param array<string, string> $said */
    private static function order(array $said = []): MailingOrder
    {
        return MailingOrder::of($said + ['to' => 'mail', 'subject' => 'Yours', 'message' => 'Dear {name}', 'from' => 'the guild']);
    }

    /**
     * @param list<array<string, string>> $cells
     * @param array<string, SkipReason>          $closed
     * @param array<string, array<int, string>> $written
     * @param list<int>                   $notMade
     */
    private function plan(MailingOrder $order, array $cells, array $closed = [], array $written = [], array $notMade = []): MailingPlan
    {
        $rows = array_map(
            static fn (array $row, int $i): Record => new Record($i + 1, $row + ['head' => ''], [], $i + 1),
            $cells,
            array_keys($cells),
        );
        $made = array_diff_key(array_fill_keys(range(1, \count($rows)), true), array_flip($notMade));

        return MailingPlan::of($order, new EmailText($order, 'en_GB'), $rows, $closed, $written, $made);
    }
}
