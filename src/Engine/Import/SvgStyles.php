<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/**
 * Applies a drawing's style sheet to its elements, as drawing programs export it: rules for classes, elements and ids,
 * alone or as `element.class`. Later rules win, ids over classes, classes over elements, and an element's own style over
 * all (CSS 2.2, 6.4).
 */
final readonly class SvgStyles
{
    private const SELECTOR = '/^([a-z][\w-]*)?(?:\.([\w-]+))?(?:#([\w-]+))?$/i';
    private const MOST_RULES = 2_000;

    public static function inline(\DOMDocument $document): void
    {
        $rules = self::rules($document);
        if ([] === $rules) {
            return;
        }
        foreach ($document->getElementsByTagName('*') as $element) {
            $style = '';
            foreach ($rules as [$tag, $class, $id, $declarations]) {
                if (
                    ('' === $tag || strtolower((string) $element->localName) === $tag) &&
                    ('' === $id || $element->getAttribute('id') === $id) &&
                    ('' === $class || \in_array($class, preg_split('/\s+/', $element->getAttribute('class')) ?: [], true))
                ) {
                    $style .= $declarations . ';';
                }
            }
            if ('' !== $style) {
                $element->setAttribute('style', $style . $element->getAttribute('style'));
            }
        }
    }

    /** @return list<array{string, string, string, string}> element, class, id and declarations; those that count for less come first */
    private static function rules(\DOMDocument $document): array
    {
        $css = '';
        foreach ($document->getElementsByTagNameNS('*', 'style') as $sheet) {
            $css .= $sheet->textContent . "\n";
        }
        $css = (string) preg_replace(['~/\*.*?\*/~s', '/@[^{;]*(;|\{(?:[^{}]*\{[^{}]*\})*[^{}]*\})/'], '', $css);
        preg_match_all('/([^{}]+)\{([^{}]*)\}/', $css, $found, \PREG_SET_ORDER);
        $rules = [];
        foreach (\array_slice($found, 0, self::MOST_RULES) as $order => [, $selectors, $declarations]) {
            foreach (explode(',', $selectors) as $selector) {
                if (1 === preg_match(self::SELECTOR, trim($selector), $m) && '' !== $m[0]) {
                    $rule = [strtolower($m[1] ?? ''), $m[2] ?? '', $m[3] ?? '', trim($declarations)];
                    $rules[] = [
                        ('' !== $rule[2] ? 100 : 0) + ('' !== $rule[1] ? 10 : 0) + ('' !== $rule[0] ? 1 : 0),
                        $order,
                        $rule,
                    ];
                }
            }
        }
        usort($rules, static fn (array $a, array $b): int => [$a[0], $a[1]] <=> [$b[0], $b[1]]);

        return array_column($rules, 2);
    }
}
