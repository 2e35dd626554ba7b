<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Message;
use Morphea\Core\MessageException;

/** Something in a design that cannot be used; `where` is its path, such as `sides[0].layers[2].style.size`. */
final class DesignException extends \InvalidArgumentException implements MessageException
{
    public function __construct(public readonly string $where, public readonly Message|string $what)
    {
        parent::__construct($where . ('' === $where ? '' : ': ') . ($what instanceof Message ? $what->stored() : $what));
    }

    public function says(): Message|string
    {
        return '' === $this->where ? $this->what : new Message('design.wrong.at', ['where' => $this->where, 'what' => $this->what]);
    }
}
