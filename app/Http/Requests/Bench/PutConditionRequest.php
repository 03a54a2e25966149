<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

final class PutConditionRequest extends SpecimenRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'specimenUuid' => 'required|uuid',
            'key' => 'required|string|max:40',
            'value' => 'nullable|string|max:400',
        ];
    }
}
