<?php

declare(strict_types=1);

namespace App\Http\Requests\Evidence;

use App\Models\OddDecision;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class DecideOddTestRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'word' => ['required', Rule::in(OddDecision::WORDS)],
            'paintUuid' => 'nullable|uuid|exists:paints,uuid',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'word.in' => 'Say whether it is '.implode(', ', OddDecision::WORDS).'.',
        ];
    }
}
