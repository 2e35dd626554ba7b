<?php

declare(strict_types=1);

namespace Morphea\App\Pictures;

use Morphea\App\Entity\Project;
use Morphea\App\Entity\StoredPicture;
use Morphea\App\Render\PictureSet;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureContent;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Template\PictureLook;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** A project's pictures made ready for layout and drawings. */
final readonly class PictureSets
{
    public function __construct(
        private PictureStore $pictures,
        private PictureFiles $files,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /** Pictures by their address, for pages. */
    public function linked(Project $project): PictureSet
    {
        return $this->set($project, function (StoredPicture $picture, PictureLook $look) use ($project): PictureContent {
            $tone = $look->tones() ? ['tone' => $look->tone->value, 'tint' => substr($look->tint, 1)] : [];
            $names = ['project' => $project->id(), 'name' => $picture->name()];

            return PictureContent::at($this->urls->generate('picture', $names + $tone));
        });
    }

    /** Pictures with their bytes inside, for files that stand alone. One that went bad where it is kept is nobody's picture. */
    public function embedded(Project $project): PictureSet
    {
        return $this->set($project, function (StoredPicture $picture, PictureLook $look): PictureContent {
            $bytes = $this->files->toned($picture, $look);
            if (!$look->tones() && hash('sha256', $bytes) !== $picture->hash()) {
                throw new \RuntimeException("“{$picture->name()}” went bad where it is kept. Bring it in again.");
            }

            return PictureSet::embedded($picture->mime(), $bytes);
        });
    }

    /** @param \Closure(StoredPicture, PictureLook): PictureContent $photo */
    private function set(Project $project, \Closure $photo): PictureSet
    {
        return new PictureSet(
            fn (): PictureNames => $this->pictures->names($project),
            fn (string $name): ?Picture => self::facts($this->pictures->find($project, $name)),
            function (Picture $picture, PictureLook $look) use ($project, $photo): PictureContent {
                $stored = $this->pictures->find($project, $picture->name) ?? throw new \RuntimeException("“{$picture->name}” is gone.");

                return $stored->isDrawing() ? PictureSet::drawn($this->files->bytes($stored), $look) : $photo($stored, $look);
            },
        );
    }

    private static function facts(?StoredPicture $picture): ?Picture
    {
        // What has no size cannot be drawn by anybody.
        if (
            null === $picture
            || !is_finite($picture->width() * $picture->height())
            || min($picture->width(), $picture->height()) <= 0
        ) {
            return null;
        }

        return new Picture(
            $picture->name(),
            $picture->hash(),
            $picture->width(),
            $picture->height(),
            $picture->isDrawing(),
            ...$picture->focus(),
        );
    }
}
