<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\OfPattern;
use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Timing\SceneLength;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * A stretch of time that every short of the design has, with a length set by its rule; layers appear and disappear with
 * scenes.
 */
final readonly class Scene
{
    public function __construct(
        #[Text('id', 40, Layer::NAME)]
        public string $id,
        #[Text('name', 60)]
        public string $name,
        #[Group('how_long_it_lasts')]
        public SceneLength $length = new SceneLength(),
        /** What it comes to names a sound that is heard at its beginning; null for none. */
        #[OfPattern('sound', 1_000)]
        public ?Pattern $plays = null,
        /** Words that are spoken then; null for none. */
        #[OfPattern('words_spoken', 5_000)]
        public ?Pattern $says = null,
        /** The words that come with it are spoken. */
        #[Toggle('reading_aloud')]
        public bool $reads = false,
    ) {
    }
}
