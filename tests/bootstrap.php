<?php

declare(strict_types=1);

use Symfony\Component\Dotenv\Dotenv;

require dirname(__DIR__) . '/vendor/autoload.php';
(new Dotenv())->bootEnv(dirname(__DIR__) . '/.env');
@mkdir(dirname(__DIR__) . '/var/' . ($_SERVER['MORPHEA_TESTS'] ?? 'test') . '/tmp', 0o777, true);
