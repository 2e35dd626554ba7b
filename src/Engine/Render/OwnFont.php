<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\FontFace;
use Morphea\Core\Rendering\Text\FontFamily;

/** A member's font file: one face of a family. `ending` is ttf or otf. */
final readonly class OwnFont
{
    /** @param \Closure(): string $bytes */
    public function __construct(
        public string $family,
        public int $weight,
        public bool $italic,
        public string $hash,
        public string $ending,
        public \Closure $bytes,
    ) {
    }

    /**
     * Their faces by family, put where they are found.
     *
     * @param list<self> $fonts
     *
     * @return list<FontFamily>
     */
    public static function families(array $fonts, FontBook $book, FontSetup $setup): array
    {
        $faces = [];
        foreach ($fonts as $font) {
            $faces[self::name($font->family, $book)][] = new FontFace(
                FontSetup::alias($font->hash),
                $font->weight,
                $font->italic,
                $setup->place($font->hash, $font->ending, $font->bytes),
            );
        }

        return array_map(
            static fn (string $name, array $all): FontFamily => new FontFamily($name, 'sans', 'own', $all, null),
            array_map(strval(...), array_keys($faces)),
            $faces,
        );
    }

    /** A family with the name of a built-in one gets another name, so that no design changes by itself. */
    public static function name(string $family, FontBook $book): string
    {
        return $book->has($family) ? "$family (own)" : $family;
    }
}
