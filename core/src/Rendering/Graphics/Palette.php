<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Graphics;

/** The colours of a picture with few colours (PNG, 11.2.2 and 11.3.1.1), numbered in order of appearance. */
final class Palette
{
    public const MOST = 256;
    private const COLOUR = 3;
    private const OPAQUE = "\xff";

    /** @var array<array-key, string> its number, as a byte, by the bytes of a colour */
    private array $numbers = [];
    private bool $holds = true;
    private readonly string $runs;

    /** @param int $bytes of a pixel: three, or four where something shows through */
    public function __construct(private readonly int $bytes)
    {
        $this->runs = "/(.{{$bytes}})\\1*+/s";
    }

    /** A row of pixels as palette indexes; null if there are too many colours. */
    public function row(string $pixels): ?string
    {
        preg_match_all($this->runs, $pixels, $runs);
        $row = '';
        foreach ($runs[1] as $i => $colour) {
            $number = $this->numbers[$colour] ??= \count($this->numbers) < self::MOST ? \chr(\count($this->numbers)) : '';
            if ('' === $number) {
                $this->holds = false;

                return null;
            }
            $row .= str_repeat($number, intdiv(\strlen($runs[0][$i]), $this->bytes));
        }

        return $row;
    }

    /** Whether it holds every colour it was shown: at most 256. */
    public function holds(): bool
    {
        return $this->holds;
    }

    /** The red, green and blue of each colour. */
    public function colours(): string
    {
        return implode('', array_map(static fn (string $colour): string => substr($colour, 0, self::COLOUR), $this->all()));
    }

    /** The opacity of each colour, up to the last one that is not opaque; none if all are opaque. */
    public function opacities(): string
    {
        if (self::COLOUR === $this->bytes) {
            return '';
        }

        return rtrim(implode('', array_map(static fn (string $colour): string => $colour[self::COLOUR], $this->all())), self::OPAQUE);
    }

    /** @return list<string> */
    private function all(): array
    {
        // Of digits, PHP makes numbers.
        return array_map(static fn (int|string $colour): string => (string) $colour, array_keys($this->numbers));
    }
}
