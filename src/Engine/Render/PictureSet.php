<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Rendering\Drawing\ClipContents;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Rendering\Drawing\Recolour;
use Morphea\Core\Rendering\Drawing\Tones;
use Morphea\Core\Rendering\Layout\Sound;
use Morphea\Core\Rendering\Layout\SoundSource;
use Morphea\Core\Table\Naming\PictureNames;

/**
 * The pictures, clips and sounds of one project, for layout and production: their facts, read once for each, and the
 * bytes of the most recent pictures.
 */
final class PictureSet implements PictureSource, ClipContents, SoundSource
{
    /** Bytes of pictures kept at hand; a run over hundreds of photographs must not hold all of them. */
    private const KEPT = 64_000_000;

    /** @var array<string, PictureContent> the oldest first */
    private array $kept = [];
    private int $bytes = 0;
    /** @var array<string, Picture|null> */
    private array $known = [];
    /** @var array<string, Tones|null> by hash */
    private array $tones = [];
    private ?PictureNames $names = null;

    /**
     * @param \Closure(): PictureNames                           $all     of all there are
     * @param \Closure(string): ?Picture                         $find    by name
     * @param \Closure(Picture, PictureLook): PictureContent $content
     * @param (\Closure(Picture): string)|null                  $clip    bytes of a clip as a whole
     * @param (\Closure(Picture): ?Tones)|null                  $light
     */
    public function __construct(
        private readonly \Closure $all,
        private readonly \Closure $find,
        private readonly \Closure $content,
        private readonly ?\Closure $clip = null,
        private readonly ?SoundSource $sounds = null,
        private readonly ?\Closure $light = null,
    ) {
    }

    public function tones(Picture $picture): ?Tones
    {
        return $this->tones[$picture->hash] ??= null === $this->light ? null : ($this->light)($picture);
    }

    public function clip(Picture $picture): string
    {
        return null === $this->clip ? throw new \LogicException('There are no clips here.') : ($this->clip)($picture);
    }

    public function sound(string $cell): ?Sound
    {
        return $this->sounds?->sound($cell);
    }

    public function spoken(string $words, string $language): ?Sound
    {
        return $this->sounds?->spoken($words, $language);
    }

    public function heard(Sound $sound): string
    {
        return $this->sounds?->heard($sound) ?? throw new \LogicException('There are no sounds here.');
    }

    public function named(string $cell): ?string
    {
        $this->names ??= ($this->all)();

        return $this->names->find($cell);
    }

    public function picture(string $name): ?Picture
    {
        if (!\array_key_exists($name, $this->known)) {
            $this->known[$name] = ($this->find)($name);
        }

        return $this->known[$name];
    }

    public function content(Picture $picture, PictureLook $look): PictureContent
    {
        $key = "$picture->name\0" . $picture->inLook($look);
        if (isset($this->kept[$key])) {
            return $this->kept[$key];
        }
        $content = ($this->content)($picture, $look);
        $this->bytes += $content->size();
        while ($this->bytes > self::KEPT && [] !== $this->kept) {
            $this->bytes -= array_shift($this->kept)->size();
        }

        return $this->kept[$key] = $content;
    }

    /** @param string $svg as SvgCleaner leaves it */
    public static function drawn(string $svg, PictureLook $look): PictureContent
    {
        return PictureContent::drawn(
            Recolour::drawing((string) preg_replace('~^\s*<svg[^>]*>|</svg>\s*$~', '', $svg), $look),
        );
    }

    public static function embedded(string $mime, string $bytes): PictureContent
    {
        return PictureContent::embedded($mime, $bytes);
    }
}
