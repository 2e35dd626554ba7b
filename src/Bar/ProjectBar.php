<?php

declare(strict_types=1);

namespace Morphea\App\Bar;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Run;
use Morphea\App\Work\WorkDesk;
use Morphea\Core\Template\Layer;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Attribute\AsTwigFunction;

/** What the bar of a project says: the stations in the order of the work, and the one next step. */
final readonly class ProjectBar
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private WorkDesk $work,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /** @return list<Station> */
    #[AsTwigFunction('stations')]
    public function stations(Project $project): array
    {
        $unlinked = \count($this->unlinked($project));
        $columns = \count($project->columns());
        [$press, $tone] = $this->press($project);

        return [
            0 === $project->rowCount()
                ? new Station('Compose', 'compose', \count($project->template()->layers()) . ' layers', 'quiet')
                : (0 === $unlinked
                    ? new Station('Compose', 'compose', 'all linked', 'ok')
                    : new Station('Compose', 'compose', "$unlinked not linked", 'look')),
            0 === $project->rowCount()
                ? new Station('Rows', 'rows', 'no rows yet', 'look')
                : new Station(
                    'Rows',
                    'rows',
                    \sprintf('%s %s, ', number_format($project->rowCount()), 1 === $project->rowCount() ? 'row' : 'rows') .
                        ($project->activeRows() < $project->rowCount()
                            ? number_format($project->rowCount() - $project->activeRows()) . ' not made'
                            : $columns . (1 === $columns ? ' column' : ' columns')),
                    'quiet',
                ),
            $this->proof($project),
            new Station('Press', 'press', $press, $tone),
        ];
    }

    private function proof(Project $project): Station
    {
        [$looked, $bad, $eyes] = array_map(intval(...), (array) $this->connection->fetchNumeric(
            'SELECT COUNT(*), SUM(CASE WHEN bad > 2 THEN 1 ELSE 0 END), SUM(CASE WHEN bad > 0 THEN 1 ELSE 0 END)
                FROM proof WHERE project_id = ?',
            [$project->id()],
        ));

        return match (true) {
            0 === $project->rowCount() || 0 === $looked => new Station('Proof', 'proof', 'not looked at', 'quiet'),
            !$project->isProofed() => new Station('Proof', 'proof', 'changed since', 'quiet'),
            0 === $eyes => new Station('Proof', 'proof', 'in order', 'ok'),
            default => new Station('Proof', 'proof', number_format($eyes) . ' to look at', $bad > 0 ? 'bad' : 'look'),
        };
    }

    /** @return array{words: string, url: string} */
    #[AsTwigFunction('next_step')]
    public function next(Project $project): array
    {
        $unlinked = $this->unlinked($project);
        $id = ['project' => $project->id()];

        return match (true) {
            0 === $project->rowCount() => ['words' => 'Bring the rows', 'url' => $this->urls->generate('rows', $id)],
            [] !== $unlinked => [
                'words' => 1 === \count($unlinked) ? 'Link 1 placeholder' : 'Link ' . \count($unlinked) . ' placeholders',
                'url' => $this->urls->generate(
                    'compose',
                    $id +
                        array_filter(['side' => $project->template()->sideOf($unlinked[0]->id)]) + [
                            'layer' => $unlinked[0]->id,
                        ],
                ),
            ],
            default => [
                'words' => \sprintf(
                    'Make %s %s',
                    number_format($project->activeRows()),
                    1 === $project->activeRows() ? 'piece' : 'pieces',
                ),
                'url' => $this->urls->generate('press', $id),
            ],
        };
    }

    /** @return list<Layer> placeholders that show a column the table has not */
    private function unlinked(Project $project): array
    {
        $keys = array_map(static fn ($column): string => $column->key, $project->columns());

        return 0 === $project->rowCount()
            ? []
            : array_values(
                array_filter(
                    $project->template()->placeholders(),
                    static fn (Layer $layer): bool => [] !== array_diff($layer->columns(), $keys),
                ),
            );
    }

    /** @return array{string, string} */
    private function press(Project $project): array
    {
        $run = $this->entities->getRepository(Run::class)->findOneBy(['project' => $project], ['number' => 'DESC']);
        if (null === $run) {
            return ['nothing made', 'quiet'];
        }
        $progress = $this->work->progress($run->job());

        return match (true) {
            $run->isUnderWay() => ["{$progress->done} of $progress->total", 'look'],
            $run->isStopped() => ['stopped', 'look'],
            $progress->failed > 0 => ["{$progress->made()} made, $progress->failed not", 'bad'],
            default => ["{$progress->made()} made", 'ok'],
        };
    }
}
