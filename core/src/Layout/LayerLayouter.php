<?php

declare(strict_types=1);

namespace Morphea\Core\Layout;

use Morphea\Core\Data\Record;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Template\CodeLayer;
use Morphea\Core\Template\LayerVisitor;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;

/**
 * Layers of every kind, laid out for one row.
 *
 * @implements LayerVisitor<Laid>
 */
final readonly class LayerLayouter implements LayerVisitor
{
    public function __construct(
        private TextLayouter $texts,
        private PictureLayouter $pictures,
        private CodeLayouter $codes,
        private Template $template,
        private ?Record $row,
        private PictureSource $source,
        private EvenSizes $even,
    ) {
    }

    public function text(TextLayer $layer): Laid
    {
        return $this->texts->lay($layer, $this->row, $this->template->locale, $this->even->size($layer->id));
    }

    public function picture(PictureLayer $layer): Laid
    {
        return $this->pictures->lay($layer, $this->row, $this->source, $this->template->locale, $this->template->dpi);
    }

    public function code(CodeLayer $layer): Laid
    {
        return $this->codes->lay($layer, $this->row, $this->template->locale, $this->template->dpi);
    }

    public function shape(ShapeLayer $layer): Laid
    {
        return new Laid([Shapes::of($layer)]);
    }
}
