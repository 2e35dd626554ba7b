<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Maintenance\Tidying;

/** What is kept, and how old it is. */
trait Keeping
{
    private const FILES = 'var/test/files';

    /** @return array<string, string> */
    private static function hashes(string $folder): array
    {
        $hashes = [];
        foreach ([...glob("$folder/*") ?: [], ...glob("$folder/files/*/*") ?: []] as $file) {
            is_file($file) && ($hashes[$file] = (string) hash_file('sha256', $file));
        }

        return $hashes;
    }

    /** @return array<string, int> */
    private static function tidy(): array
    {
        return self::getContainer()->get(Tidying::class)->run();
    }

    private static function age(string ...$paths): void
    {
        foreach ($paths as $path) {
            // The store that tests use far away keeps its objects under names of its own.
            $objects = (string) ($_SERVER['MORPHEA_TEST_OBJECTS'] ?? '');
            $file = '' === $objects ? \dirname(__DIR__, 2) . '/' . self::FILES . "/$path" : "$objects/$path._S3rver_object";
            self::assertTrue(touch($file, time() - 100_000));
        }
    }

    private static function png(string $seed): string
    {
        $image = imagecreatetruecolor(20, 20);
        imagefilledrectangle($image, 0, 0, 19, 19, (int) hexdec(substr(md5($seed), 0, 6)));
        ob_start();
        imagepng($image);

        return (string) ob_get_clean();
    }

    private static function noise(int $seed): string
    {
        mt_srand($seed);
        $image = imagecreatetruecolor(900, 900);
        for ($y = 0; $y < 900; ++$y) {
            for ($x = 0; $x < 900; ++$x) {
                imagesetpixel($image, $x, $y, mt_rand(0, 0xffffff));
            }
        }
        ob_start();
        imagepng($image, null, 1);

        return (string) ob_get_clean();
    }
}
