<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Design\Edits\TouchUp;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;

/**
 * A fingerprint of everything a piece is made from: its cells, its name, the design, its touch-up, shared sizes,
 * pictures, fonts, and the wanted output. Pieces with the same fingerprint are equal, and need not be laid out to know
 * that.
 */
final readonly class RowInputs
{
    /** Raised whenever the same row comes out otherwise than before. */
    private const VERSION = 4;

    public function __construct(private PictureStore $pictures, private FontStore $fonts, private TouchUpStore $hands)
    {
    }

    /** A fingerprint of everything a project's pieces are made from at the moment. */
    public function state(Project $project): string
    {
        return hash('sha256', serialize([self::VERSION, $project->state(), $this->fonts($project)]));
    }

    /** @return list<mixed> */
    private function fonts(Project $project): array
    {
        return array_column($this->fonts->facts($project->owner()), 3);
    }

    /**
     * @param list<array<string, mixed>> $wanted of each piece: outputs and what is said of them
     *
     * @return \Closure(Record, string): string of a row and the name of its files
     */
    public function namer(Project $project, array $wanted, EvenSizes $even): \Closure
    {
        $alike = hash('sha256', serialize([
            self::VERSION,
            $project->id(),
            $project->templateJson(),
            $even->sizes,
            $wanted,
            $this->pictures->inputs($project),
            $this->fonts($project),
            Record::orders($project->columns()),
            array_map(static fn (Column $column): ?string => $column->kind?->value, $project->columns()),
        ]));

        $touched = array_map(static fn (TouchUp $one): array => $one->toArray(), $this->hands->touchUps($project)->all);
        // What is dealt out over the rows goes by their number.
        $dealt = array_filter($project->design()->layers(), static fn (Layer $layer): bool => $layer->isDealt());

        return static fn (Record $row, string $name): string => substr(
            hash('sha256', $alike . serialize([
                ...[$row->cells, $name, [] === $dealt ? null : $row->number],
                ...array_filter([$touched[$row->id ?? 0] ?? null]),
            ])),
            0,
            40,
        );
    }
}
