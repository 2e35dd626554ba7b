<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TextFacts;

/** Finds bad line breaks: within a word or an address other than at a hyphen, or leaving one short word on the last line. */
final readonly class BreakCheck implements Check
{
    /** Letters of a last line that looks lost. */
    private const SHORT = 3;
    /** Scripts whose words are not set apart by spaces: they break where their readers expect it. */
    private const TOGETHER = '/[\p{Han}\p{Hiragana}\p{Katakana}\p{Thai}\p{Lao}\p{Khmer}\p{Myanmar}\p{Tibetan}]/u';

    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            // Bullets are set, but no part of the words.
            $lines = array_map(
                static fn (string $line): string => (string) preg_replace('/^•\s*/u', '', $line),
                $piece->lines($text->layer),
            );
            if (\count($lines) < 2 || 1 === preg_match(self::TOGETHER, $text->text)) {
                continue;
            }
            $breaks = self::breaks($text->text, $lines);
            foreach ($breaks as [$before, $between]) {
                if ('' === $between && 1 !== preg_match('/\p{Pd}$/u', $before)) {
                    $what = new Message('warnings.broken', ['before' => $before]);
                    yield self::warning($piece, $text, WarningKind::Broken, Severity::LookAtIt, $what);
                    break;
                }
            }
            $last = trim($lines[\count($lines) - 1]);
            $between = $breaks[\count($breaks) - 1][1] ?? '';
            if (mb_strlen($last, 'UTF-8') <= self::SHORT && '' !== $between && !str_contains($between, "\n")) {
                yield self::warning($piece, $text, WarningKind::Leftover, Severity::Note, new Message('warnings.leftover', [
                    'last' => $last,
                ]));
            }
        }
    }

    /**
     * The text before each break and what the break replaces: a space, a line break or nothing. Characters are counted
     * rather than compared, since the text may have been set in capitals.
     *
     * @param list<string> $lines
     *
     * @return list<array{string, string}>
     */
    private static function breaks(string $words, array $lines): array
    {
        preg_match_all('/\S|\s+/u', $words, $found);
        $parts = $found[0];
        $breaks = [];
        $at = 0;
        foreach (\array_slice($lines, 0, -1) as $line) {
            $letters = (int) preg_match_all('/\S/u', $line);
            for (; $letters > 0 && isset($parts[$at]); ++$at) {
                $letters -= '' === trim($parts[$at]) ? 0 : 1;
            }
            $between = isset($parts[$at]) && '' === trim($parts[$at]) ? $parts[$at] : '';
            $begun = mb_strrchr(' ' . trim($line), ' ', false, 'UTF-8');
            $breaks[] = [trim(false === $begun ? $line : $begun), $between];
        }

        return $breaks;
    }

    private static function warning(Inspected $piece, TextFacts $text, WarningKind $kind, Severity $severity, Message $what): Warning
    {
        $remedies = [Remedy::LargerFrame, Remedy::OtherRule, Remedy::ChangeCell];

        return new Warning($kind, $severity, $text->layer, $text->name, $what, $piece->box($text->layer), remedies: $remedies);
    }
}
