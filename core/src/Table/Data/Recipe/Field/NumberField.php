<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Table\Data\TableException;

/** A whole number. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class NumberField extends Field
{
    /** @param string|null $refusesZero what is said where it must not be 0 */
    public function __construct(string $label, private int $least, private int $most, private ?string $refusesZero = null)
    {
        parent::__construct($label);
    }

    public function control(): string
    {
        return 'number';
    }

    public function read(mixed $said, mixed $default, string $locale): int
    {
        $number = (int) max($this->least, min($this->most, is_numeric($said) ? (float) $said : (float) $default));

        return 0 === $number && null !== $this->refusesZero ? throw new TableException($this->refusesZero) : $number;
    }
}
