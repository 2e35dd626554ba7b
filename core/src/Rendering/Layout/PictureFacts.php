<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

/** What became of one picture in one row. `scale` is how many dots one of its pixels covers; 0 for drawings and where there is none. */
final readonly class PictureFacts extends LayerFacts
{
    /** @param list<string> $problems cells that do not go into the pattern */
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
    public function instead(): string
    {
        return match (true) {
            $this->refused => 'it cannot be made without',
            null === $this->picture => 'it hides',
            default => "“{$this->picture}” is shown instead",
        };
    }
}
