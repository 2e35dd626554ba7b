<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\PictureSource;

/** The pictures of one project for the SVG writer, each looked up once. */
final class PictureSet implements PictureSource
{
    /** @var array<string, Picture|null> */
    private array $found = [];

    /** @param \Closure(string): ?Picture $look */
    public function __construct(private readonly \Closure $look)
    {
    }

    public function picture(string $asset): ?Picture
    {
        if (!\array_key_exists($asset, $this->found)) {
            $this->found[$asset] = ($this->look)($asset);
        }

        return $this->found[$asset];
    }

    /** @param string $svg as SvgCleaner leaves it */
    public static function vector(string $svg, float $width, float $height): Picture
    {
        return Picture::vector((string) preg_replace('~^\s*<svg[^>]*>|</svg>\s*$~', '', $svg), $width, $height);
    }

    public static function embedded(string $mime, string $bytes, float $width, float $height): Picture
    {
        return Picture::raster("data:$mime;base64,".base64_encode($bytes), $width, $height);
    }
}
