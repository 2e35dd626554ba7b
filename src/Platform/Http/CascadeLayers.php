<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Symfony\Component\AssetMapper\AssetMapperInterface;
use Symfony\Component\AssetMapper\Compiler\AssetCompilerInterface;
use Symfony\Component\AssetMapper\MappedAsset;

/**
 * Puts each stylesheet into its cascade layer: libraries, then the base, then the station. A rule in a later layer wins
 * and needs neither a longer selector nor `!important`.
 */
final readonly class CascadeLayers implements AssetCompilerInterface
{
    private const ORDER = '@layer library, base, station;';
    /** What every page has; our other sheets are a station's. */
    private const BASE = ['styles/base.css', 'styles/menus.css', 'styles/bar.css'];

    public function supports(MappedAsset $asset): bool
    {
        return 'css' === $asset->publicExtension && !str_starts_with($asset->logicalPath, 'fonts/');
    }

    public function compile(string $content, MappedAsset $asset, AssetMapperInterface $assetMapper): string
    {
        $layer = match (true) {
            \in_array($asset->logicalPath, self::BASE, true) => 'base',
            str_starts_with($asset->logicalPath, 'styles/') => 'station',
            default => 'library',
        };

        // The character set has to be said first of all, or not: our answers say it in their headers.
        return self::ORDER . "\n@layer $layer{\n" . preg_replace('/^@charset "[^"]*";/i', '', $content) . "\n}\n";
    }
}
