<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Engine\Import\DelimitedText;
use Morphea\App\Engine\Import\RawReader;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\FileTable;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Data\TableUpdate;
use Symfony\Component\HttpFoundation\InputBag;

/** How a file was understood, as plain values for its template. */
final readonly class ImportPreview
{
    /** Rows, and cells from which a kind is told. */
    private const SHOWN = 12;
    private const LOOKED_AT = 500;

    public function __construct(
        private ImportStore $imports,
        private ImportTaking $taking,
        private TableRows $tables,
        private ProjectColumnKinds $kinds,
    ) {
    }

    /**
     * @param InputBag<string> $said what was corrected
     *
     * @return array<string, mixed>
     *
     * @throws UploadException where the file cannot be read so
     */
    public function build(Project $project, string $import, InputBag $said): array
    {
        $choice = $this->taking->choice($project, $import, $said);
        try {
            [$file, $error] = [$this->taking->table($project, $choice), null];
        } catch (TableException $e) {
            [$file, $error] = [null, $e->says()];
        }
        $text = static fn (string $key): ?string => '' === $said->getString($key) ? null : $said->getString($key);
        $delimiter = $this->taking->delimiter($project, $import, $said);
        $whole = $this->imports->grid($project, $import, $text('encoding'), $delimiter, $text('sheet'));

        return [
            'choice' => $choice,
            'proposed' => $this->taking->proposedName($project, $import),
            'grid' => $choice->grid,
            'hidden' => ['lines' => \count($whole->hiddenLines), 'columns' => \count($whole->hiddenColumns)],
            'saidOf' => ImportChoice::said($whole, $said->getBoolean('without_hidden')),
            'table' => $file,
            'error' => $error,
            'columns' => null === $file ? [] : $this->columns($project, $choice, $file),
            'rows' => \array_slice($file->cells ?? [], 0, self::SHOWN),
            'keys' => null === $file || 0 === $project->rowCount() ? [] : TableUpdate::keys($this->tables->table($project), $file),
        ] + self::waysToRead();
    }

    /** @return array<string, mixed> what can be said of a file that cannot be read as it is, before it is given up */
    public function unread(Project $project, string $import, Message|string $why): array
    {
        $sheets = $this->imports->sheets($project, $import);

        return ['why' => $why, 'sheets' => $sheets ?? [], 'isText' => null === $sheets] + self::waysToRead();
    }

    /** @return list<array{column: Column, found: mixed, dates: mixed}> */
    private function columns(Project $project, ImportChoice $choice, FileTable $file): array
    {
        $kinds = $this->kinds->get($project);

        return array_map(
            static fn (Column $column): array => [
                'column' => $column,
                'found' => $kinds->infer(
                    array_column(\array_slice($file->cells, 0, self::LOOKED_AT), $column->index),
                    $choice->grid->lines[$choice->headings][$column->index] ?? '',
                ),
                'dates' => AmbiguousDate::of(
                    $project->design()->locale,
                    $kinds->ambiguous(array_column($file->cells, $column->index)),
                ),
            ],
            $file->columns,
        );
    }

    /** @return array<string, mixed> */
    private static function waysToRead(): array
    {
        return ['delimiters' => RawReader::DELIMITERS, 'encodings' => DelimitedText::ENCODINGS];
    }
}
