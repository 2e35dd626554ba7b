<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\PictureContents;
use Morphea\Core\Rendering\Drawing\PictureItem;

/** The pictures of a renderer, which it has to ask for; the most recent ones are kept. */
final class RequestedPictures implements PictureContents
{
    /** Bytes. */
    private const KEPT = 64_000_000;

    /** @var BoundedCache<PictureContent> */
    private readonly BoundedCache $kept;
    /** @var array<string, PictureContent> those of what is drawn at the moment, however many bytes they are */
    private array $now = [];

    public function __construct()
    {
        $this->kept = new BoundedCache(self::KEPT);
    }

    public function content(Picture $picture, PictureLook $look): PictureContent
    {
        return $this->now[$picture->inLook($look)] ?? throw new \LogicException("“{$picture->name}” was not asked for.");
    }

    /**
     * Prepares them for the next drawing.
     *
     * @param list<PictureItem> $items
     *
     * @return list<array{Picture, PictureLook}> those that have to be asked for
     */
    public function ready(array $items): array
    {
        if ([] === $items) {
            return [];
        }
        $missing = $this->now = [];
        foreach ($items as $item) {
            $key = $item->picture->inLook($item->look);
            $content = $this->kept->get($key);
            null === $content ? ($missing[$key] = [$item->picture, $item->look]) : ($this->now[$key] = $content);
        }

        return array_values($missing);
    }

    public function take(Picture $picture, PictureLook $look, PictureContent $content): void
    {
        $key = $picture->inLook($look);
        $this->now[$key] = $content;
        $this->kept->keep($key, $content, $content->size());
    }
}
