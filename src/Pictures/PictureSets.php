<?php

declare(strict_types=1);

namespace Morphea\App\Pictures;

use Morphea\App\Entity\Project;
use Morphea\App\Entity\StoredPicture;
use Morphea\App\Media\ShippedSounds;
use Morphea\App\Media\Sounds;
use Morphea\App\Media\Spoken;
use Morphea\App\Render\PictureSet;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureContent;
use Morphea\Core\Drawing\Tones;
use Morphea\Core\Layout\Sound;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Template\PictureLook;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** A project's pictures, clips and sounds made ready for layout and drawings. */
final readonly class PictureSets
{
    public function __construct(
        private PictureStore $pictures,
        private PictureFiles $files,
        private UrlGeneratorInterface $urls,
        private ShippedSounds $shipped,
        private Spoken $spoken,
    ) {
    }

    /** Pictures by their address, for pages. */
    public function linked(Project $project): PictureSet
    {
        return $this->set($project, function (StoredPicture $picture, PictureLook $look, float $moment) use ($project): PictureContent {
            $tone = $look->tones() ? ['tone' => $look->tone->value, 'tint' => substr($look->tint, 1)] : [];
            $names = ['project' => $project->id(), 'name' => $picture->name()];
            $at = $picture->isClip() ? ['at' => (string) $moment] : [];

            return PictureContent::at($this->urls->generate('picture', $names + $tone + $at));
        });
    }

    /** Pictures with their bytes inside, for files that stand alone. One that went bad where it is kept is nobody's picture. */
    public function embedded(Project $project): PictureSet
    {
        return $this->set($project, function (StoredPicture $picture, PictureLook $look, float $moment): PictureContent {
            $bytes = $this->files->toned($picture, $look, $moment);
            if (!$picture->isClip() && !$look->tones() && hash('sha256', $bytes) !== $picture->hash()) {
                throw new \RuntimeException("“{$picture->name()}” went bad where it is kept. Bring it in again.");
            }

            return PictureSet::embedded(PictureFiles::mime($picture), $bytes);
        });
    }

    /** @param \Closure(StoredPicture, PictureLook, float): PictureContent $photo at a moment */
    private function set(Project $project, \Closure $photo): PictureSet
    {
        return new PictureSet(
            fn (): PictureNames => $this->pictures->names($project),
            fn (string $name): ?Picture => self::facts($this->pictures->find($project, $name)),
            function (Picture $picture, PictureLook $look) use ($project, $photo): PictureContent {
                $stored = $this->stored($project, $picture->name);

                return $stored->isDrawing()
                    ? PictureSet::drawn($this->files->bytes($stored), $look)
                    : $photo($stored, $look, $picture->moment);
            },
            fn (Picture $picture): string => $this->files->bytes($this->stored($project, $picture->name)),
            new Sounds(
                fn (): array => $this->pictures->soundNames($project),
                fn (string $name): ?Sound => self::heard($this->pictures->find($project, $name)),
                fn (string $name): string => $this->files->bytes($this->stored($project, $name)),
                $this->shipped,
                $this->spoken,
            ),
            fn (Picture $picture): ?Tones => $this->files->tones($this->stored($project, $picture->name)),
        );
    }

    private function stored(Project $project, string $name): StoredPicture
    {
        return $this->pictures->find($project, $name) ?? throw new \RuntimeException("“{$name}” is gone.");
    }

    private static function heard(?StoredPicture $sound): ?Sound
    {
        return true === $sound?->isSound() ? new Sound($sound->name(), $sound->hash(), (float) $sound->seconds()) : null;
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
            $picture->focus()[0],
            $picture->focus()[1],
            $picture->isClip() ? $picture->seconds() : null,
        );
    }
}
