<?php

declare(strict_types=1);

return [
    'default' => env('QUEUE_CONNECTION', 'database'),
    'connections' => [
        'sync' => ['driver' => 'sync', 'after_commit' => true],
        // A job is a row of the same database, so it commits together with the state that it belongs to. What a killed worker held is taken
        // up again a little after the longest job may last.
        'database' => ['driver' => 'database', 'table' => 'jobs', 'queue' => 'default', 'retry_after' => 330, 'after_commit' => false],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => 'sqlite', 'table' => 'failed_jobs'],
];
