<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Engine\Media\MediaReader;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Row;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Data\TableFacts;
use ZipStream\CompressionMethod;
use ZipStream\ZipStream;

/**
 * Reads and writes .morphea files: a ZIP of template.json, pictures/ and, optionally, fonts/, rows.csv, table.json and
 * pieces.json (docs/format/README.md).
 */
final readonly class MorpheaArchive
{
    public const MAX_BYTES = 4_000_000_000;
    private const MAX_UNPACKED = 4_000_000_000;
    private const MAX_ENTRIES = 6_000;
    /** Of the rows, and of what is known of them besides. */
    private const MAX_ROWS_BYTES = 120_000_000;
    private const MAX_DESIGN = 5_000_000;
    private const MAX_FONTS = 50;
    private const READABLE = \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_PRETTY_PRINT;

    public function __construct(
        private DesignCodec $codec,
        private KnownPictures $known,
        private FontReader $fonts,
        private TableBuilder $builder,
        private DelimitedText $text,
    ) {
    }

    /** @throws UploadException */
    public function read(string $path, string $name): MorpheaFile
    {
        if (!is_file($path) || !is_readable($path)) {
            throw new UploadException(new Message('import.unreadable', ['name' => $name]));
        }
        $zip = new \ZipArchive();
        if (filesize($path) > self::MAX_BYTES || 0 === filesize($path) || true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new UploadException(new Message('import.project.no_morphea', ['name' => $name]));
        }
        try {
            return $this->contents($zip, $path, $name);
        } finally {
            $zip->close();
        }
    }

    /**
     * @param iterable<PictureFile> $pictures
     * @param iterable<FontFile>    $fonts
     * @param array<int, HandWork>  $hands what was done by hand about the rows, by their ids
     */
    public function write(
        string $path,
        Design $design,
        iterable $pictures,
        ?Table $table,
        iterable $fonts = [],
        array $hands = [],
    ): void {
        $file = fopen($path, 'w');
        if (false === $file) {
            throw new NoSpaceException("$path cannot be written.");
        }
        // Packed while it is written: a thousand pictures are never held at once. What is packed already is stored as it is.
        $zip = new ZipStream(
            outputStream: $file,
            sendHttpHeaders: false,
            defaultEnableZeroHeader: false,
            defaultDeflateLevel: 6,
        );
        $zip->addFile('template.json', $this->codec->encode($design));
        $facts = [];
        foreach ($pictures as $picture) {
            $zip->addFile(
                "pictures/$picture->name",
                $picture->bytes,
                compressionMethod: 'image/svg+xml' === $picture->mime ? CompressionMethod::DEFLATE : CompressionMethod::STORE,
            );
            if ([0.5, 0.5] !== [$picture->focusX, $picture->focusY]) {
                $facts[$picture->name] = ['focus' => [$picture->focusX, $picture->focusY]];
            }
        }
        if ([] !== $facts) {
            $zip->addFile(
                'pictures.json',
                json_encode($facts, self::READABLE),
            );
        }
        foreach ($fonts as $font) {
            $zip->addFile(\sprintf('fonts/%s.%s', substr($font->hash(), 0, 16), $font->ending), $font->bytes);
        }
        // Rows without a word are no rows of a table that is read.
        $table = $table?->withRows(
            array_values(array_filter($table->rows, static fn (Row $row): bool => '' !== trim(implode('', $row->cells)))),
        );
        if (null !== $table && [] !== $table->rows) {
            $zip->addFile('rows.csv', self::csv($table));
            $zip->addFile('table.json', TableFacts::encode($table));
            $kept = array_intersect_key($hands, array_flip(array_map(static fn (Row $row): int => $row->id, $table->rows)));
            if ([] !== $kept) {
                $works = array_map(static fn (HandWork $work): array => $work->toArray(), $kept);
                $zip->addFile('pieces.json', json_encode((object) $works, self::READABLE));
            }
        }
        $bytes = $zip->finish();
        if (!fclose($file) || filesize($path) !== $bytes) {
            throw new NoSpaceException('There is no room for the file.');
        }
    }

    private function contents(\ZipArchive $zip, string $path, string $name): MorpheaFile
    {
        $this->checkSizes($zip, $name);
        $json = $zip->getFromName('template.json', self::MAX_DESIGN + 1);
        if (false === $json) {
            throw new UploadException(new Message('import.project.no_design', ['name' => $name]));
        }
        try {
            $design = $this->codec->decode($json);
        } catch (DesignException $e) {
            throw new UploadException(new Message('import.project.bad_part', [
                'name' => $name,
                'part' => 'template.json',
                'why' => $e->says(),
            ]), 0, $e);
        }
        $pictures = $this->pictures($zip, $path);
        $fonts = $this->fonts($zip);
        $csv = $zip->getFromName('rows.csv', self::MAX_ROWS_BYTES);
        if (false === $csv) {
            return new MorpheaFile($design, $pictures, null, $fonts);
        }
        try {
            $table = $this->builder->build($this->text->linesOf($csv, ','));
        } catch (TableException $e) {
            throw new UploadException(new Message('import.project.bad_part', [
                'name' => $name,
                'part' => 'rows.csv',
                'why' => $e->says(),
            ]), 0, $e);
        }
        $facts = $zip->getFromName('table.json', self::MAX_ROWS_BYTES);
        try {
            return new MorpheaFile(
                $design,
                $pictures,
                false === $facts ? Table::of($table) : TableFacts::decode($facts, $table, $design->locale),
                $fonts,
                self::hands($zip),
            );
        } catch (TableException $e) {
            throw new UploadException(new Message('import.project.bad_part', [
                'name' => $name,
                'part' => 'table.json',
                'why' => $e->says(),
            ]), 0, $e);
        }
    }

    private function pictures(\ZipArchive $zip, string $path): PictureShelf
    {
        // They stood under assets in the first version of the format.
        $noted = $zip->getFromName('pictures.json', self::MAX_DESIGN) ?: $zip->getFromName('assets.json', self::MAX_DESIGN);
        $facts = json_decode((string) $noted, true, 8);
        $entries = array_flip(self::names($zip, '~^(?:pictures|assets)/([^/\\\\\x00-\x1F]{1,120})$~u'));

        return new PictureShelf(array_map(strval(...), array_keys($entries)), function (string $asset) use (
            $path,
            $entries,
            $facts,
        ): PictureFile {
            $zip = new \ZipArchive();
            $bytes =
                true === $zip->open($path, \ZipArchive::RDONLY)
                    ? $zip->getFromName($entries[$asset], MediaReader::MAX_KEPT + 1)
                    : false;
            $focus = \is_array($facts) ? $facts[$asset]['focus'] ?? null : null;
            $known = \is_array($focus) && is_numeric($focus[0] ?? null) && is_numeric($focus[1] ?? null);
            $read = $this->known->read((string) $bytes, $asset, $known)->called($asset);

            return $known ? $read->focusedOn((float) $focus[0], (float) $focus[1]) : $read;
        });
    }

    /**
     * @return list<FontFile>
     *
     * @throws UploadException
     */
    private function fonts(\ZipArchive $zip): array
    {
        $fonts = [];
        foreach (\array_slice(self::names($zip, '~^fonts/([^/]{1,120}\.[ot]tf)$~'), 0, self::MAX_FONTS) as $entry => $font) {
            $fonts[] = $this->fonts->read((string) $zip->getFromName($entry, FontReader::MAX_BYTES + 1), $font);
        }

        return $fonts;
    }

    /**
     * @param non-empty-string $form
     *
     * @return array<string, string> what the form catches, by entry
     */
    private static function names(\ZipArchive $zip, string $form): array
    {
        $names = [];
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $entry = (string) $zip->getNameIndex($i);
            if (1 === preg_match($form, $entry, $m)) {
                $names[$entry] = $m[1];
            }
        }

        return $names;
    }

    /** @return array<int, HandWork> by row id */
    private static function hands(\ZipArchive $zip): array
    {
        $works = json_decode((string) $zip->getFromName('pieces.json', self::MAX_ROWS_BYTES), true, 32);

        return array_filter(
            array_map(HandWork::of(...), \is_array($works) ? array_filter($works, is_int(...), \ARRAY_FILTER_USE_KEY) : []),
            static fn (HandWork $work): bool => !$work->isEmpty(),
        );
    }

    private function checkSizes(\ZipArchive $zip, string $name): void
    {
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $entry = $zip->statIndex($i);
            $unpacked += $entry['size'] ?? 0;
            if (false !== $entry && 'template.json' === $entry['name'] && $entry['size'] > self::MAX_DESIGN) {
                throw new UploadException(new Message('import.project.large_design', ['name' => $name]));
            }
        }
        if ($zip->numFiles > self::MAX_ENTRIES || $unpacked > self::MAX_UNPACKED) {
            throw new UploadException(new Message('import.project.unpacks', ['name' => $name]));
        }
    }

    private static function csv(Table $table): string
    {
        $stream = fopen('php://temp', 'w+');
        \assert(false !== $stream);
        foreach (
            [
                array_map(static fn (Column $column): string => $column->heading, $table->columns),
                ...array_map(static fn (Row $row): array => $row->cells, $table->rows),
            ]
            as $cells
        ) {
            fputcsv($stream, $cells, ',', '"', '');
        }
        rewind($stream);

        return (string) stream_get_contents($stream);
    }
}
