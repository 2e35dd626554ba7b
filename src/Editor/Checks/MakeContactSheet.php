<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Timeline\Poster;

/**
 * Makes a contact sheet of some rows in the background, as a file in the job's folder.
 *
 * @phpstan-import-type Shown from ContactSheet
 */
final readonly class MakeContactSheet implements Task
{
    public function __construct(
        private ContactSheet $sheet,
        private ProofTable $table,
        private ProjectOpener $opener,
        private TableRows $rows,
        private FilesystemOperator $files,
    ) {
    }

    public static function kind(): string
    {
        return 'contact-sheet';
    }

    public function counts(): string
    {
        return 'pieces_drawn';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $project = Project::ofJob($job);
        $numbers = array_map(intval(...), explode(',', $job->text('numbers')));
        $open = $this->opener->alone($project);
        $pdf = $this->sheet->write($project->name(), $this->pieces($project, $numbers, $report), $open->pictures, $job->text('paper'));
        $this->files->write("{$job->folder()}/file", $pdf);

        return ['bytes' => \strlen($pdf)];
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('proof.too_much.sheet');
    }

    /**
     * @param list<int> $numbers
     *
     * @return \Generator<int, Shown>
     */
    private function pieces(Project $project, array $numbers, ProgressReporter $report): \Generator
    {
        $open = $this->opener->alone($project);
        $named = $open->design->linkedColumns()[0] ?? '';
        foreach ($numbers as $i => $number) {
            $report->done($i, \count($numbers));
            $row = $this->rows->row($project, $number);
            $found = $this->table->find($project, $number);
            if (null === $row) {
                continue;
            }
            $design = $open->piece($row);
            yield [
                'number' => $number,
                'name' => trim($row->cells[$named] ?? ''),
                'pages' => array_map(
                    static fn (int $page) => Poster::of($design, $open->lay($row, $page), $page),
                    array_keys($design->pages),
                ),
                'warnings' => $found->open ?? [],
            ];
        }
    }
}
