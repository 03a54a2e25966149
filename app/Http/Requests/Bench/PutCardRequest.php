<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Card\CardKind;

final class PutCardRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(CardKind::class)->only([CardKind::Property, CardKind::Fade])],
            'title' => 'required|string|max:160',
            'paperUuid' => 'required|uuid',
            'side' => 'required|string|max:40',
            'note' => 'nullable|string|max:2000',
            'pans' => 'required|array|max:6',
            'pans.*' => 'uuid',
            'lifting' => 'nullable|string|max:40',
            'blocks' => 'nullable|string|max:300',
            'paint' => 'nullable|string|max:40',
            'quality' => 'nullable|string|max:40',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.required' => 'Give the card a title.',
            'paperUuid.required' => 'Choose the paper.',
            'pans.required' => 'Choose one to six pans.',
            'pans.max' => 'A card takes one to six paints.',
        ];
    }
}
