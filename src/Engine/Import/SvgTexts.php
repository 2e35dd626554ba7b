<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\Tokens;
use Morphea\Core\Rendering\Layout\ArtText;

/**
 * Extracts texts from a drawing that can become texts of a design: on straight lines, with upright letters, not clipped
 * or masked. Text that is curved, distorted or positioned letter by letter stays in the drawing.
 */
final class SvgTexts
{
    /** A drawing with more texts than this is a map or a plan; only those with columns in them are taken out. */
    private const MOST_PLAIN = 40;
    private const INHERITED = [
        'fill',
        'font-family',
        'font-size',
        'font-weight',
        'font-style',
        'text-anchor',
        'letter-spacing',
        'display',
        'visibility',
        'clip-path',
        'mask',
        'opacity',
        'filter',
    ];
    private const HIDING = ['defs', 'symbol', 'clippath', 'mask', 'marker', 'pattern'];
    private const START = [
        'fill' => '#000000',
        'font-family' => '',
        'font-size' => '16',
        'font-weight' => '400',
        'font-style' => 'normal',
        'text-anchor' => 'start',
        'letter-spacing' => '0',
        'display' => 'inline',
        'visibility' => 'visible',
    ];

    /** @var list<array{\DOMElement, ArtText}> */
    private array $found = [];

    /** @return list<ArtText> in drawing order; they are gone from the drawing */
    public static function takeOut(SvgFile $file): array
    {
        $search = new self();
        $search->walk($file->root, self::START, [
            $file->scale,
            0.0,
            0.0,
            $file->scale,
            -$file->x * $file->scale,
            -$file->y * $file->scale,
        ]);
        $all = $search->found;
        if (\count($all) > self::MOST_PLAIN) {
            $all = array_values(array_filter($all, static fn (array $one): bool => Tokens::in($one[1]->words())));
        }
        foreach ($all as [$element]) {
            $element->parentNode?->removeChild($element);
        }

        return array_column($all, 1);
    }

    /**
     * @param array<string, string>                                $style
     * @param array{float, float, float, float, float, float} $matrix from here to the drawing's pixels
     */
    private function walk(\DOMElement $element, array $style, array $matrix, int $depth = 0): void
    {
        if ($depth > 60) {
            return;
        }
        $style = self::inherit($element, $style);
        foreach ($element->childNodes as $node) {
            if (!($node instanceof \DOMElement) || \in_array(strtolower((string) $node->localName), self::HIDING, true)) {
                continue;
            }
            $own = SvgTransform::times($matrix, SvgTransform::parse($node->getAttribute('transform')));
            if ('text' === strtolower((string) $node->localName)) {
                $text = null === $own ? null : $this->text($node, $style, $own);
                if (null !== $text) {
                    $this->found[] = [$node, $text];
                }
            } elseif (null !== $own && 'svg' !== strtolower((string) $node->localName)) {
                $this->walk($node, $style, $own, $depth + 1);
            }
        }
    }

    /**
     * @param array<string, string>                                $style
     * @param array{float, float, float, float, float, float} $matrix
     */
    private function text(\DOMElement $element, array $style, array $matrix): ?ArtText
    {
        foreach (['x', 'y', 'dx', 'dy', 'rotate', 'textLength'] as $name) {
            $value = $element->getAttribute($name);
            if ('' !== $value && (!\in_array($name, ['x', 'y'], true) || null === self::number($value))) {
                return null;
            }
        }
        $style = self::inherit($element, $style);
        $turned = SvgTransform::similarity($matrix);
        if (
            null === $turned ||
            'none' === $style['display'] ||
            'visible' !== $style['visibility'] ||
            isset($style['clip-path']) ||
            isset($style['mask']) ||
            isset($style['filter'])
        ) {
            return null;
        }
        [$scale, $rotation] = $turned;
        $runs = [];
        $place = [self::number($element->getAttribute('x')) ?? 0.0, self::number($element->getAttribute('y')) ?? 0.0];
        if (!$this->runs($element, $style, $place, $runs)) {
            return null;
        }
        $lines = self::lines($runs, 'preserve' === $element->getAttributeNS('http://www.w3.org/XML/1998/namespace', 'space'));
        if ([] === $lines) {
            return null;
        }
        $first = $lines[0][0];
        $steps = array_map(static fn (array $line): float => $line[0]['y'], $lines);
        [$x, $y] = SvgTransform::point($matrix, $first['x'], $first['y']);
        $size = $first['size'] * $scale;
        if ($size < 0.5) {
            return null;
        }

        return new ArtText(
            array_map(
                static fn (array $line): array => array_map(
                    static fn (array $run): array => [
                        'words' => $run['words'],
                        'bold' => $run['weight'] >= 600,
                        'italic' => $run['italic'],
                        'colour' => $run['colour'],
                        'size' => $run['size'] * $scale,
                    ],
                    $line,
                ),
                $lines,
            ),
            $x,
            $y,
            $rotation,
            match ($style['text-anchor']) {
                'middle' => Align::Centre,
                'end' => Align::Right,
                default => Align::Left,
            },
            $first['family'],
            $first['weight'],
            $first['italic'],
            $size,
            $first['colour'],
            $first['spacing'] * $scale,
            \count($steps) > 1 ? (($steps[\count($steps) - 1] - $steps[0]) / (\count($steps) - 1)) * $scale : $size * 1.2,
        );
    }

