<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Navigation;

use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Each station describes its state for the bar; the priority of its tag is its place. */
#[AutoconfigureTag]
interface StationState
{
    public function station(Project $project): Station;
}
