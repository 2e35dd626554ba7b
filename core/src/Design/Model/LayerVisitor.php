<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

/**
 * What is done with a layer, by its kind. A new kind of layer is a new method here, and PHP says who has to know of it.
 *
 * @template T
 */
interface LayerVisitor
{
    /** @return T */
    public function text(TextLayer $layer): mixed;

    /** @return T */
    public function picture(PictureLayer $layer): mixed;

    /** @return T */
    public function code(CodeLayer $layer): mixed;

    /** @return T */
    public function shape(ShapeLayer $layer): mixed;
}
