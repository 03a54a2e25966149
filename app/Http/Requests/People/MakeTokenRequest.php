<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use App\Http\Scopes;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** The token itself is in this answer and never shown again. */
final class MakeTokenRequest extends FormRequest
{
    public const DAYS = [30, 90, 365];

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:80',
            'scopes' => 'required|array|min:1',
            'scopes.*' => [Rule::in(array_keys(Scopes::ALL))],
            'days' => ['required', 'integer', Rule::in(self::DAYS)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Name the program that it is for.',
            'scopes.required' => 'Say what it may do.',
        ];
    }
}
