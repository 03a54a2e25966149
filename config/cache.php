<?php

declare(strict_types=1);

return [
    'default' => env('CACHE_STORE', 'database'),
    // Counting requests must not take the database's one writer.
    'limiter' => env('CACHE_LIMITER', 'counts'),
    'stores' => ['counts' => ['driver' => 'steady']],
];
