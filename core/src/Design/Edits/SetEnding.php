<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;

/** Makes a short loop, or not. */
final readonly class SetEnding implements Edit
{
    public function __construct(private bool $endsAsBegun)
    {
    }

    public function apply(Design $design): Design
    {
        return new Design(...['endsAsBegun' => $this->endsAsBegun] + get_object_vars($design));
    }

    public function says(Design $before): Message
    {
        return new Message($this->endsAsBegun ? 'design.did.loops' : 'design.did.stays');
    }
}
