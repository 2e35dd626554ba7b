<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

/** What the cells of a column are, as far as people and checks are concerned; the cells themselves stay text. */
enum ColumnKind: string
{
    case Text = 'text';
    case Number = 'number';
    case Date = 'date';
    case YesNo = 'yes-no';
    case Colour = 'colour';
    case Address = 'address';
    case Picture = 'picture';

    /** Why a column of this kind cannot name the pictures of a frame; null where it can. */
    public function whyNoPicture(string $heading): ?string
    {
        $is = match ($this) {
            self::Number => 'a number',
            self::Date => 'a date',
            self::YesNo => 'yes or no',
            self::Colour => 'a colour',
            self::Address => 'an address',
            self::Text, self::Picture => null,
        };

        return null === $is ? null : "$heading is $is, so it cannot name a picture";
    }
}
