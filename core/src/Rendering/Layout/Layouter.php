<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\GroundShade;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Table\Data\Record;

/** Turns a design and a row into a drawing and its facts: the one layout that the stage, Proof and Press share. */
final readonly class Layouter
{
    private CodeLayouter $codes;
    private PictureLayouter $pictures;
    private StillLayers $still;

    public function __construct(public TextLayouter $texts)
    {
        $this->codes = new CodeLayouter($texts);
        $this->pictures = new PictureLayouter();
        $this->still = new StillLayers();
    }

    /**
     * @param Record|null $row  null shows the design itself, with the columns' keys in their places
     * @param PictureSource $pictures of which sounds are asked as well, where it knows them
     * @param bool     $aids backdrops and die lines are drawn too, as while working
     */
    public function lay(
        Design $design,
        ?Record $row,
        PictureSource $pictures,
        EvenSizes $even = new EvenSizes(),
        int $page = 0,
        bool $aids = false,
    ): LaidOut {
        $layers = self::seen($design->page($page)->layers, $aids);
        $layouter = new LayerLayouter($this->texts, $this->pictures, $this->codes, $design, $row, $pictures, $even);
        $all = $drawn = $facts = [];
        foreach ($layers as $layer) {
            $laid = $this->still->laid($design, $pictures, $even, $layer, static fn (): Laid => $layer->accept($layouter));
            $all[$layer->id] = $laid;
            $drawn[$layer->id] = $laid->items;
            if (null !== $laid->facts) {
                $facts[$layer->id] = $laid->facts;
            }
        }
        $up = PullUp::of($layers, array_map(static fn (array $items): bool => [] === $items, $drawn));
        $movable = PullUp::movable($layers);
        $groups = array_map(function (Layer $layer) use ($all, $drawn, $up, $movable): GroupItem {
            $shaded = $layer instanceof PictureLayer && GroundShade::None !== $layer->shade;
            $varies = $layer->isPlaceholder() || $shaded || isset($movable[$layer->id]);
            $group = fn (): GroupItem => $this->group($layer, $drawn[$layer->id], $up[$layer->id] ?? 0.0, $varies);

            return $varies ? $group() : $this->still->group($all[$layer->id], $group);
        }, $layers);
        $groups = (new Shading($pictures))->compute($design->page($page), $groups);
        $background = $design->page($page)->background;

        $heard = 0 === $page && $design->moves() && $pictures instanceof SoundSource
            ? (new SoundLayouter($pictures))->layOut($design, $row, $facts)
            : new HeardSounds();

        return new LaidOut(
            new Drawing($design->width, $design->height, $design->dpi, $background, $groups, $design->bleed),
            $facts,
            $heard,
        );
    }

    /**
     * In drawing order, with die lines on top.
     *
     * @param list<Layer> $layers
     *
     * @return list<Layer>
     */
    private static function seen(array $layers, bool $aids): array
    {
        $of = static fn (bool $die): array => array_values(
            array_filter(
                $layers,
                static fn (Layer $layer): bool => !$layer->hidden &&
                    $die === (LayerUse::Die === $layer->use) &&
                    ($aids || LayerUse::Print === $layer->use),
            ),
        );

        return [...$of(false), ...$of(true)];
    }

    /** @param list<Item> $items */
    private function group(Layer $layer, array $items, float $up, bool $varies): GroupItem
    {
        return new GroupItem(
            $layer->id,
            $items,
            $layer->opacity,
            $layer->frame->rotation,
            $layer->frame->centreX(),
            $layer->frame->centreY(),
            $up,
            $varies,
        );
    }
}
