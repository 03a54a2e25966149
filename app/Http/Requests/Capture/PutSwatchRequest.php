<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Session\Amounts;

final class PutSwatchRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paintUuid' => 'nullable|uuid',
            'colourName' => 'nullable|string|max:120',
            'makerName' => 'nullable|string|max:120',
            'pigments' => 'nullable|string|max:300',
            'unknown' => 'nullable|boolean',
            'mix' => 'sometimes|array',
            'mix.a' => 'required_with:mix|uuid',
            'mix.b' => 'required_with:mix|uuid',
            'mix.dropsA' => 'nullable|numeric|between:0.1,1000|required_with:mix.dropsB',
            'mix.dropsB' => 'nullable|numeric|between:0.1,1000|required_with:mix.dropsA',
            'mix.measure' => ['nullable', Rule::in(Amounts::WORDS)],
            'paintedWhen' => 'sometimes|nullable|string|max:80',
            'paperWords' => 'sometimes|nullable|string|max:120',
            'note' => 'sometimes|nullable|string|max:2000',
            'shared' => 'sometimes|boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'mix.dropsA.between' => 'Drops are more than none on both sides.',
            'mix.dropsB.between' => 'Drops are more than none on both sides.',
            'mix.dropsA.required_with' => 'Drops of both paints, or of neither.',
            'mix.dropsB.required_with' => 'Drops of both paints, or of neither.',
        ];
    }
}
