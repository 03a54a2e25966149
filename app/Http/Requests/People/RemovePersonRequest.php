<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use Illuminate\Foundation\Http\FormRequest;

final class RemovePersonRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'nullable|string|max:120',
            'drafts' => 'required|in:delete,pass on',
            'to' => 'required_if:drafts,pass on|nullable|uuid',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'drafts.required' => 'Say whether the drafts go or pass to a steward.',
        ];
    }
}
