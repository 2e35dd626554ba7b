<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;

/** Text as it is typed. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class WordsField extends Field
{
    /**
     * @param bool $hint  whether words of its own stand in the empty field
     * @param bool $needs whether something has to be typed
     */
    public function __construct(private bool $hint = false, private bool $needs = false)
    {
    }

    public function control(): string
    {
        return 'words';
    }

    public function read(mixed $said, mixed $default, string $locale, string $id): string
    {
        $text = self::text($said, $default);

        return '' === $text && $this->needs ? throw new TableException(new Message("$id.needs")) : $text;
    }

    public function more(string $id): array
    {
        return ['hint' => new Message($this->hint ? "$id.hint" : 'recipes.nothing')];
    }
}
