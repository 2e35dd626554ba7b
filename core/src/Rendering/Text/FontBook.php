<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** The available fonts, as listed in a folder's fonts.json, and the fallbacks for missing glyphs. */
final readonly class FontBook
{
    /** What texts are set in that say nothing else. */
    public const STANDARD = 'IBM Plex Sans';
    /** Where Debian's fonts-noto-cjk puts its files. */
    private const CJK_FOLDER = '/usr/share/fonts/opentype/noto';

    /** @param array<string, FontFamily> $families by name */
    private function __construct(private array $families)
    {
    }

    /** @throws \RuntimeException when the list cannot be read */
    public static function fromFolder(string $folder, string $cjkFolder = self::CJK_FOLDER): self
    {
        $json = @file_get_contents("$folder/fonts.json");
        if (false === $json) {
            throw new \RuntimeException("The list of fonts $folder/fonts.json cannot be read.");
        }
        /**
         * @var array{families: list<array{family: string, class: string, character: string, fallbackFor: ?string,
         * faces: list<array{weight: int, italic: bool, file: string}>}>} $list
         */
        $list = json_decode($json, true, 16, \JSON_THROW_ON_ERROR);
        $families = [];
        foreach ($list['families'] as $entry) {
            $faces = array_map(
                static fn (array $face): FontFace => new FontFace(
                    $entry['family'],
                    $face['weight'],
                    $face['italic'],
                    "$folder/{$face['file']}",
                ),
                $entry['faces'],
            );
            $families[$entry['family']] = new FontFamily(
                $entry['family'],
                $entry['class'],
                $entry['character'],
                $faces,
                $entry['fallbackFor'],
            );
        }
        foreach (['serif' => 'Noto Serif CJK SC', 'sans' => 'Noto Sans CJK SC'] as $class => $name) {
            $faces = [];
            foreach ([400 => 'Regular', 700 => 'Bold'] as $weight => $style) {
                $path = \sprintf('%s/Noto%sCJK-%s.ttc', $cjkFolder, ucfirst($class), $style);
                if (is_file($path)) {
                    $faces[] = new FontFace($name, $weight, false, $path, 2);
                }
            }
            if ([] !== $faces) {
                $families[$name] = new FontFamily($name, $class, 'cjk', $faces, $class);
            }
        }

        return new self($families);
    }

    /**
     * With more families; of two with the same name, the added one is used.
     *
     * @param list<FontFamily> $families
     */
    public function with(array $families): self
    {
        return new self(
            array_replace(
                $this->families,
                array_combine(array_map(static fn (FontFamily $family): string => $family->name, $families), $families),
            ),
        );
    }

    public function has(string $family): bool
    {
        return isset($this->families[$family]);
    }

    /** @return list<FontFamily> those people choose from */
    public function choices(): array
    {
        return array_values(
            array_filter($this->families, static fn (FontFamily $family): bool => null === $family->fallbackFor),
        );
    }

    /** @return list<FontFamily> */
    public function all(): array
    {
        return array_values($this->families);
    }

    /**
     * The requested face and its fallbacks, in order. An unknown family is replaced as a whole.
     *
     * @return non-empty-list<FontFace>
     */
    public function chain(string $family, int $weight, bool $italic): array
    {
        $wanted = $this->families[$family] ?? null;
        $class = $wanted->class ?? 'sans';
        $faces = null === $wanted ? [] : [$wanted->face($weight, $italic)];
        foreach ([$class, 'symbol', 'serif' === $class ? 'sans' : 'serif'] as $stand) {
            foreach ($this->families as $other) {
                if ($other->fallbackFor === $stand && $other !== $wanted) {
                    $faces[] = $other->face($weight, $italic);
                }
            }
        }
        \assert([] !== $faces);

        return $faces;
    }
}
