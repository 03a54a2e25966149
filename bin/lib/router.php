<?php

declare(strict_types=1);

// For PHP's own web server: files of public/ as they are, everything else to the application.
$path = (string) parse_url($_SERVER['REQUEST_URI'], PHP_URL_PATH);
$file = dirname(__DIR__, 2).'/public'.$path;
$types = ['js' => 'text/javascript', 'css' => 'text/css'];
$type = $types[pathinfo($path, PATHINFO_EXTENSION)] ?? null;
// What the build compressed beforehand. Its names change with what is in it, so that nobody has to ask twice.
if ($type !== null && preg_match('#^/build/assets/[\w.-]+$#', $path) === 1 && is_file("$file.gz") && str_contains($_SERVER['HTTP_ACCEPT_ENCODING'] ?? '', 'gzip')) {
    header("Content-Type: $type; charset=UTF-8");
    header('Content-Encoding: gzip');
    header('Content-Length: '.filesize("$file.gz"));
    header('Vary: Accept-Encoding');
    header('Cache-Control: public, max-age=31536000, immutable');
    header('X-Content-Type-Options: nosniff');
    readfile("$file.gz");

    return true;
}
if ($path !== '/' && is_file($file)) {
    return false;
}
require dirname(__DIR__, 2).'/public/index.php';
