<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

use Morphea\Core\Message;

/**
 * Finds the columns in an ICU MessageFormat text (https://unicode-org.github.io/icu/userguide/format_parse/messages/),
 * which PHP's MessageFormatter does not report. Quoting follows ICU: '' is an apostrophe, and a single one starts quoted
 * text only before a brace.
 */
final class PatternParser
{
    private const TYPES = [
        'number',
        'date',
        'time',
        'plural',
        'select',
        'selectordinal',
        'spellout',
        'ordinal',
        'duration',
        'choice',
    ];
    private const BRANCHING = ['plural', 'select', 'selectordinal'];
    private const KEY = '/^[\p{L}_][\p{L}\p{M}\p{N}_]*$/u';

    private int $at = 0;
    /** @var list<string> characters */
    private array $chars;

    private function __construct(string $source)
    {
        $this->chars = mb_str_split($source, 1, 'UTF-8');
    }

    /**
     * @return list<Literal|Argument>
     *
     * @throws PatternException
     */
    public static function parse(string $source): array
    {
        if (!mb_check_encoding($source, 'UTF-8')) {
            throw new PatternException(new Message('table.pattern.not_utf8'));
        }
        $parser = new self($source);
        $parts = $parser->message(0);
        if ($parser->at < \count($parser->chars)) {
            throw new PatternException(new Message('table.pattern.unopened', ['close' => '}', 'quoted' => "'}'"]));
        }

        return $parts;
    }

    /** @return list<Literal|Argument> */
    private function message(int $depth): array
    {
        $parts = [];
        $words = '';
        while (null !== ($char = $this->peek())) {
            if ('{' === $char) {
                if ('' !== $words) {
                    $parts[] = new Literal($words);
                    $words = '';
                }
                $parts[] = $this->argument($depth);
            } elseif ('}' === $char) {
                break;
            } elseif ("'" === $char) {
                $words .= $this->quoted();
            } else {
                $words .= $char;
                ++$this->at;
            }
        }
        if ('' !== $words) {
            $parts[] = new Literal($words);
        }

        return $parts;
    }

    private function quoted(): string
    {
        $next = $this->chars[$this->at + 1] ?? null;
        if ("'" === $next) {
            $this->at += 2;

            return "'";
        }
        ++$this->at;
        if ('{' !== $next && '}' !== $next) {
            return "'";
        }
        $text = '';
        while (null !== ($char = $this->peek())) {
            ++$this->at;
            if ("'" !== $char) {
                $text .= $char;
            } elseif ("'" === $this->peek()) {
                $text .= "'";
                ++$this->at;
            } else {
                break;
            }
        }

        return $text;
    }

    private function argument(int $depth): Argument
    {
        $start = $this->at++;
        if ($depth > 8) {
            throw new PatternException(new Message('table.pattern.nested'));
        }
        $key = trim($this->until(',}', $start));
        if (1 !== preg_match(self::KEY, $key)) {
            throw new PatternException('' === $key
                ? new Message('table.pattern.empty', ['pair' => '{}'])
                : new Message('table.pattern.key', ['key' => mb_strcut($key, 0, 60), 'example' => '{full_name}']));
        }
        $type = null;
        $style = null;
        $branches = [];
        $inner = [];
        if (',' === $this->peek()) {
            ++$this->at;
            $type = trim($this->until(',}', $start));
            if (!\in_array($type, self::TYPES, true)) {
                throw new PatternException(new Message('table.pattern.type', [
                    'type' => $type,
                    'source' => "{{$key}, $type}",
                    'known' => self::TYPES,
                ]));
            }
            if (',' === $this->peek()) {
                ++$this->at;
                if (\in_array($type, self::BRANCHING, true)) {
                    [$branches, $inner] = $this->branches($key, $depth, $start);
                } else {
                    $style = $this->style($start);
                }
            } elseif (\in_array($type, self::BRANCHING, true)) {
                throw new PatternException(new Message('table.pattern.branches', [
                    'source' => "{{$key}, $type}",
                    'example' => "{{$key}, plural, one {# item} other {# items}}",
                ]));
            }
        }
        if ('}' !== $this->peek()) {
            throw $this->unclosed($start);
        }
        ++$this->at;

        return new Argument($key, $type, $this->slice($start), $style, $branches, $inner);
    }

    /** @return array{array<string, string>, list<string>} the branches as written, by selector, and the keys named in them */
    private function branches(string $key, int $depth, int $start): array
    {
        $keys = [];
        $branches = [];
        while (true) {
            $selector = trim($this->until('{}', $start));
            if ('{' !== $this->peek()) {
                break;
            }
            $from = ++$this->at;
            foreach ($this->message($depth + 1) as $part) {
                if ($part instanceof Argument) {
                    array_push($keys, $part->key, ...$part->inner);
                }
            }
            if ('}' !== $this->peek()) {
                throw $this->unclosed($start);
            }
            $branches[$selector] = $this->slice($from);
            ++$this->at;
        }
        if (!isset($branches['other'])) {
            throw new PatternException(new Message('table.pattern.other', ['source' => "{{$key}, …}"]));
        }

        return [$branches, $keys];
    }

    private function style(int $start): string
    {
        $from = $this->at;
        $depth = 0;
        while (null !== ($char = $this->peek())) {
            if ("'" === $char) {
                $this->quoted();
                continue;
            }
            if ('}' === $char && 0 === $depth) {
                return trim($this->slice($from));
            }
            $depth += match ($char) {
                '{' => 1,
                '}' => -1,
                default => 0,
            };
            ++$this->at;
        }
        throw $this->unclosed($start);
    }

    private function until(string $ends, int $start): string
    {
        $text = '';
        while (null !== ($char = $this->peek())) {
            if (str_contains($ends, $char)) {
                return $text;
            }
            $text .= $char;
            ++$this->at;
        }
        throw $this->unclosed($start);
    }

    private function slice(int $from): string
    {
        return implode('', \array_slice($this->chars, $from, $this->at - $from));
    }

    private function unclosed(int $start): PatternException
    {
        return new PatternException(new Message('table.pattern.unclosed', ['open' => '{', 'at' => $start + 1]));
    }

    private function peek(): ?string
    {
        return $this->chars[$this->at] ?? null;
    }
}
