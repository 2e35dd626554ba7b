<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** Measures lines: splits them by font, script and direction, shapes each run, and caches the result by line and face. */
final class Shaper
{
    private const REMEMBERED = 20_000;
    private const ASCII = ' !"#$%&\'()*+,-./0123456789:;<=>?@ABCDEFGHIJKLMNOPQRSTUVWXYZ[\\]^_`abcdefghijklmnopqrstuvwxyz{|}~';

    private readonly HarfBuzz $harfBuzz;
    private readonly Bidi $bidi;
    /** @var array<string, non-empty-list<FontFace>> */
    private array $chains = [];
    /** @var array<string, bool> */
    private array $coverage = [];
    /** @var array<string, ShapedLine> */
    private array $lines = [];
    /** @var array<string, array{ascent: float, descent: float}> */
    private array $extents = [];

    /** @var array<string, array{left: float, top: float, right: float, bottom: float}|null> */
    private array $inks = [];

    public function __construct(public readonly FontBook $fonts)
    {
        $this->harfBuzz = new HarfBuzz();
        $this->bidi = new Bidi();
    }

    public function line(StyledText $text): ShapedLine
    {
        $key = $text->key();
        if (isset($this->lines[$key])) {
            return $this->lines[$key];
        }
        if (\count($this->lines) >= self::REMEMBERED) {
            $this->lines = [];
        }

        return $this->lines[$key] = $this->shape($text);
    }

    /** @return array{ascent: float, descent: float} of the chosen face, in em */
    public function extents(Inline $inline): array
    {
        $face = $this->chain($inline)[0];

        return $this->extents[$face->path] ??= $this->harfBuzz->extents($face);
    }

    /**
     * The bounds of the ink of some letters in one face, in em from their origin on the baseline, y pointing down.
     *
     * @return array{left: float, top: float, right: float, bottom: float}|null null where there is nothing to be seen
     */
    public function ink(FontFace $face, string $text, bool $rightToLeft, bool $ligatures): ?array
    {
        $key = "$face->path#$face->index\0" . (int) $rightToLeft . (int) $ligatures . $text;
        if (\count($this->inks) >= self::REMEMBERED) {
            $this->inks = [];
        }

        return $this->inks[$key] ??= $this->harfBuzz->ink($face, $text, $rightToLeft, $ligatures);
    }

    private function shape(StyledText $text): ShapedLine
    {
        [$pieces, $rightToLeft, $missing] = $this->pieces($text);
        $runs = [];
        $levels = [];
        $standIns = [];
        $width = 0.0;
        foreach ($pieces as [$piece, $face, $level, $count, $inline]) {
            foreach ($this->runs($piece, $face, 1 === $level % 2, $count, $inline) as $run) {
                $runs[] = $run;
                $levels[] = $level;
                $width += $run->advance;
            }
            // A face may go by another name than its family, as members' own do.
            if ($face !== $this->chain($inline)[0] || !$this->fonts->has($inline->family)) {
                $standIns[$face->family] = true;
            }
        }
        if ([] !== $pieces) {
            $last = $pieces[\count($pieces) - 1][4];
            $width -= $last->letterSpacing * $last->scale;
        }

        return new ShapedLine(
            $text->text(),
            Bidi::visualOrder($runs, $levels),
            $width,
            $rightToLeft,
            $missing,
            array_keys($standIns),
        );
    }

