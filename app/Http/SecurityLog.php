<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Support\Facades\Log;

/** What a steward looks at when something was tried: one line each, as JSON, so that nothing in it can pass for another line. */
final class SecurityLog
{
    /** @param array<string, scalar|null> $more never a password or a secret */
    public static function note(string $event, array $more = []): void
    {
        Log::channel('security')->info($event, ['by' => request()->user()->uuid ?? null, 'from' => request()->ip(), 'at' => request()->method().' /'.request()->path(), ...$more]);
    }
}
