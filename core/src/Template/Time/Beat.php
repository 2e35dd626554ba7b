<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Time;

use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Property\Group;
use Morphea\Core\Template\Property\Text;

/** A stretch of time that all rows have, each as long as its rule says; layers come and go with beats. */
final readonly class Beat
{
    public function __construct(
        #[Text('id', 40, Layer::NAME)]
        public string $id,
        #[Text('name', 60)]
        public string $name,
        #[Group('how long it lasts')]
        public BeatLength $length = new BeatLength(),
    ) {
    }
}
