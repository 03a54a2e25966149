<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Http\JsonResponse as FrameworkResponse;

/**
 * An answer in JSON. A byte that is no UTF-8, from whatever old row it comes, is shown as U+FFFD: one bad row never takes a list down.
 *
 * @template-covariant T of mixed what is answered; its schema stands in the description of the API
 */
final class JsonResponse extends FrameworkResponse
{
    /**
     * @param T $data
     * @param array<string, mixed> $headers
     */
    public function __construct(mixed $data = null, int $status = 200, array $headers = [], int $options = 0)
    {
        parent::__construct($data, $status, $headers, $options | JSON_INVALID_UTF8_SUBSTITUTE);
    }
}
