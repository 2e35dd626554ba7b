<?php

declare(strict_types=1);

namespace Morphea\Core\Data;

/** What the cells of a column are, as far as people and checks are concerned; the cells themselves stay text. */
enum Kind: string
{
    case Text = 'text';
    case Number = 'number';
    case Date = 'date';
    case YesNo = 'yes-no';
    case Colour = 'colour';
    case Address = 'address';
    case Picture = 'picture';
}
