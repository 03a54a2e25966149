<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

final class PutFormulationRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paintUuid' => 'required|uuid',
            'since' => 'nullable|date_format:Y-m-d',
            'pigments' => 'nullable|string|max:300',
            'note' => 'nullable|string|max:1000',
        ];
    }
}
