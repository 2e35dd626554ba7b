<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Navigation;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Attribute\AsTwigFunction;

/** What the bar of a project shows: the stations in working order, and the next step. */
final readonly class ProjectBar
{
    /** @param iterable<StationState> $stations */
    public function __construct(
        #[AutowireIterator(StationState::class)] private iterable $stations,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /** @return list<Station> */
    #[AsTwigFunction('stations')]
    public function stations(Project $project): array
    {
        $all = [];
        foreach ($this->stations as $station) {
            $all[] = $station->station($project);
        }

        return $all;
    }

    /** @return array{words: Message, url: string} */
    #[AsTwigFunction('next_step')]
    public function next(Project $project): array
    {
        $unlinked = $project->unlinked();
        $id = ['project' => $project->id()];

        return match (true) {
            0 === $project->rowCount() => ['words' => new Message('common.step.import_rows'), 'url' => $this->urls->generate('rows', $id)],
            [] !== $unlinked => [
                'words' => new Message('common.step.link', ['count' => \count($unlinked)]),
                'url' => $this->urls->generate(
                    'compose',
                    $id +
                        array_filter(['page' => $project->design()->pageOf($unlinked[0]->id)]) + [
                            'layer' => $unlinked[0]->id,
                        ],
                ),
            ],
            default => [
                'words' => new Message('common.step.make', ['count' => $project->activeRows()]),
                'url' => $this->urls->generate('press', $id),
            ],
        };
    }
}
