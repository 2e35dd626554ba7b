<?php

declare(strict_types=1);

namespace Morphea\App\Work;

use Morphea\App\Entity\Job;
use Morphea\App\Import\UploadError;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** One kind of long work. May be cut off anywhere and done again. */
#[AutoconfigureTag]
interface Task
{
    public static function kind(): string;

    /**
     * @return array<string, mixed> what came of it
     *
     * @throws UploadError when it cannot be done, in words
     * @throws Stopped     by way of the report, when nobody wants it any more
     */
    public function do(Job $job, Report $report): array;

    /** What is said when workers died over it again and again. */
    public function tooMuch(Job $job): string;
}
