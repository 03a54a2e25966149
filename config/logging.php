<?php

declare(strict_types=1);

return [
    'default' => env('LOG_CHANNEL', 'single'),
    'channels' => [
        // Who signed in or tried to, who was let in or out, and what was refused: no passwords, no secrets, no contents.
        'security' => ['driver' => 'daily', 'path' => storage_path('logs/security.log'), 'level' => 'info', 'days' => 90, 'permission' => 0600],
    ],
];
