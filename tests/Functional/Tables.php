<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;

/** Changes of a table. */
trait Tables
{
    /** Brings a newer file of the table and takes it over, matched by a column. */
    private function update(Project $project, string $bytes, string $name, string $key): void
    {
        $this->post("/projects/{$project->id()}/rows/import", [], ['table' => $this->sent($bytes, $name)]);
        $this->post(str_replace('/update', '', (string) $this->browser->getResponse()->headers->get('Location')) . '/update', [
            'key' => $key,
        ]);
        self::assertResponseRedirects("/projects/{$project->id()}/rows");
    }

    private function file(string $address): string
    {
        $this->browser->request('GET', $address);
        self::assertResponseIsSuccessful();

        return $this->browser->getInternalResponse()->getContent();
    }

    /** @return list<string> names of files that wait to be taken over */
    private function waiting(Project $project): array
    {
        return $this->stored("imports/{$project->id()}");
    }

    /** @return list<string> cells of each row, with commas between */
    private function rows(Project $project): array
    {
        return array_map(
            static fn (Record $row): string => implode(',', $row->cells),
            self::getContainer()->get(TableRows::class)->rows($this->reload($project)),
        );
    }
}
