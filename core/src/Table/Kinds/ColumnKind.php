<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

use Morphea\Core\Message;

/**
 * What the cells of a column are, as far as people and checks are concerned; the cells themselves stay text. A new kind
 * is a class in this folder and a case here. To find the kind of a column, all but text are tried in this order.
 */
enum ColumnKind: string
{
    case Text = 'text';
    case YesNo = 'yes-no';
    case Number = 'number';
    case Date = 'date';
    case Colour = 'colour';
    case Address = 'address';
    case Picture = 'picture';

    /** All that is to be known about the kind. */
    public function rules(): KindOfColumn
    {
        return match ($this) {
            self::Text => new TextColumn(),
            self::YesNo => new YesNoColumn(),
            self::Number => new NumberColumn(),
            self::Date => new DateColumn(),
            self::Colour => new ColourColumn(),
            self::Address => new AddressColumn(),
            self::Picture => new PictureColumn(),
        };
    }

    /** Why a column of this kind cannot name the pictures of a frame; null where it can. */
    public function whyNoPicture(string $heading): ?Message
    {
        return $this->rules()->namesPictures()
            ? null
            : new Message('rows.kind.names_no_picture', ['heading' => $heading, 'kind' => $this->value]);
    }
}
