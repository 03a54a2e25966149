<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use Illuminate\Foundation\Http\FormRequest;

final class PutCheckRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'checkedOn' => 'required|date_format:Y-m-d',
            'doseMlxh' => 'nullable|numeric|between:0,100000',
            'note' => 'nullable|string|max:2000',
            'eyeFirst' => 'sometimes|boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'doseMlxh.between' => 'The dose is in Mlx h, zero or more.',
        ];
    }
}
