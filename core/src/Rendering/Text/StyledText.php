<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** Text with a style for each run. Offsets are bytes. */
final readonly class StyledText
{
    /** @param list<array{string, Inline}> $pieces none of them empty */
    public function __construct(public array $pieces)
    {
    }

    public static function plain(string $text, Inline $inline): self
    {
        return new self('' === $text ? [] : [[$text, $inline]]);
    }

    public function text(): string
    {
        return 1 === \count($this->pieces) ? $this->pieces[0][0] : implode('', array_column($this->pieces, 0));
    }

    /** @param \Closure(string): string $change of each stretch's words */
    public function map(\Closure $change): self
    {
        $pieces = [];
        foreach ($this->pieces as [$text, $inline]) {
            if ('' !== ($changed = $change($text))) {
                $pieces[] = [$changed, $inline];
            }
        }

        return new self($pieces);
    }

    public function slice(int $from, int $to): self
    {
        if (1 === \count($this->pieces)) {
            return self::plain(substr($this->pieces[0][0], $from, $to - $from), $this->pieces[0][1]);
        }
        $pieces = [];
        $at = 0;
        foreach ($this->pieces as [$text, $inline]) {
            $start = max($from - $at, 0);
            $end = min($to - $at, \strlen($text));
            if ($end > $start) {
                $pieces[] = [substr($text, $start, $end - $start), $inline];
            }
            $at += \strlen($text);
        }

        return new self($pieces);
    }

    /** @return non-empty-list<self> the lines as they are written */
    public function paragraphs(): array
    {
        $paragraphs = [];
        $from = 0;
        foreach (explode("\n", $this->text()) as $line) {
            $paragraphs[] = $this->slice($from, $from + \strlen($line));
            $from += \strlen($line) + 1;
        }

        return $paragraphs;
    }

    public function key(): string
    {
        return implode("\1", array_map(static fn (array $piece): string => $piece[1]->key() . "\0" . $piece[0], $this->pieces));
    }
}
