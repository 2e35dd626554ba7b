<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Rendering\Drawing\Bounds;

/** Finds neighbouring places on a sheet. */
final readonly class Neighbours
{
    /**
     * The bleed of every place: in full where there is room, otherwise half of the gap to the neighbour.
     *
     * @param non-empty-list<Place> $places
     * @param float                 $bleed  millimetres
     *
     * @return non-empty-list<Place>
     */
    public static function share(array $places, float $bleed): array
    {
        return array_map(static function (Place $place) use ($places, $bleed): Place {
            $cut = $place->cut;
            $room = ['left' => $bleed, 'top' => $bleed, 'right' => $bleed, 'bottom' => $bleed];
            foreach ($bleed > 0 ? $places : [] as $other) {
                $by = $other->cut;
                $beside = $by->top < $cut->bottom - Paper::SAME && $cut->top < $by->bottom - Paper::SAME;
                $over = $by->left < $cut->right - Paper::SAME && $cut->left < $by->right - Paper::SAME;
                if ($other === $place || !($beside xor $over)) {
                    continue;
                }
                foreach (
                    $beside
                        ? ['right' => $by->left - $cut->right, 'left' => $cut->left - $by->right]
                        : ['bottom' => $by->top - $cut->bottom, 'top' => $cut->top - $by->bottom]
                    as $edge => $between
                ) {
                    if ($between > -Paper::SAME) {
                        $room[$edge] = min($room[$edge], max(0.0, $between / 2));
                    }
                }
            }

            return $place->within(new Bounds(
                $cut->left - $room['left'],
                $cut->top - $room['top'],
                $cut->right + $room['right'],
                $cut->bottom + $room['bottom'],
            ));
        }, $places);
    }
}
