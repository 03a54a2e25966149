<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use Illuminate\Foundation\Http\FormRequest;

/** A record is withdrawn, never erased. */
final class WithdrawRecordRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'because' => 'required|string|max:500',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'because.required' => 'Say why it is withdrawn; whoever relied on it reads that.',
        ];
    }
}
