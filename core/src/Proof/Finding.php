<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

/** Something about one piece that a person should know. A finding that blocks means: this piece cannot be made. */
final readonly class Finding
{
    public function __construct(
        public string $kind,
        public string $layer,
        public string $sentence,
        public bool $blocks = false,
    ) {
    }

    /** @return array{kind: string, layer: string, sentence: string, blocks: bool} */
    public function toArray(): array
    {
        return ['kind' => $this->kind, 'layer' => $this->layer, 'sentence' => $this->sentence, 'blocks' => $this->blocks];
    }
}
