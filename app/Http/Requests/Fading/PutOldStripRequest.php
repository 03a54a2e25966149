<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use App\Models\Card;

final class PutOldStripRequest extends WindowRequest
{
    public function authorize(): bool
    {
        $card = Card::query()->where('uuid', (string) $this->route('uuid'))->first();

        return $card === null || ($this->user()?->can('update', $card) ?? false);
    }

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...self::where(),
            ...self::vague(),
            'paintUuid' => 'required|uuid',
            'title' => 'nullable|string|max:160',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...parent::messages(),
            'paintUuid.required' => 'Say which paint it is; record it under Paints first if it is not there.',
        ];
    }
}
