<?php

return [
    'organization' => env('ORGANIZATION', 'Your organization'),

    // Largest upload in bytes, and the most rows and columns that one source may have.
    'upload_limit' => (int) env('UPLOAD_LIMIT', 512 * 1024 * 1024),
    'row_limit' => (int) env('ROW_LIMIT', 2_000_000),
    'column_limit' => (int) env('COLUMN_LIMIT', 500),

    // Rows that are planned together, and rows that one transaction of a load writes.
    'sift_chunk' => (int) env('SIFT_CHUNK', 1000),
    'load_chunk' => (int) env('LOAD_CHUNK', 1000),

    // What one program may ask of /api/v1.
    'requests_per_minute' => (int) env('REQUESTS_PER_MINUTE', 300),
    // Seconds that a job works before it hands over to the next one. Well below the queue's retry_after,
    // so that the work of a worker that was killed is taken up soon and never twice at a time.
    'slice_seconds' => (int) env('SLICE_SECONDS', 10),

    // Where the stand-ins for outside services answer, and the folder that they keep what they receive in; blank without them.
    'stand_ins' => ['url' => env('STAND_INS_URL', ''), 'folder' => env('STAND_INS', '')],

    // Hosts with ports, such as "10.0.0.5:8443", that notices may go to although they are not on the public internet.
    'notice_hosts' => array_values(
        array_filter(array_map(static fn(string $host): string => strtolower(trim($host)), explode(',', (string) env('NOTICE_HOSTS', '')))),
    ),

    // Where files of exports are brought that are to go into a folder.
    'export_folder' => env('EXPORT_FOLDER') ?: storage_path('outgoing'),

    // Records up to which what was done to many is taken back while the person waits for the answer.
    'undo_at_once' => (int) env('UNDO_AT_ONCE', 1000),

    // Seconds after its last sign of life from which a worker counts as gone.
    'worker_timeout' => (int) env('WORKER_TIMEOUT', 15),
];
