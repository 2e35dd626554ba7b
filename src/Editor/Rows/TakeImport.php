<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;
use Symfony\Component\HttpFoundation\ParameterBag;

/** Imports a table in the background when its cells contain many pictures. */
final readonly class TakeImport implements Task
{
    public const KIND = 'take-table';

    public function __construct(private ImportTaking $taking)
    {
    }

    public static function kind(): string
    {
        return self::KIND;
    }

    public function counts(): string
    {
        return 'pictures_imported';
    }

    public function do(Job $job, ProgressReporter $report): array
    {
        $project = Project::ofJob($job);
        parse_str($job->text('asked'), $asked);
        /** @var array<string, mixed> $asked */
        try {
            return ['says' => $this->taking->take($project, $job->ref(), new ParameterBag($asked), $report)];
        } catch (TableException $e) {
            throw new UploadException($e->says(), 0, $e);
        }
    }

    public function tooMuch(Job $job): Message
    {
        return new Message('rows.too_much.import');
    }
}
