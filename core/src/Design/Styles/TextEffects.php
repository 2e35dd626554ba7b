<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Group;

/** What is drawn around and behind letters. */
final readonly class TextEffects
{
    public function __construct(
        #[Group('outline')]
        public ?Outline $outline = null,
        #[Group('shadow')]
        public ?Shadow $shadow = null,
        #[Group('highlight_bar')]
        public ?Highlight $highlight = null,
    ) {
    }
}
