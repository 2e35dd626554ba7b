<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\UsesSpace;

/** The files of runs. */
final readonly class RunSpace implements UsesSpace
{
    public function __construct(private FileStore $files)
    {
    }

    public function what(): string
    {
        return 'runs';
    }

    public function bytes(Member $owner): array
    {
        return $this->files->space($owner->id());
    }

    public function total(Member $owner): int
    {
        return array_sum($this->bytes($owner));
    }
}
