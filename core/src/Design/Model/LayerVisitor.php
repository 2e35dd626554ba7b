<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

/**
 * An operation on layers by their kind. A new kind of layer adds a method here, and PHP then names every class that must
 * handle it.
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
