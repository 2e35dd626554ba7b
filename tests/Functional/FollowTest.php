<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Automation\RunAutomation;
use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Delivery\Forms\Confirmations;
use Morphea\App\Delivery\Forms\Forms;
use Morphea\App\Delivery\Forms\Responses;
use Morphea\App\Delivery\Links\Links;
use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Project\Projects\Project;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Messenger\MessageBusInterface;

/** What goes by itself: rows come, and are made and handed over without anybody being there. */
#[Group('sent')]
final class FollowTest extends AppTestCase
{
    use Followers;

    #[Group('stored')]
    public function testARowThatIsAcceptedIsMadeGivenAPageAndMailedOnce(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['link', 'mail'], 'on' => '1']);
        self::assertStringContainsString('The automation is on', $this->browser->followRedirect()->filter('#notices')->text());
        $this->work();
        self::assertSame([], $this->mails(), 'what was there stays as it is');

        $this->add($project, 'ada@dune.example');
        $this->work();
        $mails = $this->mails();
        self::assertCount(1, $mails);
        self::assertSame('ada@dune.example', $mails[0]->headers['to']);
        $page = array_values(self::getContainer()->get(Links::class)->paths($this->reload($project)))[0];
        self::assertStringContainsString("http://localhost$page", $mails[0]->text('text/plain'));
        self::assertStringContainsString('✓ done made, share page created, emailed', $this->log($project));

        // Asked again, by whomever and however often, nothing is done twice.
        foreach ([1, 2, 3] as $time) {
            self::getContainer()->get(MessageBusInterface::class)->dispatch(new RunAutomation($project->id()));
        }
        $this->work();
        self::assertCount(1, $this->mails());
        self::assertSame(2, $this->runs());

        // A change is none of its business, until it is asked for.
        $row = (int) $this->entities()->getConnection()->fetchOne('SELECT uid FROM table_row WHERE number = 1');
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['hours' => '8']], 'seen' => [$row => []]]);
        $this->work();
        self::assertSame(2, $this->runs());
        // Before it watches rows it says how many, and waits for a yes.
        $this->turn($project, ['cause' => 'changes', 'steps' => ['link'], 'on' => '1']);
        $asks = $this->browser->getCrawler()->filter('#asks')->text();
        self::assertStringContainsString('This automation watches 3 rows', $asks);
        self::assertStringContainsString('Hours', $asks);
        self::assertStringNotContainsString('Register or', $asks);
        $this->turn($project, ['cause' => 'changes', 'steps' => ['link'], 'on' => '1', 'sure' => '3']);
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['hours' => '9']], 'seen' => [$row => []]]);
        $this->work();
        self::assertSame(3, $this->runs());
        $this->turn($project, ['off' => '1']);
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['hours' => '10']], 'seen' => [$row => []]]);
        $this->work();
        self::assertSame(3, $this->runs(), 'stopped is stopped');
    }

    #[Group('stored')]
    public function testOnlyWhatPeopleTypedIsAChange(): void
    {
        $project = $this->ready();
        $this->turn($project, ['cause' => 'changes', 'steps' => ['mail'], 'on' => '1', 'sure' => '2']);
        $runs = $this->runs();
        // An empty column, one that moves, codes, a column nobody shows, a cell that is emptied, and a computed column.
        $this->change($project, ['op' => 'column-add', 'heading' => 'Remarks', 'behind' => 'mail']);
        $this->change($project, ['op' => 'column-move', 'key' => 'remarks', 'to' => 0]);
        $this->change($project, ['op' => 'cells', 'cells' => [1 => ['remarks' => 'a note'], 2 => ['hours' => '']], 'seen' => []]);
        $recipe = ['recipe' => 'join', 'pattern' => '{full_name}, {craft}'];
        $added = $this->change($project, ['op' => 'column-add', 'heading' => 'Both', 'behind' => 'mail', 'recipe' => $recipe]);
        self::assertArrayNotHasKey('error', $added);
        $this->post("/projects/{$project->id()}/deliver/genuine/codes", []);
        self::assertResponseRedirects();
        self::assertSame(['remarks', 'full_name', 'hours', 'craft', 'issued', 'register', 'mail', 'both', 'code'], array_column(
            $this->reload($project)->columns(),
            'key',
        ));
        $this->change($project, ['op' => 'column-remove', 'key' => 'remarks']);
        $this->work();
        self::assertSame($runs, $this->runs());
        self::assertSame([], $this->mails());
        $this->change($project, ['op' => 'cells', 'cells' => [1 => ['full_name' => 'Ng Wei']], 'seen' => []]);
        $this->work();
        self::assertSame($runs + 1, $this->runs());
        self::assertCount(1, $this->mails());
        self::assertStringContainsString('✓ done made, emailed', $this->log($project));

        // Corrected once more, its email stays the same: that is said, and it is sent when somebody wants it.
        $this->change($project, ['op' => 'cells', 'cells' => [1 => ['hours' => '7']], 'seen' => []]);
        $this->work();
        self::assertCount(1, $this->mails());
        self::assertStringContainsString('not emailed: was emailed before it was corrected', $this->log($project));
        $this->post("/projects/{$project->id()}/deliver/automation/corrected");
        $this->work();
        self::assertCount(2, $this->mails());
        self::assertStringContainsString('✓ done made, emailed', $this->log($project));
    }

    #[Group('stored')]
    public function testManyAtOnceWaitForAYes(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['mail'], 'on' => '1']);
        $this->paste($project, 11);
        $this->work();
        self::assertCount(1, $this->mails());
        self::assertSame('Isolde <isolde@tidewick.example>', $this->mails()[0]->headers['to']);
        self::assertStringContainsString(
            '11 rows of “Mending certificates” arrived or changed at once',
            $this->mails()[0]->text('text/plain'),
        );
        $address = "/projects/{$project->id()}/deliver/automation";
        self::assertStringContainsString('11 rows are waiting for your approval', $this->browser->request('GET', $address)->text());
        // Somebody corrects one of them: it waits as the others do.
        $row = (int) $this->entities()->getConnection()->fetchOne('SELECT MAX(uid) FROM table_row');
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['full_name' => 'Corrected']], 'seen' => []]);
        $this->work();
        self::assertCount(1, $this->mails());
        // One more came since the page was looked at: what was not seen is not agreed to.
        $this->post("$address/held", ['yes' => '10']);
        self::assertStringContainsString(
            'More rows have arrived in the meantime',
            $this->browser->followRedirect()->filter('#notices')->text(),
        );
        $this->work();
        self::assertCount(1, $this->mails());
        $this->post("$address/held", ['yes' => '11']);
        $this->work();
        self::assertCount(12, $this->mails());
        self::assertSame(11, substr_count($this->log($project), '✓ done made, emailed'));
        // The next lot is let go.
        $this->paste($project, 12);
        $this->work();
        $this->post("$address/held", ['no' => '12']);
        $this->work();
        self::assertCount(13, $this->mails(), 'but that it was asked about');
    }

    #[Group('stored')]
    public function testAnAddressThatAStrangerTypedIsConfirmedByItsOwnerFirst(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['mail'], 'on' => '1']);
        $fields = [
            ['asked' => '1', 'column' => 'full_name', 'label' => 'Name', 'kind' => 'line'],
            ['asked' => '1', 'column' => 'mail', 'label' => 'Email', 'kind' => 'mail'],
        ];
        $form = ['title' => 'Join us', 'fields' => $fields, 'looked' => '0', 'open' => '1'];
        $this->post("/projects/{$project->id()}/deliver/form", $form);
        $said = ['subject' => 'Yours, {full_name}', 'message' => 'Dear {full_name}, see https://guild.example/a', 'carried' => 'nothing'];
        $this->entities()->clear();
        $ways = self::getContainer()->get(WaySettings::class);
        $ways->say($this->reload($project), 'mail', ['to' => 'mail', 'from' => 'The guild'] + $said);
        $this->entities()->clear();
        $forms = self::getContainer()->get(Forms::class);
        $give = function (string $name, string $mail) use ($project, $forms): void {
            $answers = self::getContainer()->get(Responses::class);
            $form = $forms->get($this->reload($project)) ?? self::fail();
            $answers->give($form, $answers->keep($form, ['full_name' => $name, 'mail' => $mail], [], '192.0.2.1'));
            $this->entities()->clear();
        };
        $give('www.evil.example/x http://evil.example', 'victim@dune.example');
        $this->work();
        $mails = $this->mails();
        self::assertCount(1, $mails);
        self::assertSame(['Confirm your email address', 'victim@dune.example'], [$mails[0]->headers['subject'], $mails[0]->headers['to']]);
        self::assertStringNotContainsString('evil', $mails[0]->text('text/plain'));
        self::assertStringContainsString('the address has not been confirmed yet', $this->log($project));
        // Asked again and again, the address is written to once.
        $give('Second', 'victim@dune.example');
        self::assertSame(1, preg_match('~http://localhost(/answer/confirm/[\w-]{22})~', $mails[0]->text('text/plain'), $m));
        $this->browser->request('GET', $m[1]);
        $this->work();
        self::assertCount(2, $this->mails(), 'looking at the page confirms nothing; the second response is asked about, too');
        $this->browser->request('POST', $m[1], ['_token' => 'csrf-token'], [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertStringContainsString('Your address is confirmed', $this->body());
        $this->work();
        $isOurs = static fn (EmlFile $one): bool => str_starts_with($one->headers['subject'], 'Yours');
        $mail = array_values(array_filter($this->mails(), $isOurs));
        self::assertCount(1, $mail);
        self::assertStringContainsString('<a href="https://guild.example/a"', $mail[0]->text('text/html'));
        foreach (['text/html', 'text/plain'] as $type) {
            $text = str_replace('http://localhost', '', $mail[0]->text($type));
            self::assertStringContainsString('evil', $text);
            self::assertDoesNotMatchRegularExpression('~www\.evil|evil\.example|http://~', $text, 'what a stranger typed is no link');
        }
        // The owner of the project typed another: that one is theirs to answer for.
        $row = (int) $this->entities()->getConnection()->fetchOne('SELECT MAX(uid) FROM table_row');
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['mail' => 'right@dune.example']], 'seen' => []]);
        self::assertSame([], self::getContainer()->get(Confirmations::class)->ask(
            $this->reload($project),
            [$row => 'right@dune.example'],
            'http://localhost',
        ));
    }
}
