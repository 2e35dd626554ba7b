<?php

declare(strict_types=1);

namespace Morphea\App\Project\Designs;

use Morphea\App\Project\Projects\Project;

/** A project's design is in another language: whatever reads or writes numbers and dates by it is computed again. */
final readonly class LanguageChanged
{
    public function __construct(public Project $project)
    {
    }
}
