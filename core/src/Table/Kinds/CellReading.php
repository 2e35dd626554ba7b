<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Naming\PictureNames;

/**
 * What is needed to read cells: the language of the design, the pictures of the project, and the order of day and month
 * in short dates.
 */
final readonly class CellReading
{
    public function __construct(public CellReader $reader, public PictureNames $pictures, public ?bool $monthFirst = null)
    {
    }
}
