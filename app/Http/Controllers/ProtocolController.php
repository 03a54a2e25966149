<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use MarshTrial\Core\Card\Protocol;

/** How each test is done. */
final class ProtocolController extends Controller
{
    /**
     * How each test is done, so that a stranger can repeat it.
     *
     * @return JsonResponse<array{protocols: list<array<string, mixed>>}>
     */
    public function index(): JsonResponse
    {
        return new JsonResponse(['protocols' => array_map(static fn (Protocol $p): array => [...get_object_vars($p), 'version' => Protocol::VERSION, 'text' => $p->text()], Protocol::all())]);
    }
}
