<?php

declare(strict_types=1);

// Argon2id takes the whole password, where bcrypt stops at 72 bytes. Cost: OWASP Password Storage Cheat Sheet (19 MiB, two passes, one lane).
// Hashes of earlier days are bcrypt's; they are read, and written anew at the next sign-in.
return [
    'driver' => 'argon2id',
    'bcrypt' => ['rounds' => (int) env('BCRYPT_ROUNDS', 12), 'verify' => false],
    'argon' => ['memory' => (int) env('ARGON_MEMORY', 19456), 'threads' => 1, 'time' => (int) env('ARGON_TIME', 2), 'verify' => false],
];
