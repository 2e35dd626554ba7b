<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Engine\Media\ShippedSounds;
use Morphea\App\Engine\Media\Sounds;
use Morphea\App\Engine\Media\Spoken;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\Tones;
use Morphea\Core\Rendering\Layout\Sound;
use Morphea\Core\Table\Naming\PictureNames;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** A project's pictures, clips and sounds, prepared for layout and drawing. */
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

    /**
     * Pictures by URL, for pages.
     *
     * @param AssetSet|null $shelf those of a run, which has this id; null for those there are now
     */
    public function linked(Project $project, ?AssetSet $shelf = null, string $run = ''): PictureSet
    {
        $of = null === $shelf ? [] : ['run' => $run];
        $photo = function (StoredPicture $picture, PictureLook $look, float $moment) use ($project, $of): PictureContent {
            $tone = $look->tones() ? ['tone' => $look->tone->value, 'tint' => substr($look->tint, 1)] : [];
            $names = ['project' => $project->id(), 'name' => $picture->name()];
            $at = $picture->isClip() ? ['at' => (string) $moment] : [];

            return PictureContent::at($this->urls->generate('picture', $names + $tone + $at + $of));
        };

        return $this->set($shelf ?? $this->pictures->shelf($project), $photo);
    }

    /** Pictures with their bytes embedded, for self-contained files. A damaged one is left out. */
    public function embedded(Project $project, ?AssetSet $shelf = null): PictureSet
    {
        $photo = function (StoredPicture $picture, PictureLook $look, float $moment): PictureContent {
            $bytes = $this->files->toned($picture, $look, $moment);
            if (!$picture->isClip() && !$look->tones() && hash('sha256', $bytes) !== $picture->hash()) {
                throw new RenderException(new Message('render.picture_damaged', ['name' => $picture->name()]));
            }

            return PictureSet::embedded(PictureFiles::mime($picture), $bytes);
        };

        return $this->set($shelf ?? $this->pictures->shelf($project), $photo);
    }

    /** @param \Closure(StoredPicture, PictureLook, float): PictureContent $photo at a moment */
    private function set(AssetSet $shelf, \Closure $photo): PictureSet
    {
        return new PictureSet(
            static fn (): PictureNames => $shelf->names(),
            static fn (string $name): ?Picture => self::facts($shelf->find($name)),
            function (Picture $picture, PictureLook $look) use ($shelf, $photo): PictureContent {
                $stored = self::stored($shelf, $picture->name);

                return $stored->isDrawing()
                    ? PictureSet::drawn($this->files->bytes($stored), $look)
                    : $photo($stored, $look, $picture->moment);
            },
            fn (Picture $picture): string => $this->files->bytes(self::stored($shelf, $picture->name)),
            new Sounds(
                static fn (): array => $shelf->soundNames(),
                static fn (string $name): ?Sound => self::heard($shelf->find($name)),
                fn (string $name): string => $this->files->bytes(self::stored($shelf, $name)),
                $this->shipped,
                $this->spoken,
            ),
            fn (Picture $picture): ?Tones => $this->files->tones(self::stored($shelf, $picture->name)),
        );
    }

    private static function stored(AssetSet $shelf, string $name): StoredPicture
    {
        return $shelf->find($name) ?? throw new RenderException(new Message('render.picture_gone', ['name' => $name]));
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
