<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Styles\NamedField;
use Morphea\Core\Message;

/** An edit that names columns which do not exist yet: the design remembers their names. */
final readonly class NameFields implements Edit
{
    /** @param list<NamedField> $fields */
    public function __construct(private Edit $edit, private array $fields)
    {
    }

    public function apply(Design $design): Design
    {
        return $this->edit->apply($design)->withFields($this->fields);
    }

    public function says(Design $before): Message
    {
        return $this->edit->says($before);
    }
}
