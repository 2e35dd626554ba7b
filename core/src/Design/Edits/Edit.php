<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** One change of a design: checked, applied, and able to describe itself. */
interface Edit
{
    /** @throws DesignException when the result would not hold; the design stays as it was */
    public function apply(Design $design): Design;

    /** For example “Recipient: size changed”. */
    public function says(Design $before): Message;
}
