<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/**
 * All faces of one family; `class` is serif, sans or symbol, `character` the id of its description
 * (`compose.character`).
 */
final readonly class FontFamily
{
    /**
     * @param list<FontFace> $faces
     * @param string|null    $fallbackFor the class it stands in for where glyphs are missing; null for families people choose
     */
    public function __construct(
        public string $name,
        public string $class,
        public string $character,
        public array $faces,
        public ?string $fallbackFor,
    ) {
    }

    /** The closest face: by slope first, then by weight. */
    public function face(int $weight, bool $italic): FontFace
    {
        $best = $this->faces[0];
        $bestDistance = \INF;
        foreach ($this->faces as $face) {
            $distance = abs($face->weight - $weight) + ($face->italic === $italic ? 0 : 10_000);
            if ($distance < $bestDistance) {
                [$best, $bestDistance] = [$face, $distance];
            }
        }

        return $best;
    }
}
