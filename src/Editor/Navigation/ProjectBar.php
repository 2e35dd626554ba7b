<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Navigation;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Jobs\WorkDesk;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunPurpose;
use Morphea\Core\Design\Model\Layer;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Attribute\AsTwigFunction;

/** What the bar of a project says: the stations in the order of the work, and the one next step. */
final readonly class ProjectBar
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private WorkDesk $work,
        private RowInputs $inputs,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /** @return list<Station> */
    #[AsTwigFunction('stations')]
    public function stations(Project $project): array
    {
        $unlinked = \count($this->unlinked($project));
        $columns = \count($project->columns());
        $filled = $project->rowCount() - $project->blankRows();
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
                    \sprintf('%s %s, ', number_format($filled), 1 === $filled ? 'row' : 'rows') .
                        ($project->activeRows() < $filled
                            ? number_format($filled - $project->activeRows()) . ' not made'
                            : $columns . (1 === $columns ? ' column' : ' columns')),
                    'quiet',
                ),
            $this->proof($project),
            new Station('Press', 'press', $press, $tone),
            $this->deliver($project),
        ];
    }

    private function proof(Project $project): Station
    {
        [$looked, $bad, $eyes] = array_map(intval(...), (array) $this->connection->fetchNumeric(
            'SELECT COUNT(*), COUNT(*) FILTER (WHERE bad > 2), COUNT(*) FILTER (WHERE bad > 0)
                FROM proof WHERE project_id = ?',
            [$project->id()],
        ));

        return match (true) {
            0 === $project->rowCount() => new Station('Proof', 'proof', 'not looked at', 'quiet'),
            !$project->isProofed($this->inputs->state($project)) => new Station(
                'Proof',
                'proof',
                0 === $looked ? 'not looked at' : ($looked < $project->activeRows() ? "$looked looked at" : 'looking again'),
                'quiet',
                true,
            ),
            0 === $eyes => new Station('Proof', 'proof', 'in order', 'ok'),
            default => new Station('Proof', 'proof', number_format($eyes) . ' to look at', $bad > 0 ? 'bad' : 'look'),
        };
    }

    private function deliver(Project $project): Station
    {
        [$pages, $seen] = array_map(intval(...), (array) $this->connection->fetchNumeric(
            'SELECT COUNT(*), COUNT(*) FILTER (WHERE views > 0) FROM piece_link WHERE project_id = ? AND taken_back_at IS NULL',
            [$project->id()],
        ));

        $count = "SELECT COUNT(*) FROM followed WHERE project_id = ? AND state = 'held'";
        $held = (int) $this->connection->fetchOne($count, [$project->id()]);

        return match (true) {
            $held > 0 => new Station('Deliver', 'deliver', number_format($held) . ' waiting for your yes', 'look'),
            0 === $pages => new Station('Deliver', 'deliver', $this->handedOver($project), 'quiet'),
            0 === $seen => new Station('Deliver', 'deliver', number_format($pages) . (1 === $pages ? ' page' : ' pages'), 'quiet'),
            default => new Station('Deliver', 'deliver', number_format($seen) . ' of ' . number_format($pages) . ' looked at', 'ok'),
        };
    }

    /** In other ways than by pages. */
    private function handedOver(Project $project): string
    {
        $count = fn (string $sql): int => (int) $this->connection->fetchOne($sql, [$project->id()]);
        $sent = $count("SELECT COUNT(*) FROM letter WHERE project_id = ? AND state = 'sent'");
        $posted = $count("SELECT COUNT(*) FROM post WHERE project_id = ? AND state = 'posted'");
        $sealed = $count('SELECT COUNT(*) FROM seal WHERE project_id = ? AND standing = 1');

        return match (true) {
            $sent > 0 => number_format($sent) . ' mailed',
            $posted > 0 => number_format($posted) . ' posted',
            $sealed > 0 => number_format($sealed) . ' sealed',
            default => 'nothing handed over',
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
        $run = $this->entities->getRepository(Run::class)->findOneBy(
            ['project' => $project, 'purpose' => RunPurpose::Pieces],
            ['number' => 'DESC'],
        );
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
