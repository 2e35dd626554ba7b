<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/**
 * Remembers pictures that were found valid byte for byte, so that they are not decoded again when files are read
 * repeatedly.
 */
final readonly class KnownPictures
{
    private const SECONDS = 7 * 86_400;

    public function __construct(private PictureReader $pictures, private CacheInterface $cache)
    {
    }

    /**
     * @param bool $focused somebody knows what must stay in sight
     *
     * @throws UploadException
     */
    public function read(string $bytes, string $name, bool $focused): PictureFile
    {
        $read = null;
        /**
         * @var array{name: string, mime: string, width: float, height: float, focus: array{float, float},
         *     seconds: float|null}|null $facts
         */
        $facts = $this->cache->get(
            'picture-2-' . (int) $focused . hash('sha256', "$name\0$bytes"),
            function (ItemInterface $item) use ($bytes, $name, $focused, &$read): ?array {
                $item->expiresAfter(self::SECONDS);
                $read = $this->pictures->read($bytes, $name, focused: $focused);

                return $read->bytes === $bytes && !$read->isDrawing()
                    ? [
                        'name' => $read->name,
                        'mime' => $read->mime,
                        'width' => $read->width,
                        'height' => $read->height,
                        'focus' => [$read->focusX, $read->focusY],
                        'seconds' => $read->seconds,
                    ]
                    : null;
            },
        );

        return $read ?? (null === $facts
            ? $this->pictures->read($bytes, $name, focused: $focused)
            : new PictureFile(
                $facts['name'],
                $facts['mime'],
                $bytes,
                $facts['width'],
                $facts['height'],
                $facts['focus'][0],
                $facts['focus'][1],
                $facts['seconds'],
            ));
    }
}
