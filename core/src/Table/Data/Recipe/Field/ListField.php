<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;

/** Columns in a chosen order, or words, one per line. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ListField extends Field
{
    /**
     * @param 'several'|'lines' $control columns or lines
     * @param bool              $begins  whether a new one begins with the column that the recipe was asked for at
     */
    public function __construct(private string $control, private bool $begins = false)
    {
    }

    public function control(): string
    {
        return $this->control;
    }

    /** @return non-empty-list<string> */
    public function read(mixed $said, mixed $default, string $locale, string $id): array
    {
        $words = array_values(array_filter(
            \is_array($said) ? \array_slice($said, 0, self::MOST_ENTRIES) : [],
            static fn (mixed $one): bool => \is_string($one) && '' !== trim($one),
        ));

        return [] !== $words ? $words : throw new TableException(new Message("$id.needs"));
    }

    public function more(string $id): array
    {
        return ['begins' => $this->begins];
    }
}
