<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Automation\AutomationSwitch;
use Morphea\App\Delivery\Automation\RunAutomation;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Messenger\MessageBusInterface;

/** What an automation does where something goes wrong. */
#[Group('sent')]
final class FollowTroubleTest extends AppTestCase
{
    use Followers;

    #[Group('stored')]
    public function testWhatCannotBeDoneIsSaidAndTriedAgainLater(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['seal'], 'on' => '1']);
        self::assertStringContainsString('Set up verification first', $this->browser->followRedirect()->filter('#notices')->text());
        $this->turn($project, ['steps' => ['mail'], 'on' => '1']);
        $this->add($project, 'ada');
        $db = $this->entities()->getConnection();
        $worker = $this->worker();
        $worker->start();
        $said = static fn (): string => (string) $db->fetchOne('SELECT MAX(error) FROM followed');
        for ($until = microtime(true) + 60; microtime(true) < $until && '' === $said();) {
            usleep(50_000);
        }
        $worker->stop(5, \SIGTERM);
        $this->entities()->clear();
        $text = $this->log($project);
        self::assertStringContainsString('waiting Row 3 could not be emailed: “ada” has no @.', $text);
        self::assertEqualsWithDelta(microtime(true) + 60, (float) $db->fetchOne('SELECT MAX(due_at) FROM followed'), 30);

        // Mended, it goes on where it was: nothing is made again.
        $row = (int) $db->fetchOne('SELECT uid FROM table_row WHERE number = 3');
        $runs = $this->runs();
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['mail' => 'ada@dune.example']], 'seen' => [$row => []]]);
        $db->executeStatement('UPDATE followed SET due_at = 0 WHERE row_id = ?', [$row]);
        $db->executeStatement('DELETE FROM messenger_messages');
        $db->executeStatement('UPDATE follow SET planned_at = 0');
        $forgotten = self::getContainer()->get(AutomationSwitch::class)->forgotten();
        self::assertSame([$project->id()], $forgotten, 'though every message was lost, workers find it');
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new RunAutomation($project->id()));
        $this->work();
        self::assertCount(1, $this->mails());
        self::assertSame($runs, $this->runs());
    }

    #[Group('stored')]
    public function testOneBadRowHoldsUpNobodyAndTheLogSaysWhatBecameOfEach(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['mail'], 'on' => '1']);
        $this->paste($project, 4, ['nobody@dune.example', 'no address', 'NG@dune.example', 'fine@dune.example']);
        $worker = $this->worker();
        $worker->start();
        for ($until = microtime(true) + 60; microtime(true) < $until && \count($this->mails()) < 1;) {
            usleep(50_000);
        }
        $done = fn (): int => (int) $this->entities()->getConnection()->fetchOne(
            "SELECT COUNT(*) FROM letter WHERE state IN ('sent', 'refused')",
        );
        for (; microtime(true) < $until && $done() < 3;) {
            usleep(50_000);
        }
        $worker->stop(5, \SIGTERM);
        $log = $this->browser->request('GET', "/projects/{$project->id()}/deliver/automation")->filter('tbody tr')->each(
            static fn (Crawler $row): string => $row->text(),
        );
        sort($log);
        $said = '550 5.1.1 No such mailbox: nobody@dune.example';
        self::assertStringContainsString("3 email not delivered $said made, email refused", $log[0]);
        self::assertStringContainsString('4 waiting Row 4 could not be emailed: “no address” has no @. made', $log[1]);
        self::assertStringContainsString('5 ✓ done made, emailed', $log[2], 'nobody had written to this address yet');
        self::assertStringContainsString('6 ✓ done made, emailed', $log[3]);
        $this->entities()->getConnection()->executeStatement("UPDATE letter SET state = 'waiting' WHERE email = 'fine@dune.example'");
        self::assertStringContainsString('made, email waiting to be sent', $this->log($project), 'mailed is what a server took');
    }

    public function testARowWhoseMessageWasLostIsFoundByTheVersionOfTheTable(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['link'], 'on' => '1']);
        $this->work();
        $store = self::getContainer()->get(AutomationSwitch::class);
        $database = $this->entities()->getConnection();
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new RunAutomation($project->id()));
        $this->work();
        $this->paste($project, 1);
        $database->executeStatement('DELETE FROM messenger_messages');
        $database->executeStatement('UPDATE follow SET planned_at = 0');
        self::assertSame([$project->id()], $store->forgotten());
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new RunAutomation($project->id()));
        $this->work();
        self::assertStringContainsString('3 ✓ done made, share page created', $this->log($project));
        $database->executeStatement('UPDATE follow SET planned_at = 0');
        self::assertSame([], $store->forgotten());
    }
}
