<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use App\Http\Requests\NamesAThing;
use App\Models\Card;

final class PutOldStripRequest extends WindowRequest
{
    use NamesAThing;

    public function authorize(): bool
    {
        return $this->mayIfThere('update', Card::class, $this->route('uuid'));
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
