<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/** Removes what cameras and programs write into pictures: place, time, author, preview. */
final readonly class BarePicture
{
    private const QUALITY = 92;
    private const COMPRESSION = 6;

    public function __construct(private Vips $vips)
    {
    }

    /**
     * @return array{string, string} bytes and ending: a PNG where something of it is transparent, else a JPEG
     *
     * @throws RenderException when it cannot be read
     */
    public function strip(string $bytes): array
    {
        $picture = $this->vips->open($bytes)->whole()->upright()->srgb();

        return $picture->hasAlpha() ? [$picture->png(self::COMPRESSION, true), 'png'] : [$picture->jpeg(self::QUALITY), 'jpg'];
    }
}
