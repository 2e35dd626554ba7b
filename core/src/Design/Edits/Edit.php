<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;

/** One change of a template: checked, applied, and able to say in words what it did. */
interface Edit
{
    /** @throws DesignException when the result would not hold; the template stays as it was */
    public function apply(Design $template): Design;

    /** E.g. "Recipient: size changed". */
    public function says(Design $before): string;
}
