<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;

/** Whole numbers, with any separators. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class NumbersField extends Field
{
    public function control(): string
    {
        return 'words';
    }

    /** @return list<int> */
    public function read(mixed $said, mixed $default, string $locale, string $id): array
    {
        $list = \is_string($said) ? preg_split('/[\s,;]+/', $said) : $said;

        return array_values(array_map(
            intval(...),
            array_filter(\is_array($list) ? \array_slice($list, 0, self::MOST_ENTRIES) : [], is_numeric(...)),
        ));
    }

    public function more(string $id): array
    {
        return ['hint' => new Message("$id.hint")];
    }
}
