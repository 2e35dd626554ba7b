<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Forms;

use Morphea\Core\Table\Kinds\ColumnKind;

/** The kind of a form field. */
enum FieldKind: string
{
    case Line = 'line';
    case Lines = 'lines';
    case Number = 'number';
    case Date = 'date';
    case YesNo = 'yes-no';
    case Choice = 'choice';
    case Mail = 'mail';
    case Colour = 'colour';
    case Picture = 'picture';

    /** The kind that suits a column. */
    public static function of(ColumnKind $kind): self
    {
        return self::tryFrom($kind->value) ?? (ColumnKind::Address === $kind ? self::Mail : self::Line);
    }
}
