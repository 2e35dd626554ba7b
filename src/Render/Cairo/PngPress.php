<?php

declare(strict_types=1);

namespace Morphea\App\Render\Cairo;

use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Graphic\Packed;
use Morphea\Core\Graphic\PngFile;

/**
 * Pieces as PNG: bands of rows that nothing which changes reaches are drawn and packed once; a piece draws and packs
 * its own, and they are joined.
 */
final class PngPress
{
    /** Rows of pixels in a band. */
    private const BAND = 32;

    /** @var array<int, Packed> of bands that are the same in all pieces */
    private array $same = [];

    public function __construct(
        private readonly PngRows $rows,
        private readonly Ground $ground,
        private readonly PngFile $file,
        private readonly int $level,
    ) {
    }

    public function of(Drawing $piece): string
    {
        $own = $this->own($piece);
        $packed = [];
        $bands = (int) ceil($this->ground->height / self::BAND);
        for ($band = 0; $band < $bands; $band = $to) {
            $to = $band + 1;
            if (!isset($own[$band])) {
                $packed[] = $this->same[$band] ??= $this->pack(null, $band, $to);
                continue;
            }
            while (isset($own[$to])) {
                ++$to;
            }
            $packed[] = $this->pack($piece, $band, min($to, $bands));
        }

        return $this->file->of($packed);
    }

    /** @return array<int, true> bands that something which can be other in another row reaches */
    private function own(Drawing $piece): array
    {
        $own = [];
        foreach ($piece->varying() as $group) {
            if ([] === $group->items) {
                continue;
            }
            $box = $this->ground->inPixels($group->bounds());
            $last = min($this->ground->height - 1, (int) $box->bottom);
            for ($band = max(0, (int) floor($box->top / self::BAND)); $band * self::BAND <= $last; ++$band) {
                $own[$band] = true;
            }
        }

        return $own;
    }

    private function pack(?Drawing $piece, int $from, int $to): Packed
    {
        $first = $from * self::BAND;
        $last = min($this->ground->height, $to * self::BAND);
        $rows = $this->ground->rows($piece, $first, $last);

        return $this->rows->pack($rows->data(), $this->ground->width, $last - $first, $this->ground->opaque, $this->level);
    }
}
