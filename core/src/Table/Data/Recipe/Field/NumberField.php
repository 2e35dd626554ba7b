<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;

/** A whole number. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class NumberField extends Field
{
    public function __construct(private int $least, private int $most, private bool $refusesZero = false)
    {
    }

    public function control(): string
    {
        return 'number';
    }

    public function read(mixed $said, mixed $default, string $locale, string $id): int
    {
        $number = (int) max($this->least, min($this->most, is_numeric($said) ? (float) $said : (float) $default));

        return 0 === $number && $this->refusesZero ? throw new TableException(new Message("$id.needs")) : $number;
    }
}
