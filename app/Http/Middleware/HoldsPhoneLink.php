<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Refused;
use App\Models\PhoneLink;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets a telephone through that holds a link which still works. */
final class HoldsPhoneLink
{
    /** Header by which the telephone shows what it holds. */
    private const HOLD = 'X-Phone';

    private const LINK = 'phone-link';

    public function handle(Request $request, \Closure $next): Response
    {
        $link = PhoneLink::heldBy((string) $request->header(self::HOLD, '')) ?? throw new Refused('This link has ended. Ask for another one at the desk; what was sent is kept.');
        $request->attributes->set(self::LINK, $link);

        return $next($request);
    }

    public static function of(Request $request): PhoneLink
    {
        return $request->attributes->get(self::LINK) ?? throw new \LogicException('Only routes behind this middleware have a link.');
    }
}
