<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Network;
use App\Http\Refused;
use App\Http\SecurityLog;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** A telephone works on the network of this server only. */
final class FromOurNetwork
{
    public function handle(Request $request, \Closure $next): Response
    {
        if (! Network::isOurs((string) $request->ip())) {
            SecurityLog::note('link for a telephone refused: from another network');
            throw new Refused('Links for a telephone work on the network of this server only. Put the telephone on the same wireless network.');
        }

        return $next($request);
    }
}
