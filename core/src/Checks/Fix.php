<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Message;

/** A change of the design that may fix a warning for all rows; `label` is the text of its button. */
final readonly class Fix
{
    public function __construct(public string $id, public Message $label, public Edit $edit)
    {
    }
}
