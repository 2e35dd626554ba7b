<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\Core\Naming\FileNames;

/** Checks pictures by their content, size and pixels. */
final readonly class PictureReader
{
    public const MAX_BYTES = 25_000_000;
    private const MAX_SIDE = 12_000;
    private const MAX_PIXELS = 60_000_000;
    private const ENDINGS = ['image/png' => 'png', 'image/jpeg' => 'jpg', 'image/webp' => 'webp', 'image/svg+xml' => 'svg'];

    public function __construct(private SvgCleaner $svg)
    {
    }

    /** @throws UploadError */
    public function read(string $bytes, string $name): PictureFile
    {
        if (\strlen($bytes) > self::MAX_BYTES) {
            throw new UploadError(\sprintf('“%s” is larger than %d MB. Save a smaller one.', $name, self::MAX_BYTES / 1_000_000));
        }
        if (1 === preg_match('/^(\xEF\xBB\xBF)?\s*<(\?xml|!--|!doctype svg|svg)/i', substr($bytes, 0, 300))) {
            $clean = $this->svg->clean($bytes, $name);

            return new PictureFile($this->named($name, 'image/svg+xml'), 'image/svg+xml', $clean->svg, $clean->width, $clean->height);
        }
        $size = @getimagesizefromstring($bytes);
        if (false === $size || !isset(self::ENDINGS[$size['mime']])) {
            throw new UploadError("“{$name}” is no picture that can be used. Bring PNG, JPEG, WebP or SVG.");
        }
        if (max($size[0], $size[1]) > self::MAX_SIDE || $size[0] * $size[1] > self::MAX_PIXELS) {
            throw new UploadError(\sprintf('“%s” is %d × %d pixels; pictures may have up to %d million. Save a smaller one.', $name, $size[0], $size[1], self::MAX_PIXELS / 1_000_000));
        }

        return new PictureFile($this->named($name, $size['mime']), $size['mime'], $bytes, (float) $size[0], (float) $size[1]);
    }

    /** The name without folders, with the ending of what it really is. */
    private function named(string $name, string $mime): string
    {
        $stem = FileNames::safe(pathinfo(basename(strtr($name, ['\\' => '/'])), \PATHINFO_FILENAME));

        return mb_strcut('' === $stem ? 'picture' : $stem, 0, 100, 'UTF-8').'.'.self::ENDINGS[$mime];
    }
}
