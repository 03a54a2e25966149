<?php

declare(strict_types=1);

// Asks the pages that a large ledger makes slow, in one process with a warm opcode cache, and prints how long each takes. bin/bench pages starts it for two sizes.

use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

$file = $argv[1] ?? '';
foreach (['DB_DATABASE' => $file, 'APP_ENV' => 'production', 'APP_DEBUG' => 'false', 'CACHE_STORE' => 'array', 'SESSION_DRIVER' => 'array', 'LIMIT_ANONYMOUS_CPU' => '0'] as $key => $value) {
    putenv("$key=$value");
    $_ENV[$key] = $_SERVER[$key] = $value;
}
require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$kernel = $app->make(Kernel::class);
$ask = static function (string $path) use ($kernel): array {
    $request = Request::create($path, 'GET', server: ['HTTP_ACCEPT' => 'application/json']);
    $from = hrtime(true);
    $response = $kernel->handle($request);
    $took = (hrtime(true) - $from) / 1e6;
    $kernel->terminate($request, $response);

    return [$took, (string) $response->getContent(), $response->getStatusCode()];
};
$ask('/api/session');
$paint = (string) DB::table('paints')->join('paint_codes', 'paint_codes.paint_id', '=', 'paints.id')->where('code', 'PX60')->value('paints.uuid');
$maker = (string) DB::table('makers')->join('paints', 'paints.maker_id', '=', 'makers.id')->where('paints.uuid', $paint)->value('makers.uuid');
$counts = [];
for ($i = 0; $i < 11; $i++) {
    $from = hrtime(true);
    DB::table('ratings')->where('holds', true)->count();
    $counts[] = (hrtime(true) - $from) / 1e6;
}
sort($counts);
$out = ['count' => $counts[5]];
foreach (['shore' => '/api/shore', 'code' => '/api/pigments/PX60', 'search' => '/api/paints?q=Shade+1999', 'pigments' => '/api/pigments', 'maker' => "/api/makers/$maker/strips", 'like' => "/api/paints/$paint/like", 'choose' => '/api/choose', 'paint' => "/api/paints/$paint"] as $name => $path) {
    // Nothing is kept of what the page before worked out, but how tests scatter.
    DB::table('paint_digests')->delete();
    $times = [];
    $cold = 0.0;
    for ($i = 0; $i < 14; $i++) {
        [$took, $body, $status] = $ask($path);
        if ($status !== 200) {
            fwrite(STDERR, "$path: $status ".substr($body, 0, 300)."\n");
            exit(1);
        }
        $cold = $i === 0 ? $took : $cold;
        // The first ones fill what is kept.
        if ($i > 2) {
            $times[] = $took;
        }
    }
    sort($times);
    $out[$name] = ['p95' => $times[(int) ceil(0.95 * count($times)) - 1], 'cold' => $cold, 'kB' => strlen((string) gzencode($body, 6)) / 1000];
}
echo json_encode($out, JSON_THROW_ON_ERROR), "\n";
