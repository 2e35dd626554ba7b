<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Message;

/**
 * The versions of the file format, and the way from each to the next. A change that older files do not already fit is one
 * more step here, with a file of the version before it among the tests.
 *
 * 1  the first
 * 2  the picture of a layer stands under `picture`, which was `asset`
 * 3  a text that fills its frame says how large it may grow, which was the size of its style
 */
final readonly class Format
{
    public const NEWEST = 3;

    /**
     * A design converted to the newest version.
     *
     * @throws DesignException when it says no version, or a later one
     */
    public static function upgraded(mixed $data): mixed
    {
        $version = (new JsonNode('', $data))->int('format', 0, 1_000_000);
        if ($version < 1 || $version > self::NEWEST || !\is_array($data)) {
            throw new DesignException('format', new Message('design.wrong.format', ['version' => $version, 'newest' => self::NEWEST]));
        }
        if ($version < 2) {
            $data = self::eachLayer($data, static function (array $layer): array {
                return self::renamed($layer, 'asset', 'picture');
            });
        }

        if ($version < 3) {
            $data = self::eachLayer($data, static function (array $layer): array {
                if ('fill' === ($layer['fit']['mode'] ?? null)) {
                    $layer['fit']['mostSize'] = $layer['style']['size'] ?? null;
                }

                return $layer;
            });
        }

        return ['format' => self::NEWEST] + $data;
    }

    /**
     * @param array<array-key, mixed>                                         $design
     * @param \Closure(array<array-key, mixed>): array<array-key, mixed> $change
     *
     * @return array<array-key, mixed>
     */
    private static function eachLayer(array $design, \Closure $change): array
    {
        foreach (\is_array($design['sides'] ?? null) ? $design['sides'] : [] as $s => $page) {
            foreach (\is_array($page['layers'] ?? null) ? $page['layers'] : [] as $i => $layer) {
                if (\is_array($layer)) {
                    $design['sides'][$s]['layers'][$i] = $change($layer);
                }
            }
        }

        return $design;
    }

    /**
     * @param array<array-key, mixed> $data
     *
     * @return array<array-key, mixed>
     */
    private static function renamed(array $data, string $from, string $to): array
    {
        if (\array_key_exists($from, $data)) {
            $data[$to] = $data[$from];
            unset($data[$from]);
        }

        return $data;
    }
}
