<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Message;

/** A change of the design that may mend a warning, for all rows; `label` as on a button. */
final readonly class Fix
{
    public function __construct(public string $id, public Message $label, public Edit $edit)
    {
    }
}
