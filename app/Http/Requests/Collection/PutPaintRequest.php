<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Rating\PaintEffect;

final class PutPaintRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'makerName' => 'required|string|max:120',
            'range' => 'nullable|string|max:120',
            'colourName' => 'required|string|max:160',
            'pigments' => 'nullable|string|max:300',
            'series' => 'sometimes|nullable|string|max:20',
            'discontinued' => 'sometimes|boolean',
            'medium' => ['sometimes', Rule::in(PanStates::MEDIA)],
            'grade' => 'sometimes|nullable|string|max:60',
            'printedColour' => ['sometimes', 'nullable', 'regex:/^#[0-9a-fA-F]{6}$/'],
            'effects' => 'sometimes|nullable|array|max:2',
            'effects.*' => ['string', Rule::enum(PaintEffect::class)],
            'another' => 'sometimes|boolean',
            'pan' => 'nullable|array',
            'pan.uuid' => 'required_with:pan|uuid',
            ...PanRules::of('pan.', 'required_with:pan'),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'makerName.required' => 'Say who makes this paint.',
            'colourName.required' => 'The paint needs its colour name.',
            'printedColour.regex' => 'A printed colour is written as # and six digits, such as #7a1fd2.',
        ];
    }
}
