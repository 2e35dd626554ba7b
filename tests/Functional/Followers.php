<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Delivery\Email\EmailWay;
use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Delivery\Email\MailingOrders;
use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunDispatcher;

/** An automation, and what it does. */
trait Followers
{
    /** @param list<string> $mails addresses; those that are missing are made up */
    private function paste(Project $project, int $rows, array $mails = []): void
    {
        $this->change($project, ['op' => 'add', 'count' => $rows]);
        $ids = $this->entities()->getConnection()->fetchFirstColumn("SELECT uid FROM table_row ORDER BY uid DESC LIMIT $rows");
        $cells = [];
        foreach (array_reverse($ids) as $i => $id) {
            $cells[(int) $id] = ['full_name' => "Mender $id", 'mail' => $mails[$i] ?? "mender$id@dune.example", 'issued' => '2026-01-01'];
        }
        $this->change($project, ['op' => 'cells', 'cells' => $cells, 'seen' => []]);
    }

    private function ready(): Project
    {
        $project = $this->project(
            "Full name|Hours|Craft|Issued|Register|Mail\nNg|6|chairs|2026-01-01|2|ng@dune.example\n" .
            'Bo|6|chairs|2026-01-01|3|bo@dune.example',
        );
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        self::getContainer()->get(FilesystemOperator::class)->deleteDirectory('mailbox');
        // At the usual pace eleven emails take a quarter of a minute.
        $order = self::getContainer()->get(MailingOrders::class)->get($project)->toArray();
        self::getContainer()->get(WaySettings::class)->say($project, EmailWay::ID, ['pace' => 6000] + $order);
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
        $this->post("/projects/{$project->id()}/deliver/automation", $said);
    }

    private function log(Project $project): string
    {
        $this->entities()->clear();

        return $this->browser->request('GET', "/projects/{$project->id()}/deliver/automation")->filter('table')->text();
    }

    private function runs(): int
    {
        $this->entities()->clear();

        return $this->entities()->getRepository(Run::class)->count();
    }

    /** @return list<EmlFile> */
    private function mails(): array
    {
        $files = self::getContainer()->get(FilesystemOperator::class);
        $mails = [];
        foreach ($files->listContents('mailbox') as $file) {
            $mails[] = EmlFile::of($files->read($file->path()));
        }

        return $mails;
    }
}
