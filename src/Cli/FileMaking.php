<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\FontFile;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Engine\Render\Engine;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\OwnFont;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Layout\EvenSizes;

/** What the pieces made from a file share: its pictures and fonts. */
final readonly class FileMaking
{
    public function __construct(private Engines $engines, private FilePictures $pictures)
    {
    }

    public function engine(MorpheaFile $file): Engine
    {
        return $this->engines->withFiles(
            array_map(
                static fn (FontFile $font): OwnFont => new OwnFont(
                    $font->family,
                    $font->weight,
                    $font->italic,
                    $font->hash(),
                    $font->ending,
                    static fn (): string => $font->bytes,
                ),
                $file->fonts,
            ),
        );
    }

    /** @param non-empty-list<ChosenFormat> $choices */
    public function build(MorpheaFile $file, Design $design, array $choices, EvenSizes $even): Production
    {
        return new Production($design, $choices, $this->engine($file)->layouter, $this->pictures->load($file), $even, $file->touchUps());
    }
}
