<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Foundation\Http\FormRequest;

/** This row is really painted with another pan; what was said of it before is kept. */
final class PutSpecimenPanRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'panUuid' => 'required|uuid',
            'reason' => 'nullable|string|max:300',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'panUuid.required' => 'Choose the pan that the row is really painted with.',
        ];
    }
}
