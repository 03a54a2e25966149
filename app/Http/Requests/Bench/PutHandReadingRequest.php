<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Validation\Rule;
use MarshTrial\Core\Bench\HandMeasure;

final class PutHandReadingRequest extends SpecimenRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'specimenUuid' => 'required|uuid',
            'what' => ['required', Rule::in(array_keys(HandMeasure::FIELDS))],
            'value' => 'nullable|string|max:20',
        ];
    }
}
