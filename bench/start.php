<?php

declare(strict_types=1);

/*
 * What benchmarks of the application begin with: its services, as in tests but without debugging. With TestDatabase::fresh()
 * before it there is an empty database as well.
 */

use Morphea\App\Engine\Render\FontSetup;
use Morphea\App\Kernel;
use Symfony\Component\Dotenv\Dotenv;

$root = dirname(__DIR__);
require_once "$root/vendor/autoload.php";
chdir($root);
ini_set('memory_limit', '-1');
$_SERVER['APP_ENV'] = $_ENV['APP_ENV'] = 'test';
(new Dotenv())->bootEnv("$root/.env", 'test');
exec('APP_ENV=test APP_DEBUG=0 ' . PHP_BINARY . ' bin/console cache:clear -q');
$kernel = new Kernel('test', false);
$kernel->boot();
$services = $kernel->getContainer()->get('test.service_container');
$services->get(FontSetup::class)->apply();

return $services;
