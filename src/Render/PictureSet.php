<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureContent;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\Recolour;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Template\PictureLook;

/** The pictures of one project for layout and for drawings: what they are, asked once for each; their bytes, the latest kept at hand. */
final class PictureSet implements PictureSource, PictureContents
{
    /** Bytes of pictures kept at hand; a run over hundreds of photographs must not hold all of them. */
    private const KEPT = 64_000_000;

    /** @var array<string, PictureContent> the oldest first */
    private array $kept = [];
    private int $bytes = 0;
    /** @var array<string, Picture|null> */
    private array $known = [];
    private ?PictureNames $names = null;

    /**
     * @param \Closure(): PictureNames                           $all     of all there are
     * @param \Closure(string): ?Picture                         $find    by name
     * @param \Closure(Picture, PictureLook): PictureContent $content
     */
    public function __construct(
        private readonly \Closure $all,
        private readonly \Closure $find,
        private readonly \Closure $content,
    ) {
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
