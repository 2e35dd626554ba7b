<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Design\Edits\AutoLink;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Kinds\ColumnKind;
use Symfony\Component\HttpFoundation\ParameterBag;

/** Turns an uploaded file and its corrections into a table, and imports it with the pictures in its cells. */
final readonly class ImportTaking
{
    public function __construct(
        private ImportStore $imports,
        private TableStore $store,
        private TableBuilder $builder,
        private ProjectColumnKinds $kinds,
        private DesignHistory $history,
        private PictureReader $reader,
        private PictureStore $pictures,
    ) {
    }

    /**
     * @throws UploadException
     */
    public function choice(Project $project, string $import, ParameterBag $input): ImportChoice
    {
        $text = static fn (string $key): ?string => '' === $input->getString($key) ? null : $input->getString($key);
        $grid = $this->imports->grid($project, $import, $text('encoding'), $this->delimiter($project, $import, $input), $text('sheet'));
        $hidden = $input->getBoolean('without_hidden');
        // What was said of one sheet's lines and columns does not hold for another's.
        $same = null === $text('said_of') || ImportChoice::said($grid, $hidden) === $text('said_of');
        $headings = $same ? $text('heading') : null;

        return ImportChoice::of(
            $hidden ? $grid->withoutHidden() : $grid,
            null === $headings ? null : max(-1, (int) $headings - 1),
            $same && $input->getBoolean('totals'),
            $same ? self::kinds($input) : [],
        );
    }

    /** A name for a project that has none, from the file's name; null if there is nothing to suggest. */
    public function proposedName(Project $project, string $import): ?string
    {
        $file = (string) $this->imports->name($project, $import);
        $name = ImportStore::PASTED === $file ? '' : trim(strtr(pathinfo($file, \PATHINFO_FILENAME), '_-', '  '));

        $proposed = '' === $name ? $project->name() : mb_strtoupper(mb_substr($name, 0, 1)) . mb_substr($name, 1);

        return $project->isNamed() ? null : $proposed;
    }

    /** The separator between cells: as chosen, tabs in pasted text, or null to detect it. */
    public function delimiter(Project $project, string $import, ParameterBag $input): ?string
    {
        $said = $input->getString('delimiter');

        return '' !== $said ? $said : (ImportStore::PASTED === $this->imports->name($project, $import) ? "\t" : null);
    }

    /** @throws TableException */
    public function table(Project $project, ImportChoice $choice): FileTable
    {
        return $choice->table($this->builder, $this->kinds->get($project));
    }

    /**
     * @return Message what came of it
     *
     * @throws UploadException|TableException
     */
    public function take(Project $project, string $import, ParameterBag $input, ?ProgressReporter $report = null): Message
    {
        $name = (string) $this->imports->name($project, $import);
        $choice = $this->choice($project, $import, $input);
        $table = $this->withPictures($project, $import, $choice, $this->table($project, $choice), $report);
        $this->store->replace($project, $table, $name);
        $linked = AutoLink::of($project->design(), $project->columns());
        $this->history->anywhen(
            $project,
            static fn (Design $design): Design => AutoLink::of($design, $project->columns())->design,
            new Message('design.did.linked_by_name'),
        );
        $called = mb_substr(trim($input->getString('project_name')), 0, 120);
        if (!$project->isNamed() && '' !== $called) {
            $project->markNamed();
            $this->history->anywhen(
                $project,
                static fn (Design $design): Design => $design->named($called),
                new Message('design.did.renamed'),
            );
        }
        $this->imports->forget($project, $import);

        return new Message('rows.import.done', [
            'rows' => $table->count(),
            'columns' => \count($table->columns),
            'linked' => [] === $linked->made
                ? new Message('rows.import.none_linked')
                : new Message('rows.import.linked', ['names' => implode('; ', $linked->made)]),
        ]);
    }

    /**
     * @return array<int, array{ColumnKind|null, bool|null}>
     */
    private static function kinds(ParameterBag $input): array
    {
        $said = [];
        for ($i = 0; $i < Table::MAX_COLUMNS; ++$i) {
            $kind = ColumnKind::tryFrom($input->getString("kind$i"));
            $order = $input->getString("order$i");
            if (null !== $kind || '' !== $order) {
                $said[$i] = [$kind, '' === $order ? null : 'month' === $order];
            }
        }

        return $said;
    }

    /** Pictures in cells of a workbook become pictures of the project; their cells name them. */
    private function withPictures(
        Project $project,
        string $import,
        ImportChoice $choice,
        FileTable $table,
        ?ProgressReporter $report,
    ): FileTable {
        $cells = $table->cells;
        $notices = $table->notices;
        foreach ($choice->grid->pictures as $i => $picture) {
            $report?->done($i);
            $row = $picture['line'] - $choice->headings - 1;
            if (!isset($cells[$row][$picture['column']])) {
                continue;
            }
            try {
                $bytes = $this->imports->picture($project, $import, $picture['entry'], PictureReader::MAX_BYTES + 1);
                $name = $this->pictures->add($project, $this->reader->read($bytes, $picture['name']));
                if ('' === trim($cells[$row][$picture['column']])) {
                    $cells[$row][$picture['column']] = $name;
                }
            } catch (UploadException $e) {
                $notices[] = $e->says();
            }
        }

        return new FileTable($table->columns, array_map(array_values(...), $cells), $notices);
    }
}
