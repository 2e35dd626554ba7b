<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Drafting;

use Morphea\Core\Message;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * The built-in text service: combines rows from the demo world's word lists and the examples. The same seed gives the
 * same rows. Counting columns continue, dates advance day by day, the first column of longer texts gets sentences, and
 * all others repeat existing values.
 */
final readonly class WordLists implements TextService
{
    private const FIRST = [
        'Tamsin',
        'Ottilie',
        'Bo',
        'Влада',
        'Pip',
        'Caoimhe',
        'Zdeněk',
        'Amara',
        'Isolde',
        'Jory',
        'Maximiliana',
        'Ng',
        'Solveig',
        'Idris',
    ];
    private const LAST = [
        'Oar',
        'Lowtide',
        'Brandvold-Anning',
        'Marrow',
        'Quern',
        'Saltmarsh',
        'Tansy',
        'of Gull Row',
        'Netmaker',
        'Harbourside',
        'Strand',
    ];
    private const THINGS = [
        'kettle',
        'bicycle',
        'wireless',
        'umbrella',
        'jumper',
        'lamp',
        'chair',
        'clock',
        'boot',
        'teapot',
        'toaster',
        'sail',
    ];
    private const VERBS = [
        'Mend',
        'Oil',
        'Patch',
        'Darn',
        'Sharpen',
        'Rewire',
        'Glue',
        'Wax',
        'Clean',
        'Stitch',
        'Tighten',
        'Re-rib',
    ];
    private const WHEN = [
        'before the first frost',
        'before it gapes',
        'while the kettle boils',
        'on a wet Saturday',
        'with what is in the drawer',
        'in under an hour',
        'so that it lasts another winter',
        'as the harbour folk do',
    ];
    private const WHO = '/name|recipient|member|owner|signed|mender|who/i';
    private const WHAT = '/thing|item|craft|theme|object|what/i';
    private const FEW = 6;
    private const LONG = 24;

    public function rows(array $headings, array $examples, array $themes, int $count, int $seed, string $locale): array
    {
        if ([] === $examples) {
            throw new DraftException(new Message('rows.draft.no_examples'));
        }
        $random = new Randomizer(new Mt19937($seed));
        $texts = array_filter(
            array_keys($headings),
            fn (int $place): bool => $this->isText($headings[$place], array_column($examples, $place)),
        );
        $rows = [];
        for ($i = 0; $i < $count; ++$i) {
            $theme = [] === $themes ? null : $themes[$i % \count($themes)];
            $rows[] = array_map(
                fn (string $heading, int $place): string => $this->cell(
                    $heading,
                    array_column($examples, $place),
                    $theme,
                    $i,
                    $random,
                    $place === array_key_first($texts),
                ),
                $headings,
                array_keys($headings),
            );
        }

        return $rows;
    }

    /** @param list<string> $column */
    private function cell(string $heading, array $column, ?string $theme, int $step, Randomizer $random, bool $sentence): string
    {
        $filled = array_values(array_filter($column, static fn (string $cell): bool => '' !== trim($cell)));
        if ([] === $filled) {
            return '';
        }
        $last = $filled[\count($filled) - 1];
        if (1 === preg_match('/^\d{4}-\d{2}-\d{2}$/', $last)) {
            return (new \DateTimeImmutable($last))->modify('+' . ($step + 1) . ' days')->format('Y-m-d');
        }
        if (
            1 === preg_match('/^(.*?)(\d+)$/', $last, $m) &&
            \count(array_unique($filled)) === \count($filled) &&
            $this->counts($filled)
        ) {
            return $m[1] . str_pad((string) ((int) $m[2] + $step + 1), \strlen($m[2]), '0', \STR_PAD_LEFT);
        }
        if (array_filter($filled, is_numeric(...)) === $filled) {
            return (string) $random->getInt((int) min($filled), max((int) min($filled), (int) max($filled)));
        }
        $pick = static fn (array $list): string => (string) $list[$random->getInt(0, \count($list) - 1)];
        if (1 === preg_match(self::WHO, $heading)) {
            return $pick(self::FIRST) . ' ' . $pick(self::LAST);
        }
        if ($sentence) {
            return $pick(self::VERBS) . ' the ' . ($theme ?? $pick(self::THINGS)) . ' ' . $pick(self::WHEN);
        }
        // What is like the theme, as the picture "kettle" is like the theme "kettles".
        $like =
            null === $theme
                ? []
                : array_values(
                    array_filter(
                        $filled,
                        static fn (string $cell): bool => mb_strlen($cell) > 2 &&
                            (false !== mb_stripos($theme, $cell) || false !== mb_stripos($cell, $theme)),
                    ),
                );

        return [] !== $like ? $like[0] : (null !== $theme && 1 === preg_match(self::WHAT, $heading) ? $theme : $pick($filled));
    }

    /**
     * Whether a column holds texts that differ from row to row.
     *
     * @param list<string> $column
     */
    private function isText(string $heading, array $column): bool
    {
        $filled = array_filter($column, static fn (string $cell): bool => '' !== trim($cell));

        return [] !== $filled &&
            1 !== preg_match(self::WHO, $heading) &&
            \count(array_unique($filled)) > self::FEW &&
            max(array_map(mb_strlen(...), $filled)) >= self::LONG;
    }

    /** @param list<string> $cells */
    private function counts(array $cells): bool
    {
        if (\count($cells) < 2) {
            return 1 === preg_match('/\d$/', $cells[0]);
        }
        [$one, $two] = \array_slice($cells, -2);

        return 1 === preg_match('/(\d+)$/', $one, $a) &&
            1 === preg_match('/(\d+)$/', $two, $b) &&
            (int) $b[1] === (int) $a[1] + 1;
    }
}
