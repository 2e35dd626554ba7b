<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\App\Entity\Project;
use Morphea\App\Entity\StoredPicture;
use Morphea\App\Pictures\PictureFiles;
use Morphea\App\Pictures\PictureStore;
use Morphea\Core\Drawing\Recolour;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\Pool;

/** What the rule line of a picture says besides what all layers have. */
final readonly class PictureView
{
    private const COLOURS_SHOWN = 8;

    public function __construct(private PictureStore $pictures, private PictureFiles $files)
    {
    }

    /** @return array<string, mixed> what the rule line of a picture says besides */
    public function of(Project $project, PictureLayer $layer, LaidOut $laid): array
    {
        $facts = $laid->picture($layer->id);
        $stored = null === $facts?->picture ? null : $this->pictures->find($project, $facts->picture);

        return [
            'stored' => $stored,
            'pictureNames' => array_map(
                static fn (StoredPicture $one): string => $one->name(),
                array_values(array_filter($this->pictures->all($project), static fn (StoredPicture $one): bool => !$one->isSound())),
            ),
            'dealt' => $layer->source instanceof Pool ? $layer->source->names : [],
            'drawnIn' =>
                null !== $stored && $stored->isDrawing()
                    ? \array_slice(array_keys(Recolour::of($this->files->bytes($stored))), 0, self::COLOURS_SHOWN)
                    : [],
        ];
    }
}
