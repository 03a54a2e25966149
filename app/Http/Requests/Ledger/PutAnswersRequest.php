<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use Illuminate\Foundation\Http\FormRequest;

/** Which paint here a paint of the bundle is, where that could not be told. */
final class PutAnswersRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'answers' => 'present|array',
            'answers.*' => 'required|string|max:36',
        ];
    }
}
