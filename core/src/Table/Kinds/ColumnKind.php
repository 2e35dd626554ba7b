<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

use Morphea\Core\Message;

/**
 * What the cells of a column hold, for people and checks; the cells themselves stay text. To add a kind, write a class
 * in this folder and add a case here. Kinds are detected in this order, except text.
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

    /** The class that defines the kind. */
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

    /** Why a column of this kind cannot name the pictures of a frame; null if it can. */
    public function whyNoPicture(string $heading): ?Message
    {
        return $this->rules()->namesPictures()
            ? null
            : new Message('rows.kind.names_no_picture', ['heading' => $heading, 'kind' => $this->value]);
    }
}
