<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

/** This entry is the same paint as another one, which keeps all. */
final class MergePaintsRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'intoUuid' => 'required|uuid',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'intoUuid.required' => 'Choose the paint that this one is the same as.',
        ];
    }
}
