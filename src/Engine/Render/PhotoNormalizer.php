<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\Tone;
use Morphea\Core\Rendering\Drawing\Detail;
use Morphea\Core\Rendering\Drawing\Recolour;
use Morphea\Core\Rendering\Drawing\Tones;

/**
 * Normalises photos: upright, in eight bits of sRGB, without the place and time a camera recorded; and makes versions in
 * other colours and sizes.
 */
final readonly class PhotoNormalizer
{
    private const QUALITY = 92;
    private const COMPRESSION = 6;
    private const DETAIL = 64;

    public function __construct(private Vips $vips)
    {
    }

    /**
     * A form that every program shows alike. A file that is in it already is kept byte for byte.
     *
     * @param bool $focused somebody knows what must stay in sight: it is not looked for
     *
     * @return array{bytes: string, mime: string, width: int, height: int, focus: array{float, float}}
     *
     * @throws RenderException when the picture is not whole
     */
    public function plain(string $bytes, string $mime, bool $focused = false): array
    {
        $image = $this->vips->open($bytes)->whole();
        if ('image/webp' === $mime || !$image->isPlain()) {
            $image = $image->upright()->srgb();
            $mime = 'image/jpeg' === $mime || ('image/webp' === $mime && !$image->hasAlpha()) ? 'image/jpeg' : 'image/png';
            $bytes = $this->packed($image, $mime);
            $image = $this->vips->open($bytes)->whole();
        }

        return [
            'bytes' => $bytes,
            'mime' => $mime,
            'width' => $image->width(),
            'height' => $image->height(),
            'focus' => $focused ? [0.5, 0.5] : $this->focus($bytes),
        ];
    }

    /** @throws RenderException */
    public function toned(string $bytes, string $mime, PictureLook $look): string
    {
        $dark = Tone::Grey === $look->tone ? [0, 0, 0] : Recolour::channels($look->tint);

        return $this->packed(
            $this->vips
                ->open($bytes)
                ->srgb()
                ->toned([Recolour::RED, Recolour::GREEN, Recolour::BLUE], $dark),
            $mime,
        );
    }

    /**
     * @param int $edge pixels that neither side exceeds
     *
     * @throws RenderException
     */
    public function small(string $bytes, string $mime, int $edge): string
    {
        return $this->packed($this->vips->open($bytes)->small($edge), $mime);
    }

    /**
     * The brightness of a photo over its area.
     *
     * @throws RenderException
     */
    public function tones(string $bytes): Tones
    {
        $small = $this->vips->open($bytes)->srgb()->stretched(Tones::EDGE)->opaque();

        return Tones::of($small->pixels());
    }

    private function packed(VipsImage $image, string $mime): string
    {
        return 'image/jpeg' === $mime ? $image->jpeg(self::QUALITY) : $image->png(self::COMPRESSION, true);
    }

    /** @return array{float, float} where the eye goes, in shares of width and height */
    public function focus(string $bytes): array
    {
        $small = $this->vips
            ->small($bytes, self::DETAIL)
            ->srgb()
            ->toned([Recolour::RED, Recolour::GREEN, Recolour::BLUE], [0, 0, 0]);
        $pixels = $small->pixels();
        $bands = $small->hasAlpha() ? 4 : 3;
        $grey = '';
        for ($i = 0, $length = \strlen($pixels); $i < $length; $i += $bands) {
            // What is see-through is as light as paper.
            $grey .= 4 === $bands && \ord($pixels[$i + 3]) < 128 ? "\xFF" : $pixels[$i];
        }

        return Detail::focus($grey, $small->width(), $small->height());
    }
}
