<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

/** How an email brings its piece: attached or as a link. */
enum PieceCarrier: string
{
    case Link = 'link';
    case Attached = 'attached';
    case Both = 'both';
    case Nothing = 'nothing';

    public function isLinked(): bool
    {
        return self::Link === $this || self::Both === $this;
    }

    public function isAttached(): bool
    {
        return self::Attached === $this || self::Both === $this;
    }
}
