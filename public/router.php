<?php

// For PHP's own server only: published files as they are, everything else by the application.
$path = (string) parse_url($_SERVER['REQUEST_URI'], \PHP_URL_PATH);
$file = (string) realpath(__DIR__.rawurldecode($path));
$types = ['css' => 'text/css', 'js' => 'text/javascript', 'png' => 'image/png', 'svg' => 'image/svg+xml', 'ttf' => 'font/ttf'];
$type = $types[pathinfo($file, \PATHINFO_EXTENSION)] ?? null;
if (null !== $type && str_starts_with($file, __DIR__.'/assets/')) {
    // The names of these say what is in them: browsers ask for each once, as under nginx (deploy/nginx.conf).
    header("Content-Type: $type");
    header('Content-Length: '.filesize($file));
    header('Cache-Control: public, max-age=31536000, immutable');
    readfile($file);

    return true;
}
if (is_file(__DIR__.$path) && !str_ends_with($_SERVER['SCRIPT_NAME'], '.php')) {
    return false;
}
$_SERVER['SCRIPT_FILENAME'] = __DIR__.'/index.php';
require __DIR__.'/index.php';
