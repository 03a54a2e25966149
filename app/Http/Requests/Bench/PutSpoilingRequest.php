<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Validation\Rule;
use MarshTrial\Core\Rating\Property;

final class PutSpoilingRequest extends SpecimenRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'specimenUuid' => 'required|uuid',
            'property' => ['nullable', Rule::in(Property::keys(Property::cases()))],
            'reason' => 'required|string|max:300',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'reason.required' => 'Say why it no longer counts; it is kept and shown with its reason.',
        ];
    }
}
