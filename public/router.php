<?php

// For PHP's own server only: published files as they are, everything else by the application.
if (is_file(__DIR__.parse_url($_SERVER['REQUEST_URI'], \PHP_URL_PATH)) && !str_ends_with($_SERVER['SCRIPT_NAME'], '.php')) {
    return false;
}
$_SERVER['SCRIPT_FILENAME'] = __DIR__.'/index.php';
require __DIR__.'/index.php';
