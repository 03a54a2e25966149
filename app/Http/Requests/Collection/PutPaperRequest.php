<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use App\Models\Paper;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class PutPaperRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'maker' => 'required|string|max:120',
            'fibre' => ['required', Rule::in(Paper::FIBRES)],
            'surface' => ['required', Rule::in(Paper::SURFACES)],
            'weightGsm' => 'nullable|integer|between:50,1200',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'maker.required' => 'Say who makes the paper, or "unknown".',
        ];
    }
}
