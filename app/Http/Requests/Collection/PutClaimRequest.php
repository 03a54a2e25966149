<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;

final class PutClaimRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paintUuid' => 'required|uuid',
            'property' => ['required', Rule::in(Property::keys(Measures::claimed()))],
            'words' => 'required|string|max:160',
            'scaleUuid' => 'nullable|uuid',
            'readOn' => 'required|date_format:Y-m-d|before_or_equal:tomorrow',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'words.required' => 'Write the claim in the maker’s own words.',
        ];
    }
}
