<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\PictureInstead;
use Morphea\Core\Design\Styles\Pool;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;

/** Lays out a picture layer for one row: chooses the picture or its replacement, and places it. */
final readonly class PictureLayouter
{
    public function lay(PictureLayer $layer, ?Record $row, PictureSource $pictures, string $locale, float $dpi): Laid
    {
        if ($layer->source instanceof Pattern && null === $row) {
            $facts = new PictureFacts(
                $layer->id,
                $layer->name,
                placeholder: true,
                wanted: '',
                picture: null,
                state: PictureState::There,
                refused: false,
                scale: 0.0,
            );

            return new Laid([PicturePlacer::blank($layer)], $facts);
        }
        [$wanted, $picture, $problems] = $this->wanted($layer, $row, $pictures, $locale);
        $state = match (true) {
            null !== $picture => PictureState::There,
            '' === $wanted => PictureState::Empty,
            default => PictureState::Missing,
        };
        $rule = PictureState::Empty === $state ? $layer->empty : $layer->missing;
        if (null === $picture && PictureInstead::Other === $rule->instead) {
            $picture = $pictures->picture((string) $rule->other);
        }
        $refused =
            null === $picture
            && (\in_array($rule->instead, [PictureInstead::Refuse, PictureInstead::Other], true) || [] !== $problems);
        $item = null === $picture ? null : PicturePlacer::place($layer, $picture, $dpi);
        $facts = new PictureFacts(
            $layer->id,
            $layer->name,
            $layer->isPlaceholder(),
            $wanted,
            $picture?->name,
            $state,
            $refused,
            null === $item || $item->picture->isDrawing ? 0.0 : PicturePlacer::scale($item),
            $problems,
        );

        return new Laid(null === $item ? [] : [$item], $facts);
    }

    /** @return array{string, Picture|null, list<Message>} what is asked for, the picture that is meant by it, problems */
    private function wanted(PictureLayer $layer, ?Record $row, PictureSource $pictures, string $locale): array
    {
        if (!$layer->source instanceof Pattern) {
            $name = $layer->source instanceof Pool ? $layer->source->dealt($row->number ?? 1) : $layer->source;

            return [$name, $pictures->picture($name), []];
        }
        $filled = (new PatternFiller($locale))->fill($layer->source, $row->cells ?? [], $row->monthFirst ?? []);
        $wanted = $filled->empty ? '' : trim($filled->text);
        $name = '' === $wanted ? null : $pictures->named($wanted);

        return [$wanted, null === $name ? null : $pictures->picture($name), $filled->empty ? [] : $filled->problems];
    }
}
