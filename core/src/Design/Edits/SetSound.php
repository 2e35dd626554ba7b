<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Timing\BackgroundSound;
use Morphea\Core\Message;

/** Sets or changes the background sound of a design. */
final readonly class SetSound implements Edit
{
    public function __construct(private BackgroundSound $sound)
    {
    }

    public function apply(Design $design): Design
    {
        $codec = new DesignCodec();

        return $codec->fromArray($codec->toArray(new Design(...['sound' => $this->sound] + get_object_vars($design))));
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.sound');
    }
}
