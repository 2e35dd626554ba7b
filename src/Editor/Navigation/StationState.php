<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Navigation;

use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Each station tells the bar how it stands; the priority of its tag is its place. */
#[AutoconfigureTag]
interface StationState
{
    public function station(Project $project): Station;
}
