<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Validation\Rule;
use MarshTrial\Core\Evidence\EyeScale;

final class PutVerdictRequest extends SpecimenRequest
{
    protected const ABILITY = 'viewPublished';

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'specimenUuid' => 'required|uuid',
            'property' => ['required', Rule::in(array_keys(EyeScale::all()))],
            'word' => 'required|string|max:80',
            'note' => 'nullable|string|max:2000',
            'checkUuid' => 'nullable|uuid',
        ];
    }
}
