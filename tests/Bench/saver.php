<?php

declare(strict_types=1);

// Saves something small every few hundredths of a second, as a tester beside a long job does, until a file says to stop; tells how long the
// longest save took, seconds. saver.php DATABASE STOP

[, $database, $stop] = $argv;
$db = new PDO("sqlite:$database", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_TIMEOUT => 60]);
$longest = 0.0;
for ($saves = 0; ! is_file($stop); $saves++) {
    $from = microtime(true);
    $db->exec('begin immediate');
    $db->exec("update house set fact = fact where fact = 'demo'");
    $db->exec('commit');
    $longest = max($longest, microtime(true) - $from);
    usleep(30_000);
}
printf("%.2f %d\n", $longest, $saves);
