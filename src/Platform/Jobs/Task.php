<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/** A job that one worker does. May be interrupted anywhere and repeated. */
interface Task extends JobKind
{
    /**
     * @return array<string, mixed> what came of it
     *
     * @throws UploadException when it cannot be done, in words
     * @throws JobStoppedException     by way of the report, when nobody wants it any more
     */
    public function do(Job $job, ProgressReporter $report): array;

    /** The message when workers died of it repeatedly. */
    public function tooMuch(Job $job): Message;
}
