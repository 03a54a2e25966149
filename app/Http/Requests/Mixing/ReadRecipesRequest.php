<?php

declare(strict_types=1);

namespace App\Http\Requests\Mixing;

use Illuminate\Foundation\Http\FormRequest;

/** What of one's own stands in for a paint, or makes a colour. */
final class ReadRecipesRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paint' => 'nullable|uuid|required_without_all:l,mix',
            'mix' => 'nullable|uuid',
            'three' => 'nullable|boolean',
            'l' => 'nullable|numeric|between:2,99',
            'a' => 'required_with:l|numeric|between:-120,120',
            'b' => 'required_with:l|numeric|between:-120,120',
            'from' => 'nullable|in:mine,single',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'paint.required_without_all' => 'Name a paint, or a colour as L*, a*, b*.',
        ];
    }
}
