<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** One kind of job: either a Task, which one worker does, or a SharedTask, which several do in batches. */
#[AutoconfigureTag]
interface JobKind
{
    public static function kind(): string;

    /** What its progress counts, as the name of a message in `common.work`, such as “120 of 500 lines read”. */
    public function counts(): string;
}
