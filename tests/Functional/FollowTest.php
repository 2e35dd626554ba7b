<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Deliver\Links;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Run;
use Morphea\App\Follow\Follow;
use Morphea\App\Follow\FollowStore;
use Morphea\App\Mail\Eml;
use Morphea\App\Press\RunDesk;
use Symfony\Component\Messenger\MessageBusInterface;

/** What goes by itself: rows come, and are made and handed over without anybody being there. */
final class FollowTest extends AppTestCase
{
    public function testARowThatIsAcceptedIsMadeGivenAPageAndMailedOnce(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['link', 'mail'], 'on' => '1']);
        self::assertStringContainsString('From now on', $this->browser->followRedirect()->filter('#notices')->text());
        $this->work();
        self::assertSame([], $this->mails(), 'what was there stays as it is');

        $this->add($project, 'ada@dune.example');
        $this->work();
        $mails = $this->mails();
        self::assertCount(1, $mails);
        self::assertSame('ada@dune.example', $mails[0]->headers['to']);
        $page = array_values(self::getContainer()->get(Links::class)->of($this->reload($project)))[0];
        self::assertStringContainsString("http://localhost$page", $mails[0]->text('text/plain'));
        self::assertStringContainsString('✓ done made, page given, mailed', $this->log($project));

        // Asked again, by whomever and however often, nothing is done twice.
        foreach ([1, 2, 3] as $time) {
            self::getContainer()->get(MessageBusInterface::class)->dispatch(new Follow($project->id()));
        }
        $this->work();
        self::assertCount(1, $this->mails());
        self::assertSame(2, $this->runs());

        // A change is none of its business, until it is asked for.
        $row = (int) $this->entities()->getConnection()->fetchOne('SELECT uid FROM table_row WHERE number = 1');
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['hours' => '8']], 'seen' => [$row => []]]);
        $this->work();
        self::assertSame(2, $this->runs());
        $this->turn($project, ['cause' => 'changes', 'steps' => ['link'], 'on' => '1']);
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['hours' => '9']], 'seen' => [$row => []]]);
        $this->work();
        self::assertSame(3, $this->runs());
        $this->turn($project, ['off' => '1']);
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['hours' => '10']], 'seen' => [$row => []]]);
        $this->work();
        self::assertSame(3, $this->runs(), 'stopped is stopped');
    }

    public function testWhatCannotBeDoneIsSaidAndTriedAgainLater(): void
    {
        $project = $this->ready();
        $this->turn($project, ['steps' => ['seal'], 'on' => '1']);
        self::assertStringContainsString('Say first what is sealed', $this->browser->followRedirect()->filter('#notices')->text());
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
        self::assertStringContainsString('waits Row 3 could not be mailed: “ada” has no @.', $text);
        self::assertEqualsWithDelta(microtime(true) + 60, (float) $db->fetchOne('SELECT MAX(due_at) FROM followed'), 30);

        // Mended, it goes on where it was: nothing is made again.
        $row = (int) $db->fetchOne('SELECT uid FROM table_row WHERE number = 3');
        $runs = $this->runs();
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['mail' => 'ada@dune.example']], 'seen' => [$row => []]]);
        $db->executeStatement('UPDATE followed SET due_at = 0 WHERE row_id = ?', [$row]);
        $db->executeStatement('DELETE FROM messenger_messages');
        $db->executeStatement('UPDATE follow SET planned_at = 0');
        $forgotten = self::getContainer()->get(FollowStore::class)->forgotten();
        self::assertSame([$project->id()], $forgotten, 'though every message was lost, workers find it');
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new Follow($project->id()));
        $this->work();
        self::assertCount(1, $this->mails());
        self::assertSame($runs, $this->runs());
    }

    private function ready(): Project
    {
        $project = $this->project(
            "Full name|Hours|Craft|Issued|Register|Mail\nNg|6|chairs|2026-01-01|2|ng@dune.example\n" .
            'Bo|6|chairs|2026-01-01|3|bo@dune.example',
        );
        self::getContainer()->get(RunDesk::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        self::getContainer()->get(FilesystemOperator::class)->deleteDirectory('mailbox');
        $this->entities()->clear();

        return $project;
    }

    /** As the grid adds a row: at first there is nothing in it. */
    private function add(Project $project, string $mail): void
    {
        $this->change($project, ['op' => 'add']);
        $row = (int) $this->entities()->getConnection()->fetchOne('SELECT uid FROM table_row WHERE number = 3');
        $cells = ['full_name' => 'Ada', 'mail' => $mail, 'issued' => '2026-01-01'];
        $this->change($project, ['op' => 'cells', 'cells' => [$row => $cells], 'seen' => [$row => []]]);
    }

    /** @param array<string, mixed> $said */
    private function turn(Project $project, array $said): void
    {
        $this->entities()->clear();
        $this->post("/projects/{$project->id()}/deliver/by-itself", $said);
    }

    private function log(Project $project): string
    {
        $this->entities()->clear();

        return $this->browser->request('GET', "/projects/{$project->id()}/deliver/by-itself")->filter('table')->text();
    }

    private function runs(): int
    {
        $this->entities()->clear();

        return $this->entities()->getRepository(Run::class)->count();
    }

    /** @return list<Eml> */
    private function mails(): array
    {
        $files = self::getContainer()->get(FilesystemOperator::class);
        $mails = [];
        foreach ($files->listContents('mailbox') as $file) {
            $mails[] = Eml::of($files->read($file->path()));
        }

        return $mails;
    }
}
