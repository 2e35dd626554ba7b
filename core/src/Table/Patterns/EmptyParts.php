<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

/**
 * Closes the gaps that empty columns leave in a text, line by line: a line whose columns are all empty is removed with
 * its words; in any other line, an empty column removes the separators before it (commas, dashes, spaces …), or those
 * after it if there are none before.
 */
final readonly class EmptyParts
{
    private const SEPARATORS = '[\s,;:.·•|\/+&–—-]';

    /**
     * @param list<Fragment> $pieces
     *
     * @return list<Fragment>
     */
    public static function close(array $pieces): array
    {
        if ([] === array_filter($pieces, static fn (Fragment $piece): bool => $piece->isBlank())) {
            return $pieces;
        }
        $lines = [];
        foreach (self::lines($pieces) as $line) {
            $columns = array_filter($line, static fn (Fragment $piece): bool => $piece->isColumn);
            $blank = array_filter($line, static fn (Fragment $piece): bool => $piece->isBlank());
            if ([] === $columns || \count($columns) > \count($blank)) {
                $lines[] = self::closeLine($line);
            }
        }
        $closed = [];
        foreach ($lines as $i => $line) {
            if ($i > 0) {
                $closed[] = new Fragment("\n", false, $line[0]->style ?? 0);
            }
            array_push($closed, ...$line);
        }

        return $closed;
    }

    /**
     * @param list<Fragment> $pieces
     *
     * @return list<list<Fragment>> cut at line breaks that stand in words; those inside cells belong to the cell
     */
    private static function lines(array $pieces): array
    {
        $lines = [[]];
        foreach ($pieces as $piece) {
            if ($piece->isColumn) {
                $lines[\count($lines) - 1][] = $piece;
                continue;
            }
            foreach (explode("\n", $piece->text) as $i => $text) {
                if ($i > 0) {
                    $lines[] = [];
                }
                if ('' !== $text) {
                    $lines[\count($lines) - 1][] = $piece->withText($text);
                }
            }
        }

        return $lines;
    }

    /**
     * @param list<Fragment> $line
     *
     * @return list<Fragment>
     */
    private static function closeLine(array $line): array
    {
        for ($i = 0; $i < \count($line); ++$i) {
            if (!$line[$i]->isBlank()) {
                continue;
            }
            $before = $line[$i - 1] ?? null;
            $after = $line[$i + 1] ?? null;
            $cut =
                null === $before || $before->isColumn
                    ? null
                    : (string) preg_replace('/' . self::SEPARATORS . '+$/u', '', $before->text);
            if (
                null !== $before &&
                null !== $cut &&
                $cut !== $before->text &&
                (null !== self::valueBefore($line, $i) || '' !== $cut)
            ) {
                $line[$i - 1] = $before->withText(
                    null === $after || 1 === preg_match('/^' . self::SEPARATORS . '/u', $after->text) || $after->isColumn
                        ? $cut
                        : "$cut ",
                );
            } elseif (null !== $after && !$after->isColumn) {
                $line[$i + 1] = $after->withText((string) preg_replace('/^' . self::SEPARATORS . '+/u', '', $after->text));
            }
            array_splice($line, $i, 1);
            --$i;
        }

        return array_values(array_filter($line, static fn (Fragment $piece): bool => '' !== $piece->text));
    }

    /** @param list<Fragment> $line */
    private static function valueBefore(array $line, int $at): ?Fragment
    {
        for ($i = $at - 1; $i >= 0; --$i) {
            if ($line[$i]->isColumn) {
                return $line[$i];
            }
        }

        return null;
    }
}
