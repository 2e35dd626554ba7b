<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Project\Assets\PictureFiles;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\Pool;
use Morphea\Core\Rendering\Drawing\Recolour;
use Morphea\Core\Rendering\Layout\LaidOut;

/** What the rule line of a picture shows besides what all layers have. */
final readonly class PictureView
{
    private const COLOURS_SHOWN = 8;

    public function __construct(private PictureStore $pictures, private PictureFiles $files)
    {
    }

    /** @return array<string, mixed> what the rule line of a picture says besides */
    public function build(Project $project, PictureLayer $layer, LaidOut $laid): array
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
