<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Symfony\Component\AssetMapper\AssetMapperInterface;
use Symfony\Component\AssetMapper\Compiler\AssetCompilerInterface;
use Symfony\Component\AssetMapper\MappedAsset;

/**
 * Stylesheets of libraries go into a layer of the cascade of their own, so that a rule of ours wins by being ours, and
 * needs neither a longer selector nor `!important`.
 */
final readonly class LibraryLayer implements AssetCompilerInterface
{
    private const OURS = ['styles/', 'fonts/'];

    public function supports(MappedAsset $asset): bool
    {
        $isOurs = [] !== array_filter(self::OURS, static fn (string $folder): bool => str_starts_with($asset->logicalPath, $folder));

        return 'css' === $asset->publicExtension && !$isOurs;
    }

    public function compile(string $content, MappedAsset $asset, AssetMapperInterface $assetMapper): string
    {
        // The character set has to be said first of all, or not: our answers say it in their headers.
        return "@layer library{\n" . preg_replace('/^@charset "[^"]*";/i', '', $content) . "\n}\n";
    }
}
