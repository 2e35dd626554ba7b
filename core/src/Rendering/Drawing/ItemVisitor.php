<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/**
 * What a writer does with each kind of item.
 *
 * @template T
 */
interface ItemVisitor
{
    /** @return T */
    public function rectangle(RectangleItem $item): mixed;

    /** @return T */
    public function ellipse(EllipseItem $item): mixed;

    /** @return T */
    public function line(LineItem $item): mixed;

    /** @return T */
    public function polygon(PolygonItem $item): mixed;

    /** @return T */
    public function path(PathItem $item): mixed;

    /** @return T */
    public function text(TextItem $item): mixed;

    /** @return T */
    public function modules(ModulesItem $item): mixed;

    /** @return T */
    public function picture(PictureItem $item): mixed;

    /** @return T */
    public function shadow(ShadowItem $item): mixed;

    /** @return T */
    public function group(GroupItem $item): mixed;
}
