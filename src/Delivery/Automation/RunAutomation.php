<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

/** Asks a worker to look whether anything of a project is to be done by itself. May be asked any number of times. */
final readonly class RunAutomation
{
    public function __construct(public string $project)
    {
    }
}
