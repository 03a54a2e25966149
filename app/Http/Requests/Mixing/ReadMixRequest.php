<?php

declare(strict_types=1);

namespace App\Http\Requests\Mixing;

use Illuminate\Foundation\Http\FormRequest;

final class ReadMixRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'a' => 'required|uuid',
            'b' => 'required|uuid',
            'ladders' => 'nullable|boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'a.required' => 'Choose two paints.',
            'b.required' => 'Choose two paints.',
        ];
    }
}
