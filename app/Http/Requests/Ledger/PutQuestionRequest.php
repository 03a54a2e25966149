<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use Illuminate\Foundation\Http\FormRequest;

/** Asked once, never changed; the same call again is the same question. */
final class PutQuestionRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'card' => 'required|uuid',
            'row' => 'nullable|integer|min:1|max:30',
            'text' => 'required|string|max:1000',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'text.required' => 'Write the question.',
        ];
    }
}
