<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\Recolour;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Template\PictureLook;

/** The pictures of one project for layout and drawing, the latest of them kept at hand. */
final class PictureSet implements PictureSource
{
    /** Bytes of pictures kept at hand; a run over hundreds of photographs must not hold all of them. */
    private const KEPT = 64_000_000;

    /** @var array<string, Picture|null> the oldest first */
    private array $kept = [];
    private int $bytes = 0;
    private ?PictureNames $names = null;

    /**
     * @param \Closure(string, PictureLook): ?Picture $look
     * @param \Closure(): list<string>                $all  names of all pictures there are
     */
    public function __construct(private readonly \Closure $look, private readonly \Closure $all)
    {
    }

    public function named(string $cell): ?string
    {
        $this->names ??= new PictureNames(($this->all)());

        return $this->names->find($cell);
    }

    public function picture(string $asset, PictureLook $look = new PictureLook()): ?Picture
    {
        $key = $asset . "\0" . ($look->tones() ? "{$look->tone->value} $look->tint" : '') . serialize($look->colours);
        if (\array_key_exists($key, $this->kept)) {
            return $this->kept[$key];
        }
        $picture = ($this->look)($asset, $look);
        $this->bytes += self::size($picture);
        while ($this->bytes > self::KEPT && [] !== $this->kept) {
            $this->bytes -= self::size(array_shift($this->kept));
        }

        return $this->kept[$key] = $picture;
    }

    /** @param string $svg as SvgCleaner leaves it */
    public static function vector(
        string $svg,
        PictureLook $look,
        float $width,
        float $height,
        float $focusX = 0.5,
        float $focusY = 0.5,
    ): Picture {
        return Picture::vector(
            Recolour::drawing((string) preg_replace('~^\s*<svg[^>]*>|</svg>\s*$~', '', $svg), $look),
            $width,
            $height,
            $focusX,
            $focusY,
        );
    }

    public static function embedded(
        string $mime,
        string $bytes,
        float $width,
        float $height,
        float $focusX = 0.5,
        float $focusY = 0.5,
    ): Picture {
        return Picture::raster("data:$mime;base64," . base64_encode($bytes), $width, $height, $focusX, $focusY);
    }

    private static function size(?Picture $picture): int
    {
        return \strlen($picture->href ?? '') + \strlen($picture->vector ?? '');
    }
}
