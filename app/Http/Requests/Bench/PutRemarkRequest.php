<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Validation\Rule;
use MarshTrial\Core\Session\BenchWords;

final class PutRemarkRequest extends SpecimenRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'specimenUuid' => 'required|uuid',
            'word' => ['nullable', Rule::in(array_values(BenchWords::REMARKS))],
            'note' => 'nullable|string|max:2000',
            'withdrawn' => 'nullable|boolean',
        ];
    }
}
