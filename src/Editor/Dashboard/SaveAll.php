<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Account\PersonalData;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Projects\ProjectRepository;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\Harmless;
use Morphea\Core\Table\Naming\FreeName;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use ZipStream\CompressionMethod;
use ZipStream\ZipStream;

/** All data of a member in open formats: each project as a file, and what was sent, delivered and answered as tables. */
final readonly class SaveAll implements Task
{
    public const KIND = 'save-all';

    /** @param iterable<PersonalData> $data */
    public function __construct(
        private ProjectFile $file,
        private EntityManagerInterface $entities,
        private ProjectRepository $all,
        private FilesystemOperator $files,
        #[AutowireIterator(PersonalData::class)] private iterable $data,
        private Words $words,
    ) {
    }

    public static function kind(): string
    {
        return self::KIND;
    }

    public function counts(): string
    {
        return 'projects';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'all');
        try {
            $this->write($path, $job->owner(), $report);
            $stream = fopen($path, 'r');
            \assert(false !== $stream);
            $this->files->writeStream("{$job->folder()}/file", $stream);

            return ['bytes' => filesize($path)];
        } finally {
            unlink($path);
        }
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('projects.work.too_much.all');
    }

    private function write(string $path, Member $member, ProgressReporter $report): void
    {
        $file = fopen($path, 'w');
        if (false === $file) {
            throw new NoSpaceException("$path cannot be written.");
        }
        $zip = new ZipStream(outputStream: $file, sendHttpHeaders: false, defaultEnableZeroHeader: false);
        $taken = [];
        $projects = $this->all->idsOf($member);
        foreach ($projects as $i => $id) {
            $report->done($i, \count($projects));
            $project = $this->entities->find(Project::class, $id);
            if (null !== $project && $project->owner()->id() === $member->id()) {
                $one = $this->file->write($project, true);
                try {
                    $wanted = SafeName::of($project->name()) ?: 'project';
                    // Names that differ in their case alone are one on many machines.
                    $name = FreeName::of($wanted, static fn (string $name): bool => isset($taken[mb_strtolower($name, 'UTF-8')]));
                    $taken[mb_strtolower($name, 'UTF-8')] = true;
                    $zip->addFileFromPath("projects/$name.morphea", $one, compressionMethod: CompressionMethod::STORE);
                } finally {
                    unlink($one);
                }
            }
            $this->entities->clear();
        }
        foreach ($this->data as $kept) {
            foreach ($kept->tables($member) as $name => $rows) {
                $zip->addFileFromStream($name, $this->csv($rows, $member->language() ?? Language::English));
            }
        }
        $bytes = $zip->finish();
        if (!fclose($file) || filesize($path) !== $bytes) {
            throw new NoSpaceException('There is no room for the file.');
        }
    }

    /**
     * @param iterable<array<string, mixed>> $rows
     *
     * @return resource
     */
    private function csv(iterable $rows, Language $language)
    {
        $out = fopen('php://temp', 'r+') ?: throw new NoSpaceException('There is no room for the file.');
        $isFirst = true;
        foreach ($rows as $row) {
            if ($isFirst) {
                fputcsv($out, array_keys($row), ',', '"', '');
                $isFirst = false;
            }
            fputcsv($out, array_map(
                // What is kept as a message is put into words.
                fn (mixed $cell): string => Harmless::cell($this->words->say(Message::read((string) $cell), $language)),
                $row,
            ), ',', '"', '');
        }
        rewind($out);

        return $out;
    }
}
