<?php

declare(strict_types=1);

namespace App\Rules;

use App\Models\User;
use Illuminate\Contracts\Validation\ValidationRule;

/** An address that nobody else signs in with, in whatever capitals and accents it is written. */
final readonly class FreeAddress implements ValidationRule
{
    public function __construct(private ?User $of = null, private string $sentence = 'Another tester has this address.') {}

    public function validate(string $attribute, mixed $value, \Closure $fail): void
    {
        if (is_string($value) && User::query()->named($value)->whereKeyNot($this->of->id ?? 0)->exists()) {
            $fail($this->sentence);
        }
    }
}
