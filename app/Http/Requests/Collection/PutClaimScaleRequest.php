<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;

final class PutClaimScaleRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'makerUuid' => 'required|uuid',
            'property' => ['required', Rule::in(Property::keys(Measures::claimed()))],
            'name' => 'required|string|max:120',
            'words' => 'required|array|max:12',
            'words.*.word' => 'required|string|max:80',
            'words.*.classes' => 'required|array',
        ];
    }
}
