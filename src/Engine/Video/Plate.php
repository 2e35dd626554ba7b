<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\Core\Rendering\Timeline\Part;

/** A picture that ffmpeg composites: what stands still, one part that moves, or one in which a clip plays. In pixels. */
final readonly class Plate
{
    /**
     * @param string    $path of what is drawn of it
     * @param Part|null $part that moves; null of what stands still
     */
    public function __construct(
        public string $path,
        public int $x,
        public int $y,
        public int $width,
        public int $height,
        public ?Part $part = null,
        public ?Playing $playing = null,
    ) {
    }

    /** @return list<string> what ffmpeg is to read for it, an input each */
    public function inputs(): array
    {
        return match (true) {
            null === $this->playing => ['-threads', '1', '-i', $this->path],
            null === $this->playing->hole => $this->playing->input(),
            default => [...$this->playing->input(), '-i', $this->path, ...$this->playing->hole->inputs()],
        };
    }

    public function countInputs(): int
    {
        return match (true) {
            null === $this->playing?->hole => 1,
            default => 4,
        };
    }
}
