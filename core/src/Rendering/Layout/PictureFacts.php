<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Message;

/**
 * How one picture comes out in one row. `scale` is the number of dots each of its pixels covers; 0 for drawings and
 * missing pictures.
 */
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

    /** What happens when the wanted picture is missing. */
    public function instead(): Message
    {
        return match (true) {
            $this->refused => new Message('warnings.instead.refused'),
            null === $this->picture => new Message('warnings.instead.hidden'),
            default => new Message('warnings.instead.other', ['picture' => $this->picture]),
        };
    }
}
