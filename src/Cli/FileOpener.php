<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Import\TableFileReader;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Design\Edits\AutoLink;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Table\Data\Edit\TakeTable;
use Morphea\Core\Table\Data\Table;

/** Opens a .morphea file, with its own rows or those of another file. */
final readonly class FileOpener
{
    public function __construct(private MorpheaArchive $archive, private TableFileReader $tables, private FileMaking $makings)
    {
    }

    /**
     * @param string|null $rows path of a table
     *
     * @throws UploadException when they cannot be used
     */
    public function open(string $path, ?string $rows): OpenFile
    {
        $file = $this->archive->read($path, basename($path));
        $table = null === $rows ? $file->table : $this->anew($rows, $file->table);
        if (null === $table) {
            throw new UploadException(new Message('cli.wrong.no_rows', ['file' => basename($path), 'option' => '--rows=FILE']));
        }

        return $this->with($file, $table);
    }

    /**
     * A file that was read or created, with rows.
     *
     * @throws UploadException when they cannot be used
     */
    public function with(MorpheaFile $file, Table $table): OpenFile
    {
        $skipped = $table->skipped();
        $design = AutoLink::of($file->design, $table->columns)->design->made();
        $this->checkColumns($design, $table);
        $texts = $this->makings->engine($file)->texts;
        $even = EvenSizes::of($design, array_diff_key(iterator_to_array($table->records()), $skipped), $texts);

        return new OpenFile($file, $design, $table, $skipped, $even);
    }

    /** Rows that were in the file before keep their ids. */
    private function anew(string $path, ?Table $here): Table
    {
        $rows = $this->tables->file($this->existing($path), basename($path));

        return TakeTable::fresh($rows, new Message('table.did.imported', [
            'source' => basename($path),
        ]))->apply($here ?? new Table([], []));
    }

    private function existing(string $path): string
    {
        return is_file($path) ? $path : throw new UploadException(new Message('cli.wrong.no_file', ['option' => "--rows=$path"]));
    }

    private function checkColumns(Design $design, Table $table): void
    {
        foreach ($design->placeholders() as $layer) {
            if ([] !== ($unknown = array_diff($layer->columns(), $table->keys()))) {
                throw new UploadException(new Message('cli.wrong.layer_columns', [
                    'layer' => $layer->name,
                    'columns' => array_map(static fn (string $key): string => "“{$key}”", array_values($unknown)),
                    'known' => implode(', ', $table->keys()),
                ]));
            }
        }
    }
}
