<?php

declare(strict_types=1);

use Symfony\Component\Dotenv\Dotenv;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Finder\Finder;

require dirname(__DIR__) . '/vendor/autoload.php';
(new Dotenv())->bootEnv(dirname(__DIR__) . '/.env');
@mkdir(dirname(__DIR__) . '/var/' . ($_SERVER['MORPHEA_TESTS'] ?? 'test') . '/tmp', 0o777, true);

// Without debug mode, which would look at every file for every test, nobody notices that the compiled application is older
// than the code. So each state of the code has a cache of its own, which suites that run side by side share.
(static function (string $root): void {
    $parts = ['config', 'core/src', 'src', 'templates', 'translations', 'packages'];
    $code = (new Finder())
        ->files()
        ->in(array_map(static fn (string $part): string => "$root/$part", $parts))
        ->append(["$root/.env", "$root/.env.test"])
        ->sortByName();
    $state = hash_init('xxh64');
    foreach ($code as $file) {
        hash_update($state, $file . filemtime((string) $file));
    }
    $cache = "$root/var/cache/tests-" . hash_final($state);
    foreach (glob("$root/var/cache/tests-*") ?: [] as $older) {
        // Nobody runs tests of the code of yesterday any more.
        $older === $cache || filemtime($older) > time() - 86_400 || (new Filesystem())->remove($older);
    }
    $_SERVER['APP_CACHE_DIR'] = $_ENV['APP_CACHE_DIR'] = $cache;
    putenv("APP_CACHE_DIR=$cache");
})(dirname(__DIR__));
