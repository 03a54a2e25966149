<?php

declare(strict_types=1);

namespace App\Http;

use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;

/** Not allowed, for a reason that can be said. */
final class Refused extends AccessDeniedHttpException {}
