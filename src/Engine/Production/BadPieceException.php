<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Message;

/** A piece that cannot be put into a document: its index among the given pieces, and why. */
final class BadPieceException extends \RuntimeException
{
    public function __construct(public readonly int $place, public readonly Message|string $why, ?\Throwable $previous = null)
    {
        parent::__construct($why instanceof Message ? $why->stored() : $why, 0, $previous);
    }
}
