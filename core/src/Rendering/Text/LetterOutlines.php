<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** Converts letters to outlines, positioned by HarfBuzz, for output that must look the same without the font. */
final class LetterOutlines
{
    private const REMEMBERED = 5_000;

    public readonly HarfBuzz $harfBuzz;
    /** @var array<string, list<array{string, list<float>}>> by face and glyph */
    private array $known = [];

    /** @param (\Closure(FontFace): FontFace)|null $here where the file of a face lies, which may come from elsewhere */
    public function __construct(private readonly ?\Closure $here = null)
    {
        $this->harfBuzz = new HarfBuzz();
    }

    /**
     * @param float $x        where the text begins, `$y` its baseline
     * @param float $size     of the text, in the same units
     * @param float $spacing  after each cluster, in the same units
     *
     * @return list<array{string, list<float>}> M, L, C or Z, each with its points in turn
     */
    public function layOut(FontFace $face, string $text, bool $rightToLeft, float $x, float $y, float $size, float $spacing): array
    {
        $steps = [];
        $face = null === $this->here ? $face : ($this->here)($face);
        $glyphs = $this->harfBuzz->glyphs($face, $text, $rightToLeft, $size > 0 ? $spacing / $size : 0.0);
        foreach ($glyphs as [$glyph, , $right, $down]) {
            $at = [$x + $right * $size, $y + $down * $size];
            foreach ($this->outline($face, $glyph) as [$letter, $points]) {
                $placed = [];
                foreach ($points as $i => $point) {
                    $placed[] = $at[$i % 2] + $point * $size;
                }
                $steps[] = [$letter, $placed];
            }
        }

        return $steps;
    }

    /** @return list<array{string, list<float>}> in em, from where the glyph stands on the baseline */
    public function outline(FontFace $face, int $glyph): array
    {
        if (\count($this->known) >= self::REMEMBERED) {
            $this->known = [];
        }

        return $this->known["$face->path#$face->index#$glyph"] ??= $this->harfBuzz->outline($face, $glyph);
    }
}
