<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Table\Data\TableException;

/** A column, by its key. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ColumnField extends Field
{
    /** @param string|null $none what is said where no column has to be picked; null where one has to */
    public function __construct(string $label, private ?string $none = null)
    {
        parent::__construct($label);
    }

    public function control(): string
    {
        return 'column';
    }

    public function read(mixed $said, mixed $default, string $locale): ?string
    {
        $key = self::text($said, $default);

        return match (true) {
            '' !== $key => $key,
            null !== $this->none => null,
            default => throw new TableException('Pick the column it is made from.'),
        };
    }

    public function more(): array
    {
        return ['maybe' => $this->none];
    }
}
