<?php

declare(strict_types=1);

// Idle minutes; the cookie ends with the browser. Who stays signed in comes back by a cookie of its own (App\Models\SignIn).
return [
    'driver' => env('SESSION_DRIVER', 'file'),
    'lifetime' => (int) env('SESSION_LIFETIME', 720),
    'expire_on_close' => true,
    'cookie' => 'marsh_trial_session',
    'http_only' => true,
    'same_site' => 'lax',
    // Null: as the request came, so always under HTTPS.
    'secure' => env('SESSION_SECURE_COOKIE'),
];
