<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Graphics\Packed;
use Morphea\Core\Rendering\Graphics\Palette;
use Morphea\Core\Rendering\Graphics\PngFile;

/**
 * Makes pieces as PNG: bands of rows that nothing variable reaches are drawn and compressed once; each piece draws and
 * compresses its own bands, and they are joined. A piece with at most 256 colours gets a palette, which loses nothing
 * and leaves a third or a quarter of the bytes to compress; the colours all pieces share are numbered first, so that
 * they are the same in each.
 */
final class PngPress
{
    /** Rows of pixels in a band. */
    private const BAND = 32;

    /** @var array<int, Packed> of bands that are the same in all pieces, by their first row */
    private array $same = [];
    /** @var array<string, Packed> by their pixels: bands in which there is nothing are alike */
    private array $equal = [];
    /** @var array<int, Packed> such bands as numbers */
    private array $numbered = [];
    /** Colours of these; none once they are too many. */
    private ?Palette $palette;

    public function __construct(
        private readonly PngRows $rows,
        private readonly SharedLayers $ground,
        private readonly PngFile $file,
        private readonly int $level,
    ) {
        $this->palette = new Palette($ground->opaque ? 3 : 4);
    }

    public function write(Drawing $piece): string
    {
        $bands = $this->bands($piece);
        $alike = array_diff_key($bands['all'], $bands['own']);
        $palette = $this->palette($alike);
        $own = [];
        foreach ($bands['own'] as $from => $to) {
            $own[$from] = $this->pack($piece, $from, $to, $palette);
            if (false === $palette?->holds()) {
                // It is in colours; those before it are numbers of a palette that is not to be.
                $palette = null;
                foreach (array_diff_key($own, [$from => true]) as $before => $_) {
                    $own[$before] = $this->pack($piece, $before, $bands['own'][$before], null);
                }
            }
        }
        $rows = [];
        foreach ($bands['all'] as $from => $to) {
            $rows[] =
                $own[$from] ??
                (null === $palette ? ($this->same[$from] ??= $this->alike($from, $to)) : $this->numbered[$from]);
        }

        return $this->file->write($rows, $palette);
    }

    /**
     * @param array<int, int> $alike bands that are the same in all pieces
     *
     * @return Palette|null of a piece's own, in which they are numbered
     */
    private function palette(array $alike): ?Palette
    {
        $palette = $this->palette;
        if (null === $palette) {
            return null;
        }
        foreach (self::fromTheMiddle(array_diff_key($alike, $this->numbered)) as $from => $to) {
            $this->numbered[$from] = $this->pack(null, $from, $to, $palette);
            if (!$palette->holds()) {
                $this->same[$from] = $this->numbered[$from];
                [$this->palette, $this->numbered] = [null, []];

                return null;
            }
        }

        return clone $palette;
    }

    /**
     * Most pages have the most colours in their middle, so an excess is found soonest there.
     *
     * @param array<int, int> $bands
     *
     * @return array<int, int>
     */
    private static function fromTheMiddle(array $bands): array
    {
        $half = intdiv(\count($bands), 2);

        return \array_slice($bands, $half, null, true) + array_reverse(\array_slice($bands, 0, $half, true), true);
    }

    /** @return array{all: array<int, int>, own: array<int, int>} each by its first row, with the one after its last */
    private function bands(Drawing $piece): array
    {
        $reached = $this->reached($piece);
        $bands = ['all' => [], 'own' => []];
        $count = (int) ceil($this->ground->height / self::BAND);
        for ($band = 0; $band < $count; $band = $to) {
            $to = $band + 1;
            while (isset($reached[$band], $reached[$to])) {
                ++$to;
            }
            [$from, $end] = [$band * self::BAND, min($this->ground->height, $to * self::BAND)];
            $bands['all'][$from] = $end;
            if (isset($reached[$band])) {
                $bands['own'][$from] = $end;
            }
        }

        return $bands;
    }

    /** @return array<int, true> bands that something which can be other in another row reaches */
    private function reached(Drawing $piece): array
    {
        $reached = [];
        foreach ($piece->varying() as $group) {
            if ([] === $group->items) {
                continue;
            }
            $box = $this->ground->inPixels($group->bounds());
            $last = min($this->ground->height - 1, (int) $box->bottom);
            for ($band = max(0, (int) floor($box->top / self::BAND)); $band * self::BAND <= $last; ++$band) {
                $reached[$band] = true;
            }
        }

        return $reached;
    }

    private function alike(int $from, int $to): Packed
    {
        $rows = $this->ground->rows(null, $from, $to);
        $key = ($to - $from) . hash('xxh128', \FFI::string($rows->data(), max(0, $rows->bytes())));

        return $this->equal[$key] ??= $this->pack(null, $from, $to, null);
    }

    private function pack(?Drawing $piece, int $from, int $to, ?Palette $palette): Packed
    {
        $pixels = $this->ground->rows($piece, $from, $to)->data();

        return $this->rows->pack($pixels, $this->ground->width, $to - $from, $this->ground->opaque, $this->level, $palette);
    }
}
