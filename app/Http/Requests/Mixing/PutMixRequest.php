<?php

declare(strict_types=1);

namespace App\Http\Requests\Mixing;

use Illuminate\Foundation\Http\FormRequest;

/** A mix that somebody likes, under a name. */
final class PutMixRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'a' => 'required|uuid',
            'b' => 'required|uuid|different:a',
            'share' => 'required|numeric|between:0.02,0.98',
            'deposit' => 'required|numeric|between:0.05,3',
            'layered' => 'nullable|boolean',
            'name' => 'required|string|max:80',
            'note' => 'nullable|string|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'share.between' => 'Amounts are shares by strength, from 0.02 to 0.98; none of one paint is no mix.',
            'b.different' => 'A paint mixed with itself is that paint. Choose another one for the other side.',
            'name.required' => 'Give it a name, such as rain grey.',
        ];
    }
}
