<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Edit;

use Morphea\Core\Design\Model\Field;
use Morphea\Core\Design\Model\Template;

/** An edit in which columns are named that there are not yet: the design remembers what they are called. */
final readonly class NameFields implements Edit
{
    /** @param list<Field> $fields */
    public function __construct(private Edit $edit, private array $fields)
    {
    }

    public function apply(Template $template): Template
    {
        return $this->edit->apply($template)->withFields($this->fields);
    }

    public function says(Template $before): string
    {
        return $this->edit->says($before);
    }
}
