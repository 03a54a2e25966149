<?php

declare(strict_types=1);

namespace App\Rules;

use Illuminate\Contracts\Validation\ValidationRule;

/** A moment of this century as ISO 8601 writes it, with its zone. */
final class Moment implements ValidationRule
{
    private const FORM = '/^20\d\d-\d\d-\d\d[T ]\d\d:\d\d(:\d\d(\.\d{1,9})?)?\s?(Z|[+-]\d\d:?\d\d)?$/D';

    public function validate(string $attribute, mixed $value, \Closure $fail): void
    {
        $sound = is_string($value) && preg_match(self::FORM, $value) === 1 && date_parse($value)['error_count'] === 0 && date_parse($value)['warning_count'] === 0;
        if (! $sound) {
            $fail('A moment is written as 2026-03-01T10:00:00Z.');
        }
    }
}
