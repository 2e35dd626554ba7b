<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\Core\Data\Column;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableBuilder;
use Morphea\Core\Data\TableError;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Morphea\Core\Template\TemplateError;

/** Reads and writes .morphea: a zip of template.json, assets/ and, optionally, rows.csv (docs/format/README.md). */
final readonly class MorpheaArchive
{
    public const MAX_BYTES = 100_000_000;
    private const MAX_UNPACKED = 300_000_000;
    private const MAX_ENTRIES = 1_000;
    private const MAX_TEMPLATE = 5_000_000;

    public function __construct(private TemplateCodec $codec, private PictureReader $pictures, private TableBuilder $builder, private DelimitedText $text)
    {
    }

    /** @throws UploadError */
    public function read(string $path, string $name): MorpheaFile
    {
        if (!is_file($path) || !is_readable($path)) {
            throw new UploadError("“{$name}” cannot be read.");
        }
        $zip = new \ZipArchive();
        if (filesize($path) > self::MAX_BYTES || 0 === filesize($path) || true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new UploadError("“{$name}” is no .morphea file. Bring one that was saved by “Save as file”.");
        }
        try {
            return $this->contents($zip, $name);
        } finally {
            $zip->close();
        }
    }

    /** @param iterable<string, string> $pictures bytes by name */
    public function write(string $path, Template $template, iterable $pictures, ?Table $table): void
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE)) {
            throw new \RuntimeException("$path cannot be written.");
        }
        $zip->addFromString('template.json', $this->codec->encode($template));
        foreach ($pictures as $name => $bytes) {
            $zip->addFromString("assets/$name", $bytes);
        }
        if (null !== $table) {
            $zip->addFromString('rows.csv', self::csv($table));
        }
        $zip->close();
    }

    private function contents(\ZipArchive $zip, string $name): MorpheaFile
    {
        $this->checkSizes($zip, $name);
        $json = $zip->getFromName('template.json');
        if (false === $json) {
            throw new UploadError("“{$name}” holds no template.json, so it is no .morphea file.");
        }
        try {
            $template = $this->codec->decode($json);
        } catch (TemplateError $e) {
            throw new UploadError("“{$name}”, template.json: {$e->getMessage()}.", 0, $e);
        }
        $pictures = [];
        foreach ($template->assets() as $asset) {
            $bytes = $zip->getFromName("assets/$asset");
            if (false !== $bytes) {
                $read = $this->pictures->read($bytes, $asset);
                $pictures[$asset] = new PictureFile($asset, $read->mime, $read->bytes, $read->width, $read->height);
            }
        }
        $csv = $zip->getFromName('rows.csv');
        if (false === $csv) {
            return new MorpheaFile($template, $pictures, null);
        }
        try {
            return new MorpheaFile($template, $pictures, $this->builder->build($this->text->lines($this->text->decode($csv, 'rows.csv')->text, ',')));
        } catch (TableError $e) {
            throw new UploadError("“{$name}”, rows.csv: {$e->getMessage()}", 0, $e);
        }
    }

    private function checkSizes(\ZipArchive $zip, string $name): void
    {
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $entry = $zip->statIndex($i);
            $unpacked += $entry['size'] ?? 0;
            if (false !== $entry && 'template.json' === $entry['name'] && $entry['size'] > self::MAX_TEMPLATE) {
                throw new UploadError("“{$name}”: template.json is larger than any template can be.");
            }
        }
        if ($zip->numFiles > self::MAX_ENTRIES || $unpacked > self::MAX_UNPACKED) {
            throw new UploadError("“{$name}” unpacks to more than a project may hold.");
        }
    }

    private static function csv(Table $table): string
    {
        $stream = fopen('php://temp', 'w+');
        \assert(false !== $stream);
        foreach ([array_map(static fn (Column $column): string => $column->heading, $table->columns), ...$table->cells] as $cells) {
            fputcsv($stream, $cells, ',', '"', '');
        }
        rewind($stream);

        return (string) stream_get_contents($stream);
    }
}
