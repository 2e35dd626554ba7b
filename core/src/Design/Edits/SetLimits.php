<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Styles\CheckLimits;
use Morphea\Core\Message;

/** Sets the limits from which warnings are given. */
final readonly class SetLimits implements Edit
{
    public function __construct(private CheckLimits $limits)
    {
    }

    public function apply(Design $design): Design
    {
        $codec = new DesignCodec();

        return $codec->fromArray($codec->toArray(new Design(...['limits' => $this->limits] + get_object_vars($design))));
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.limits');
    }
}
