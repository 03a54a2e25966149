<?php

declare(strict_types=1);

// Prints what is known of all paints of a pigment code:  php examples/paints-of-a-code.php http://127.0.0.1:8000 PB28

require __DIR__.'/MarshTrialClient.php';

[, $server, $code] = [...$argv, 'http://127.0.0.1:8000', 'PB28'];
$page = (new MarshTrialClient($server))->get('pigments/'.rawurlencode($code));
foreach ($page['paints'] as $paint) {
    $said = array_map(static fn (array $p): string => $p['measured']['said'] ?? 'not tested', $paint['properties']);
    printf("%-24s %-20s %s\n", $paint['colourName'], $paint['maker'], implode(', ', array_map(static fn (string $property, string $word): string => "$property: $word", array_keys($said), $said)));
}
