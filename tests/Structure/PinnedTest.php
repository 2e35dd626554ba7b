<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use PHPUnit\Framework\TestCase;

/** The same program everywhere: what is installed is what `packages/` pins, to the last transitive package. */
final class PinnedTest extends TestCase
{
    public function testEveryInstalledPackageIsPinnedAtItsVersion(): void
    {
        $root = \dirname(__DIR__, 2);
        $installed = self::json("$root/vendor/composer/installed.json");
        $versions = [];
        foreach ($installed['packages'] as $package) {
            if (!str_starts_with($package['name'], 'morphea/')) {
                $versions[$package['name']] = ltrim($package['version'], 'v');
            }
        }
        $pinned = [];
        foreach (['pinned', 'pinned-dev'] as $folder) {
            $pinned += self::json("$root/packages/$folder/composer.json")['require'];
        }
        ksort($versions);
        ksort($pinned);
        self::assertGreaterThan(60, \count($versions));
        self::assertSame($pinned, $versions, 'Run bin/pin after packages were changed.');
    }

    /** @return array<string, mixed> */
    private static function json(string $file): array
    {
        return json_decode((string) file_get_contents($file), true, 512, \JSON_THROW_ON_ERROR);
    }
}
