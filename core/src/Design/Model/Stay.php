<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Design\Timing\Motion;

/** When a layer is visible: from the start of one scene to the end of another, and how it appears and disappears. */
final readonly class Stay
{
    public function __construct(
        /** Id of a scene; null where it is there from the start. */
        #[Text('coming', 40, Layer::NAME)]
        public ?string $comes = null,
        /** Id of a scene; null where it stays to the end. */
        #[Text('going', 40, Layer::NAME)]
        public ?string $goes = null,
        #[Group('way_of_coming')]
        public Motion $in = new Motion(),
        #[Group('way_of_going')]
        public Motion $out = new Motion(),
    ) {
    }

    /** The same, disappearing with the scene it appeared with if it was to stay. */
    public function leaving(string $scene): self
    {
        return null === $this->comes || null !== $this->goes ? $this : new self($this->comes, $scene, $this->in, $this->out);
    }
}
