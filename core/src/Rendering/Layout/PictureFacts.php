<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Message;

/** What became of one picture in one row. `scale` is how many dots one of its pixels covers; 0 for drawings and where there is none. */
final readonly class PictureFacts extends LayerFacts
{
    /** @param list<Message> $problems cells that do not go into the pattern */
    public function __construct(
        string $layer,
        string $name,
        bool $placeholder,
        /** What the row asks for. */
        public string $wanted,
        /** What is shown; null when nothing is. */
        public ?string $picture,
        public PictureState $state,
        public bool $refused,
        public float $scale,
        public array $problems = [],
    ) {
        parent::__construct($layer, $name, $placeholder);
    }

    /** What is done where the wanted one is not there. */
    public function instead(): Message
    {
        return match (true) {
            $this->refused => new Message('warnings.instead.refused'),
            null === $this->picture => new Message('warnings.instead.hidden'),
            default => new Message('warnings.instead.other', ['picture' => $this->picture]),
        };
    }
}
