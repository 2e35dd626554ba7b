<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** One font file: a family in one weight, upright or italic. `index` is the position of the face in a collection file. */
final readonly class FontFace
{
    public function __construct(
        public string $family,
        public int $weight,
        public bool $italic,
        public string $path,
        public int $index = 0,
    ) {
    }

    /** @return array<string, mixed> what it looks like, wherever its file lies: drawings are compared by it */
    public function __serialize(): array
    {
        return [
            'family' => $this->family,
            'weight' => $this->weight,
            'italic' => $this->italic,
            'file' => basename($this->path),
            'index' => $this->index,
        ];
    }

    /** @param array{family: string, weight: int, italic: bool, file: string, index: int} $data */
    public function __unserialize(array $data): void
    {
        $this->__construct($data['family'], $data['weight'], $data['italic'], $data['file'], $data['index']);
    }

    /** The same face with its file in another place. */
    public function at(string $path): self
    {
        return new self($this->family, $this->weight, $this->italic, $path, $this->index);
    }
}
