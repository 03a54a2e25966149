<?php

declare(strict_types=1);

$list = static fn (string $name): array => array_values(array_filter(array_map(trim(...), explode(',', (string) env($name, '')))));

// Who is believed and how much is taken. All limits are this program's own choice, generous for hands, tight for machines.
return [
    // Host names this server answers to, besides that of APP_URL and of this machine; "*" answers to any.
    'hosts' => $list('TRUSTED_HOSTS'),
    // Addresses of proxies whose forwarding headers are believed.
    'proxies' => $list('TRUSTED_PROXIES'),
    // Whether the server was told to listen on the local network, and the networks that count as that (address/bits); none: those of this machine.
    'lan' => (bool) env('LISTENS_ON_LAN', false),
    'networks' => $list('LOCAL_NETWORKS'),
    // Requests a minute, by tester or else by address.
    'reads' => (int) env('LIMIT_READS', 1200),
    'writes' => (int) env('LIMIT_WRITES', 600),
    // Share of one processor that an address may use for reading without an account; 0: no limit.
    'anonymous_cpu' => (float) env('LIMIT_ANONYMOUS_CPU', 0.1),
    // Pictures and photographs a day, by tester.
    'uploads' => (int) env('LIMIT_UPLOADS', 400),
    // Attempts to sign in, a minute for one account from anywhere and for one address on any account.
    'sign_ins_by_account' => (int) env('LIMIT_SIGN_INS_BY_ACCOUNT', 5),
    'sign_ins_by_address' => (int) env('LIMIT_SIGN_INS_BY_ADDRESS', 20),
    // Below this much free disk, bytes and share of the disk, pictures are refused and stewards are told.
    'low_disk_bytes' => (int) env('LOW_DISK_BYTES', 200_000_000),
    'low_disk_share' => 0.02,
];
