<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use App\Models\Report;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** Anybody who is signed in tells the stewards of something; the same call again is the same report. */
final class PutReportRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'subject' => ['required', Rule::in(array_keys(Report::SUBJECTS))],
            'uuid' => 'required|uuid',
            'words' => 'required|string|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'words.required' => 'Say what is wrong with it.',
        ];
    }
}
