<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;

/**
 * Refuses what is no text before anything reads it: bytes that are no UTF-8, control characters (line breaks and tabs are text), in fields,
 * their names, addresses and file names; and what nests or counts beyond any form of this program.
 */
final class CleanInput
{
    /** Control characters of Unicode (Cc) but tab, line feed and carriage return, and what XML 1.0 section 2.2 cannot hold. */
    private const NO_TEXT = '/[^\P{Cc}\t\n\r]|[\x{FFFE}\x{FFFF}]/u';

    private const DEEPEST = 8;

    private const MOST_VALUES = 20_000;

    private const LAST_PAGE = 100_000;

    private int $values = 0;

    public function handle(Request $request, \Closure $next): Response
    {
        $this->values = 0;
        $this->text(rawurldecode($request->getRequestUri()), 'address');
        $this->single($request->query->all());
        $this->all($request->isJson() ? $request->json()->all() : $request->request->all(), 0);
        $this->files($request->files->all());

        return $next($request);
    }

    /**
     * Addresses carry plain values only.
     *
     * @param array<int|string, mixed> $query
     */
    private function single(array $query): void
    {
        foreach ($query as $name => $value) {
            if (is_array($value)) {
                $this->refuse((string) $name, "\"$name\" in the address takes one value, not a list.");
            }
            $this->text((string) $name, 'address');
            $this->text((string) $value, (string) $name);
        }
        if (isset($query['page']) && filter_var($query['page'], FILTER_VALIDATE_INT, ['options' => ['min_range' => 1, 'max_range' => self::LAST_PAGE]]) === false) {
            $this->refuse('page', 'A page is a whole number from 1 to '.self::LAST_PAGE.'.');
        }
    }

    /** @param array<int|string, mixed> $values */
    private function all(array $values, int $depth): void
    {
        if ($depth > self::DEEPEST) {
            $this->refuse('body', 'What was sent is nested deeper than anything this program asks for.');
        }
        foreach ($values as $name => $value) {
            if (++$this->values > self::MOST_VALUES) {
                $this->refuse('body', 'What was sent holds more values than anything this program asks for.');
            }
            $this->text((string) $name, 'body');
            if (is_array($value)) {
                $this->all($value, $depth + 1);
            } elseif (is_string($value)) {
                $this->text($value, (string) $name);
            }
        }
    }

    /** @param array<int|string, mixed> $files */
    private function files(array $files): void
    {
        foreach ($files as $name => $file) {
            if (is_array($file)) {
                $this->refuse((string) $name, 'Send one file at a time.');
            }
            if ($file instanceof UploadedFile || $file instanceof \Symfony\Component\HttpFoundation\File\UploadedFile) {
                $this->text($file->getClientOriginalName(), (string) $name, 'The file’s name');
            }
        }
    }

    private function text(string $text, string $field, ?string $called = null): void
    {
        if (! mb_check_encoding($text, 'UTF-8') || preg_match(self::NO_TEXT, $text) !== 0) {
            $this->refuse(mb_check_encoding($field, 'UTF-8') ? $field : 'body', ($called ?? 'One of the fields').' holds characters that are no text (control characters, or another encoding than UTF-8). Type it again.');
        }
    }

    private function refuse(string $field, string $sentence): never
    {
        throw ValidationException::withMessages([$field => $sentence]);
    }
}
