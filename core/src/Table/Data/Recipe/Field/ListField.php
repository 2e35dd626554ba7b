<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Table\Data\TableException;

/** Columns in an order of their own, or words, one in a line. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ListField extends Field
{
    /**
     * @param 'several'|'lines' $control columns or lines
     * @param string            $needs   what is said where there is none
     * @param bool              $begins  whether a new one begins with the column that the recipe was asked for at
     */
    public function __construct(string $label, private string $control, private string $needs, private bool $begins = false)
    {
        parent::__construct($label);
    }

    public function control(): string
    {
        return $this->control;
    }

    /** @return non-empty-list<string> */
    public function read(mixed $said, mixed $default, string $locale): array
    {
        $words = array_values(array_filter(
            \is_array($said) ? \array_slice($said, 0, self::MOST_ENTRIES) : [],
            static fn (mixed $one): bool => \is_string($one) && '' !== trim($one),
        ));

        return [] !== $words ? $words : throw new TableException($this->needs);
    }

    public function more(): array
    {
        return ['begins' => $this->begins];
    }
}
