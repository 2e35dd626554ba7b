<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\LayerVisitor;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Table\Data\Record;

/**
 * Lays out layers of every kind for one row.
 *
 * @implements LayerVisitor<Laid>
 */
final readonly class LayerLayouter implements LayerVisitor
{
    public function __construct(
        private TextLayouter $texts,
        private PictureLayouter $pictures,
        private CodeLayouter $codes,
        private Design $design,
        private ?Record $row,
        private PictureSource $source,
        private EvenSizes $even,
    ) {
    }

    public function text(TextLayer $layer): Laid
    {
        return $this->texts->lay($layer, $this->row, $this->design->locale, $this->even->size($layer->id));
    }

    public function picture(PictureLayer $layer): Laid
    {
        return $this->pictures->lay($layer, $this->row, $this->source, $this->design->locale, $this->design->dpi);
    }

    public function code(CodeLayer $layer): Laid
    {
        return $this->codes->lay($layer, $this->row, $this->design->locale, $this->design->dpi);
    }

    public function shape(ShapeLayer $layer): Laid
    {
        return new Laid([Shapes::of($layer)]);
    }
}
