<?php

declare(strict_types=1);

namespace App\Http\Requests\Mixing;

use Illuminate\Foundation\Http\FormRequest;

/** Some paints, each mixed with the same partner. */
final class ReadMixesBesideRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paints' => 'required|string|max:400',
            'partner' => 'required|uuid',
            'share' => 'nullable|numeric|between:0.02,0.98',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'share.between' => 'Amounts are shares by strength, from 0.02 to 0.98; none of one paint is no mix.',
        ];
    }
}
