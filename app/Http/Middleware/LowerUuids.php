<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * UUIDs are written in lower case (RFC 9562, section 4), and read in either. Here they become lower case before anything reads them, in the
 * address, its query and the body, or capitals would name the same thing a second time.
 */
final class LowerUuids
{
    private const UUID = '[0-9a-fA-F]{8}(?:-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}';

    private const LENGTH = 36;

    public function handle(Request $request, \Closure $next): Response
    {
        $uri = (string) $request->server->get('REQUEST_URI');
        [$path, $query] = [...explode('?', $uri, 2), ''];
        $lower = implode('/', array_map(self::segment(...), explode('/', $path)));
        if ($lower !== $path) {
            $request->server->set('REQUEST_URI', $lower.($query === '' ? '' : "?$query"));
            $request->initialize($request->query->all(), $request->request->all(), $request->attributes->all(), $request->cookies->all(), $request->files->all(), $request->server->all(), $request->getContent());
        }
        $request->query->replace(self::lower($request->query->all()));
        $body = $request->isJson() ? $request->json() : $request->request;
        $body->replace(self::lower($body->all()));

        return $next($request);
    }

    /** A part of an address that names a thing, with what may follow after a dot; letters may come percent-encoded. */
    private static function segment(string $written): string
    {
        $read = rawurldecode($written);

        return preg_match('/^'.self::UUID.'(?:\.\w+)?$/D', $read) === 1 ? substr_replace($read, strtolower(substr($read, 0, self::LENGTH)), 0, self::LENGTH) : $written;
    }

    /**
     * Values and names that are a UUID, or a list of them, and nothing else; all other text stays as it is.
     *
     * @param array<int|string, mixed> $values
     *
     * @return array<int|string, mixed>
     */
    private static function lower(array $values): array
    {
        $out = [];
        foreach ($values as $name => $value) {
            $out[is_string($name) ? self::text($name) : $name] = match (true) {
                is_array($value) => self::lower($value),
                is_string($value) => self::text($value),
                default => $value,
            };
        }

        return $out;
    }

    private static function text(string $text): string
    {
        return preg_match('/^'.self::UUID.'(?:,'.self::UUID.')*$/D', $text) === 1 ? strtolower($text) : $text;
    }
}