    /** @return list<TextSpan> one, or with tabular figures one for each figure and what stands between */
    private function runs(string $text, FontFace $face, bool $rightToLeft, int $graphemes, Inline $inline): array
    {
        $spacing = $inline->letterSpacing * $inline->scale;
        if (!$inline->tabular || 1 !== preg_match('/[0-9]/', $text)) {
            return [
                new TextSpan(
                    $text,
                    $face,
                    $rightToLeft,
                    $this->advance($text, $face, $rightToLeft, $inline) + $graphemes * $spacing,
                    $inline,
                ),
            ];
        }
        $widest = max(
            array_map(fn (string $digit): float => $this->advance($digit, $face, false, $inline), str_split('0123456789')),
        );
        $runs = [];
        foreach (preg_split('/(?<=[0-9])|(?=[0-9])/', $text, -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $bit) {
            $advance = $this->advance($bit, $face, $rightToLeft, $inline);
            $isDigit = 1 === \strlen($bit) && ctype_digit($bit);
            $runs[] = new TextSpan(
                $bit,
                $face,
                $rightToLeft,
                ($isDigit ? $widest : $advance) + \count(self::graphemes($bit)) * $spacing,
                $inline,
                $isDigit ? ($widest - $advance) / 2 : 0.0,
            );
        }

        return $runs;
    }

    private function advance(string $text, FontFace $face, bool $rightToLeft, Inline $inline): float
    {
        return $this->harfBuzz->advance($face, $text, $rightToLeft, 0.0 === $inline->letterSpacing) * $inline->scale;
    }

    /**
     * @return array{list<array{string, FontFace, int, int, Inline}>, bool, list<string>} runs in reading order as text,
     * face, level, count of graphemes, style; base direction; missing graphemes
     */
    private function pieces(StyledText $text): array
    {
        if (1 === \count($text->pieces) && 1 === preg_match('/^[\x20-\x7E]*$/', $text->pieces[0][0])) {
            [$words, $inline] = $text->pieces[0];
            $face = $this->chain($inline)[0];
            if ($this->coversAscii($face)) {
                return [[[$words, $face, 0, \strlen($words), $inline]], false, []];
            }
        }
        $graphemes = [];
        $inlines = [];
        foreach ($text->pieces as [$words, $inline]) {
            foreach (self::graphemes($words) as $grapheme) {
                $graphemes[] = $grapheme;
                $inlines[] = $inline;
            }
        }
        $levels = array_fill(0, \count($graphemes), 0);
        $rightToLeft = false;
        if (Bidi::needed($text->text())) {
            [$levels, $rightToLeft] = $this->graphemeLevels($graphemes);
        }
        $scripts = array_map(self::script(...), $graphemes);
        $faces = [];
        $pieces = [];
        $missing = [];
        $script = null;
        foreach ($graphemes as $i => $grapheme) {
            $inline = $inlines[$i];
            $chain = $this->chain($inline);
            $faces[$chain[0]->path] ??= $this->facesByScript($graphemes, $scripts, $chain);
            $own = $scripts[$i];
            $face = $faces[$chain[0]->path][$own ?? -1] ?? $this->faceFor($grapheme, $chain);
            if (null === $face) {
                $missing[$grapheme] = true;
            }
            $last = array_key_last($pieces);
            // A space or mark that the last run's font has stays in that run.
            if (
                null === $own &&
                null !== $last &&
                $pieces[$last][4] === $inline &&
                $this->covers($pieces[$last][1], $grapheme)
            ) {
                $face = $pieces[$last][1];
            }
            $face ??= $chain[0];
            if (
                null !== $last &&
                $pieces[$last][1] === $face &&
                $pieces[$last][2] === $levels[$i] &&
                $pieces[$last][4] === $inline &&
                (null === $own || null === $script || $own === $script)
            ) {
                $pieces[$last][0] .= $grapheme;
                ++$pieces[$last][3];
            } else {
                $pieces[] = [$grapheme, $face, $levels[$i], 1, $inline];
                $script = null;
            }
            $script = $own ?? $script;
        }

        return [$pieces, $rightToLeft, array_map(strval(...), array_keys($missing))];
    }

    /**
     * One face for all letters of a script in the line, so that the face never changes within a word.
     *
     * @param list<string>             $graphemes
     * @param list<int|null>           $scripts   one a grapheme
     * @param non-empty-list<FontFace> $chain
     *
     * @return array<int, FontFace> by script; without those that no single face has all letters of
     */
    private function facesByScript(array $graphemes, array $scripts, array $chain): array
    {
        $letters = [];
        foreach ($scripts as $i => $script) {
            if (null !== $script) {
                $letters[$script][$graphemes[$i]] = true;
            }
        }
        $faces = [];
        foreach ($letters as $script => $set) {
            foreach ($chain as $face) {
                if (
                    !\in_array(
                        false,
                        array_map(fn (string|int $letter): bool => $this->covers($face, (string) $letter), array_keys($set)),
                        true,
                    )
                ) {
                    $faces[$script] = $face;
                    break;
                }
            }
        }

        return $faces;
    }

    /** @return list<string> */
    public static function graphemes(string $text): array
    {
        return 1 <= preg_match_all('/\X/u', $text, $m) ? $m[0] : [];
    }

    /**
     * @param list<string> $graphemes
     *
     * @return array{list<int>, bool}
     */
    private function graphemeLevels(array $graphemes): array
    {
        $codepoints = [];
        $starts = [];
        foreach ($graphemes as $grapheme) {
            $starts[] = \count($codepoints);
            foreach (mb_str_split($grapheme, 1, 'UTF-8') as $char) {
                $codepoints[] = mb_ord($char, 'UTF-8');
            }
        }
        $found = $this->bidi->levels($codepoints);

        return [array_map(static fn (int $start): int => $found['levels'][$start], $starts), $found['rightToLeft']];
    }

    /** @param non-empty-list<FontFace> $chain */
    private function faceFor(string $grapheme, array $chain): ?FontFace
    {
        // Emoji presentation: signs that ask for it come from the emoji font even where a text font has them.
        if (str_contains($grapheme, "\u{FE0F}")) {
            foreach ($chain as $face) {
                if ('Noto Emoji' === $face->family && $this->covers($face, $grapheme)) {
                    return $face;
                }
            }
        }
        foreach ($chain as $face) {
            if ($this->covers($face, $grapheme)) {
                return $face;
            }
        }

        return null;
    }

    private function covers(FontFace $face, string $text): bool
    {
        return $this->coverage["$face->path#$face->index\0$text"] ??= $this->hasAll($face, $text);
    }

    private function coversAscii(FontFace $face): bool
    {
        return $this->covers($face, self::ASCII);
    }

    private function hasAll(FontFace $face, string $text): bool
    {
        foreach (mb_str_split($text, 1, 'UTF-8') as $char) {
            $codepoint = mb_ord($char, 'UTF-8');
            if (
                \IntlChar::hasBinaryProperty($codepoint, \IntlChar::PROPERTY_DEFAULT_IGNORABLE_CODE_POINT) ||
                $codepoint < 0x20
            ) {
                continue;
            }
            if (!$this->harfBuzz->hasGlyph($face, $codepoint)) {
                return false;
            }
        }

        return true;
    }

    /** The script of a grapheme's first character; null for characters without a script (spaces, digits, marks). */
    private static function script(string $grapheme): ?int
    {
        $script = \IntlChar::getIntPropertyValue(
            mb_ord(mb_substr($grapheme, 0, 1, 'UTF-8'), 'UTF-8'),
            \IntlChar::PROPERTY_SCRIPT,
        );

        return $script <= 1 ? null : $script;
    }

    /** @return non-empty-list<FontFace> */
    private function chain(Inline $inline): array
    {
        return $this->chains["$inline->family\0$inline->weight\0" . (int) $inline->italic] ??= $this->fonts->chain(
            $inline->family,
            $inline->weight,
            $inline->italic,
        );
    }
}
