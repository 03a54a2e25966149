<?php

declare(strict_types=1);

namespace App\Http\Requests\Evidence;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Collection\Decisions;

final class PutDecisionRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paintUuid' => 'required|uuid',
            'word' => ['required', Rule::in(Decisions::WORDS)],
            'reason' => 'nullable|string|max:500',
            'on' => 'required|date_format:Y-m-d|before_or_equal:tomorrow',
            'shared' => 'nullable|boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'word.in' => 'A decision is one of: '.implode(', ', Decisions::WORDS).'.',
            'on.before_or_equal' => 'A decision is taken today or was taken before.',
        ];
    }
}
