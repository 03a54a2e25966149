<?php

declare(strict_types=1);

namespace App\Http;

use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Something unusual that is allowed once the tester says so: the answer names the field that says it. */
final class NeedsSaying extends ConflictHttpException
{
    public function __construct(string $question, public readonly string $field)
    {
        parent::__construct($question);
    }
}
