<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

/** Asks a worker to check a project's automation. Can be sent any number of times. */
final readonly class RunAutomation
{
    public function __construct(public string $project)
    {
    }
}
