<?php

declare(strict_types=1);

// For PHP's own web server: files of public/ as they are, everything else to the application.
$path = (string) parse_url($_SERVER['REQUEST_URI'], PHP_URL_PATH);
if ($path !== '/' && is_file(dirname(__DIR__, 2).'/public'.$path)) {
    return false;
}
require dirname(__DIR__, 2).'/public/index.php';
