<?php

declare(strict_types=1);

use Symfony\Component\Dotenv\Dotenv;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Finder\Finder;

require dirname(__DIR__) . '/vendor/autoload.php';
(new Dotenv())->bootEnv(dirname(__DIR__) . '/.env');
@mkdir(dirname(__DIR__) . '/var/' . ($_SERVER['MORPHEA_TESTS'] ?? 'test') . '/tmp', 0o777, true);

// Without debug mode, which would look at every file for every test, nobody notices that the container is older than the
// code: that is looked at once. Suites that start together take turns.
(static function (string $root): void {
    $lock = fopen(sys_get_temp_dir() . '/morphea-' . hash('xxh32', $root) . '.lock', 'c');
    $lock && flock($lock, LOCK_EX);
    $container = "$root/var/cache/test/Morphea_App_KernelTestContainer.php";
    $parts = array_map(static fn (string $part): string => "$root/$part", ['config', 'core/src', 'src', 'templates', 'vendor/composer']);
    $code = (new Finder())->files()->in($parts)->name(['*.php', '*.twig', '*.yaml', '*.json'])->append(["$root/.env", "$root/.env.test"]);
    foreach (is_file($container) ? $code : [] as $file) {
        if (filemtime((string) $file) > filemtime($container)) {
            (new Filesystem())->remove("$root/var/cache/test");
            break;
        }
    }
})(dirname(__DIR__));