    /**
     * @param array<string, string>      $style
     * @param array{float, float}        $place where the line begins
     * @param list<array<string, mixed>> $runs  added to
     *
     * @return bool false when it cannot stand as a text
     */
    private function runs(\DOMElement $element, array $style, array &$place, array &$runs): bool
    {
        $colour = SvgColours::plain($style['fill']);
        if (1 !== preg_match('/^#[0-9A-F]{6}$/', $colour)) {
            return false;
        }
        $size = SvgTransform::length($style['font-size'], 16.0);
        foreach ($element->childNodes as $node) {
            if ($node instanceof \DOMText) {
                $runs[] = [
                    'words' => $node->data,
                    'x' => $place[0],
                    'y' => $place[1],
                    'size' => $size,
                    'colour' => $colour,
                    'family' => trim(explode(',', $style['font-family'])[0], " \"'"),
                    'weight' => self::weight($style['font-weight']),
                    'italic' => 'normal' !== $style['font-style'],
                    'spacing' => SvgTransform::length($style['letter-spacing'], $size),
                ];
                continue;
            }
            if (!($node instanceof \DOMElement) || 'tspan' !== strtolower((string) $node->localName)) {
                if (
                    $node instanceof \DOMElement &&
                    !\in_array(strtolower((string) $node->localName), ['title', 'desc'], true)
                ) {
                    return false;
                }
                continue;
            }
            foreach (['x' => 0, 'y' => 1] as $name => $axis) {
                $value = $node->getAttribute($name);
                if ('' !== $value) {
                    $place[$axis] = self::number($value) ?? \NAN;
                }
                $by = $node->getAttribute("d$name");
                if ('' !== $by && '0' !== $by) {
                    // A step to the side within a line has no place in a text.
                    $place[$axis] += 0 === $axis ? \NAN : SvgTransform::length($by, $size);
                }
            }
            if (is_nan($place[0]) || is_nan($place[1]) || !$this->runs($node, self::inherit($node, $style), $place, $runs)) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<array<string, mixed>> $runs
     *
     * @return list<non-empty-list<array<string, mixed>>> with white space closed up, without empty ones
     */
    private static function lines(array $runs, bool $preserve): array
    {
        $lines = [];
        foreach ($runs as $run) {
            $last = array_key_last($lines);
            if (null !== $last && abs($lines[$last][0]['y'] - $run['y']) < 0.01) {
                $lines[$last][] = $run;
            } elseif ($preserve || '' !== trim((string) $run['words'])) {
                $lines[] = [$run];
            }
        }
        foreach ($lines as $i => $line) {
            foreach ($line as $n => $run) {
                $words = $preserve
                    ? strtr((string) $run['words'], "\n\t", '  ')
                    : (string) preg_replace('/\s+/u', ' ', (string) $run['words']);
                $before = $n > 0 ? (string) $line[$n - 1]['words'] : ' ';
                $line[$n]['words'] = !$preserve && str_ends_with($before, ' ') ? ltrim($words, ' ') : $words;
            }
            $line[\count($line) - 1]['words'] = $preserve
                ? $line[\count($line) - 1]['words']
                : rtrim((string) $line[\count($line) - 1]['words'], ' ');
            $lines[$i] = array_values(array_filter($line, static fn (array $run): bool => '' !== $run['words']));
        }

        return array_values(array_filter($lines, static fn (array $line): bool => [] !== $line));
    }

    /**
     * @param array<string, string> $style
     *
     * @return array<string, string>
     */
    private static function inherit(\DOMElement $element, array $style): array
    {
        $own = SvgCleaner::style($element);
        foreach (self::INHERITED as $name) {
            $value = $own[$name] ?? $element->getAttribute($name);
            if ('' !== $value && 'inherit' !== $value) {
                $style[$name] = 'font-size' === $name ? (string) SvgTransform::length($value, (float) $style[$name]) : $value;
            }
        }

        return $style;
    }

    private static function weight(string $weight): int
    {
        return match ($weight) {
            'normal' => 400,
            'bold', 'bolder' => 700,
            'lighter' => 300,
            default => max(100, min(900, (int) $weight)),
        };
    }

    /** A single number; a list with a position for each letter gives none. */
    private static function number(string $value): ?float
    {
        return 1 === preg_match('/^\s*-?[\d.]+(?:e-?\d+)?(px)?\s*$/i', $value) ? (float) $value : null;
    }
}
