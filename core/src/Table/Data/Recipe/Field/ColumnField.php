<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;

/** A column, by its key. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class ColumnField extends Field
{
    /** @param bool $maybe whether there may be none */
    public function __construct(private bool $maybe = false)
    {
    }

    public function control(): string
    {
        return 'column';
    }

    public function read(mixed $said, mixed $default, string $locale, string $id): ?string
    {
        $key = self::text($said, $default);

        return match (true) {
            '' !== $key => $key,
            $this->maybe => null,
            default => throw new TableException(new Message('recipes.needs_column')),
        };
    }

    public function more(string $id): array
    {
        return ['maybe' => $this->maybe ? new Message("$id.none") : null];
    }
}
