<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Edit;

use Morphea\Core\Design\Model\Template;
use Morphea\Core\Design\Model\TemplateError;

/** One change of a template: checked, applied, and able to say in words what it did. */
interface Edit
{
    /** @throws TemplateError when the result would not hold; the template stays as it was */
    public function apply(Template $template): Template;

    /** E.g. "Recipient: size changed". */
    public function says(Template $before): string;
}
