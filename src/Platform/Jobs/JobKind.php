<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** One kind of long work: either a Task, which one worker does, or a SharedTask, which several do in stretches. */
#[AutoconfigureTag]
interface JobKind
{
    public static function kind(): string;

    /** What is counted while it goes on, by the name of its sentence in `common.work`, as in “120 of 500 lines read”. */
    public function counts(): string;
}
