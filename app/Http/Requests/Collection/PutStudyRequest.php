<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

final class PutStudyRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'title' => 'required|string|max:120',
            'on' => 'nullable|date_format:Y-m-d|before_or_equal:tomorrow',
            'paper' => 'nullable|string|max:160',
            'purpose' => 'nullable|string|max:500',
            'went' => 'nullable|string|max:5000',
            'shared' => 'nullable|boolean',
            'paints' => 'required|array|max:60',
            'paints.*' => 'uuid|distinct',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.required' => 'Give the study a title.',
            'paints.required' => 'Name at least one paint that it was painted with.',
        ];
    }
}
