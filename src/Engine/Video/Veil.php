<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\RectangleItem;

/** A translucent colour over the whole of a clip, which is mixed into the clip when that is prepared. */
final readonly class Veil
{
    /**
     * @param float $share how much of it is seen, 0 to 1
     * @param bool  $light white; otherwise black
     */
    public function __construct(public float $share = 0.0, public bool $light = false)
    {
    }

    /** The colour an item lays over a rectangle; null if it is anything else. */
    public static function of(Item $item): ?self
    {
        $over = $item instanceof GroupItem && 1 === \count($item->items) ? $item->items[0] : null;
        $plain = $over instanceof RectangleItem && 0.0 === $over->radius && null === $over->paint->stroke;

        return match (true) {
            !$item instanceof GroupItem || !$plain || 0.0 !== $item->rotation => null,
            '#000000' === $over->paint->fill => new self($item->opacity),
            '#FFFFFF' === $over->paint->fill => new self($item->opacity, true),
            default => null,
        };
    }

    /** @return list<string> for pictures in Y'CbCr as television has them (16 to 235; ITU-R BT.709) */
    public function filters(): array
    {
        if ($this->share <= 0) {
            return [];
        }
        $keeps = 1 - $this->share;
        $plus = ($this->light ? 235 : 16) * $this->share;

        return [
            'format=yuv420p',
            \sprintf("lutyuv=y='%1\$F*val+%2\$F':u='128+%1\$F*(val-128)':v='128+%1\$F*(val-128)'", $keeps, $plus),
        ];
    }
}
