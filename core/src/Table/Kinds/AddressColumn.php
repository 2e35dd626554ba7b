<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Email addresses or web addresses. */
final readonly class AddressColumn extends KindOfColumn
{
    private const EMAIL = '/^[^\s@]+@[^\s@]+\.[^\s@]{2,}$/u';
    private const WEB = '~^(?:https?://|www\.)[^\s]+\.[^\s]+$~iu';

    public function fits(string $cell, CellReading $reading): bool
    {
        return 1 === preg_match(self::EMAIL, $cell) || 1 === preg_match(self::WEB, $cell);
    }

    public function worthAsName(): float
    {
        return 0.45;
    }
}
