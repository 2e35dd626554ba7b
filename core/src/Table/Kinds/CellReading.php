<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Naming\PictureNames;

/** What cells are read with: the language of the design, the pictures there are, and which way round short dates are. */
final readonly class CellReading
{
    public function __construct(public CellReader $reader, public PictureNames $pictures, public ?bool $monthFirst = null)
    {
    }
}
