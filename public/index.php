<?php

use Morphea\App\Kernel;

require_once dirname(__DIR__).'/vendor/autoload_runtime.php';

header_remove('X-Powered-By');

return static fn (array $context): Kernel => new Kernel($context['APP_ENV'], (bool) $context['APP_DEBUG']);
