<?php

declare(strict_types=1);

namespace Morphea\Core\Code;

/** Code 128 (ISO/IEC 15417), with the shortest switching between its three sets. */
final readonly class Code128
{
    public const MOST = 80;
    private const WIDTHS = [
        '212222',
        '222122',
        '222221',
        '121223',
        '121322',
        '131222',
        '122213',
        '122312',
        '132212',
        '221213',
        '221312',
        '231212',
        '112232',
        '122132',
        '122231',
        '113222',
        '123122',
        '123221',
        '223211',
        '221132',
        '221231',
        '213212',
        '223112',
        '312131',
        '311222',
        '321122',
        '321221',
        '312212',
        '322112',
        '322211',
        '212123',
        '212321',
        '232121',
        '111323',
        '131123',
        '131321',
        '112313',
        '132113',
        '132311',
        '211313',
        '231113',
        '231311',
        '112133',
        '112331',
        '132131',
        '113123',
        '113321',
        '133121',
        '313121',
        '211331',
        '231131',
        '213113',
        '213311',
        '213131',
        '311123',
        '311321',
        '331121',
        '312113',
        '312311',
        '332111',
        '314111',
        '221411',
        '431111',
        '111224',
        '111422',
        '121124',
        '121421',
        '141122',
        '141221',
        '112214',
        '112412',
        '122114',
        '122411',
        '142112',
        '142211',
        '241211',
        '221114',
        '413111',
        '241112',
        '134111',
        '111242',
        '121142',
        '121241',
        '114212',
        '124112',
        '124211',
        '411212',
        '421112',
        '421211',
        '212141',
        '214121',
        '412121',
        '111143',
        '111341',
        '131141',
        '114113',
        '114311',
        '411113',
        '411311',
        '113141',
        '114131',
        '311141',
        '411131',
        '211412',
        '211214',
        '211232',
        '2331112',
    ];
    private const START = ['A' => 103, 'B' => 104, 'C' => 105];
    private const SWITCH = ['A' => 101, 'B' => 100, 'C' => 99];
    private const STOP = 106;

    /** @throws CodeError */
    public static function encode(string $words): Symbol
    {
        if ('' === $words || \strlen($words) > self::MOST || 1 === preg_match('/[^\x00-\x7F]/', $words)) {
            throw new CodeError(
                \sprintf(
                    '“%s” does not go into Code 128: it takes 1 to %d letters, digits and signs of plain ASCII, without accents',
                    mb_strimwidth($words, 0, 40, '…', 'UTF-8'),
                    self::MOST,
                ),
            );
        }
        $values = self::shortest($words);
        $sum = $values[0];
        foreach ($values as $i => $value) {
            $sum += $i * $value;
        }
        $bars = '';
        foreach ([...$values, $sum % 103, self::STOP] as $value) {
            foreach (str_split(self::WIDTHS[$value]) as $i => $width) {
                $bars .= str_repeat(0 === $i % 2 ? '1' : '0', (int) $width);
            }
        }

        return new Symbol([$bars], 10, 10, (string) preg_replace('/[\x00-\x1F\x7F]/', ' ', $words));
    }

    /** @return non-empty-list<int> start and all values: for every place the shortest way to stand there in each set */
    private static function shortest(string $words): array
    {
        /** @var array<int, array<string, list<int>>> $ways by place and set */
        $ways = [0 => array_map(static fn (int $start): array => [$start], self::START)];
        $length = \strlen($words);
        for ($at = 0; $at < $length; ++$at) {
            foreach ($ways[$at] ?? [] as $set => $way) {
                foreach (array_keys(self::SWITCH) as $into) {
                    [$value, $step] = self::value($words, $at, $into);
                    if (null === $value || ($set !== $into && [] === \array_slice($way, 1))) {
                        continue;
                    }
                    $next = [...$way, ...$set === $into ? [] : [self::SWITCH[$into]], $value];
                    $best = $ways[$at + $step][$into] ?? null;
                    if (null === $best || \count($next) < \count($best)) {
                        $ways[$at + $step][$into] = $next;
                    }
                }
            }
        }
        $ends = $ways[$length];
        usort($ends, static fn (array $a, array $b): int => \count($a) <=> \count($b));
        \assert([] !== $ends && [] !== $ends[0]);

        return $ends[0];
    }

    /** @return array{int|null, int} the value of what stands at a place, if a set has it, and how many letters it takes */
    private static function value(string $words, int $at, string $set): array
    {
        if ('C' === $set) {
            $pair = substr($words, $at, 2);

            return 1 === preg_match('/^\d\d$/', $pair) ? [(int) $pair, 2] : [null, 2];
        }
        $code = \ord($words[$at]);

        return [
            match (true) {
                'B' === $set => $code >= 32 ? $code - 32 : null,
                $code < 32 => $code + 64,
                default => $code < 96 ? $code - 32 : null,
            },
            1,
        ];
    }
}
