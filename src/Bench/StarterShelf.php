<?php

declare(strict_types=1);

namespace Morphea\App\Bench;

use Morphea\App\Import\MorpheaFile;
use Morphea\App\Import\PictureFile;
use Morphea\App\Import\PictureReader;
use Morphea\App\Import\TableReader;
use Morphea\Core\Template\TemplateCodec;

/** The templates that ship with the application, unpacked in demo/: to start a project from, with or without their rows. */
final readonly class StarterShelf
{
    private const STARTERS = [
        'mending-certificate' => 'Certificate, A4 landscape',
        'tip-card' => 'Square tip card, 1080 x 1080',
        'claim-tag' => 'Numbered tag, 90 x 50 mm',
    ];

    public function __construct(private string $projectDir, private TemplateCodec $codec, private PictureReader $pictures, private TableReader $tables)
    {
    }

    /** @return array<string, string> names by id */
    public function all(): array
    {
        return self::STARTERS;
    }

    public function load(string $id): ?MorpheaFile
    {
        if (!isset(self::STARTERS[$id])) {
            return null;
        }
        $folder = "$this->projectDir/demo/$id";
        $template = $this->codec->decode((string) file_get_contents("$folder/template.json"));
        $pictures = [];
        foreach ($template->assets() as $name) {
            $read = $this->pictures->read((string) file_get_contents("$folder/assets/$name"), $name);
            $pictures[$name] = new PictureFile($name, $read->mime, $read->bytes, $read->width, $read->height);
        }

        return new MorpheaFile($template, $pictures, $this->tables->file("$folder/rows.csv", 'rows.csv'));
    }
}
