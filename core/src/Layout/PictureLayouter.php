<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

use Morphea\Core\Data\Row;
use Morphea\Core\Drawing\Item;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Pattern\PatternFiller;
use Morphea\Core\Template\PictureInstead;
use Morphea\Core\Template\PictureLayer;

/** A picture layer in one row: which picture is meant, what is shown when there is none, and where it comes to stand. */
final readonly class PictureLayouter
{
    /** @return array{list<Item>, PictureFacts} */
    public function lay(PictureLayer $layer, ?Row $row, PictureSource $pictures, string $locale, float $dpi): array
    {
        $problems = [];
        if (\is_string($layer->source)) {
            $wanted = $layer->source;
            $asset = null === $pictures->picture($wanted) ? null : $wanted;
        } elseif (null === $row) {
            return [
                [PicturePlacer::blank($layer)],
                new PictureFacts($layer->id, $layer->name, true, '', null, PictureState::There, false, 0.0),
            ];
        } else {
            $filled = (new PatternFiller($locale))->fill($layer->source, $row->cells, $row->monthFirst);
            $problems = $filled->empty ? [] : $filled->problems;
            $wanted = $filled->empty ? '' : trim($filled->text);
            $asset = '' === $wanted ? null : $pictures->named($wanted);
        }
        $state = match (true) {
            null !== $asset => PictureState::There,
            '' === $wanted => PictureState::Empty,
            default => PictureState::Missing,
        };
        $rule = PictureState::Empty === $state ? $layer->empty : $layer->missing;
        if (null === $asset && PictureInstead::Other === $rule->instead) {
            $asset = $rule->other;
        }
        $picture = null === $asset ? null : $pictures->picture($asset, $layer->look);
        $refused =
            null === $picture &&
            (PictureInstead::Refuse === $rule->instead || PictureInstead::Other === $rule->instead || [] !== $problems);
        if (null === $asset || null === $picture) {
            return [
                [],
                new PictureFacts(
                    $layer->id,
                    $layer->name,
                    $layer->isPlaceholder(),
                    $wanted,
                    null,
                    $state,
                    $refused,
                    0.0,
                    $problems,
                ),
            ];
        }
        $item = PicturePlacer::place($layer, $asset, $picture, $dpi);
        $scale = null === $picture->vector ? PicturePlacer::scale($picture, $item) : 0.0;

        return [
            [$item],
            new PictureFacts(
                $layer->id,
                $layer->name,
                $layer->isPlaceholder(),
                $wanted,
                $asset,
                $state,
                false,
                $scale,
                $problems,
            ),
        ];
    }
}
