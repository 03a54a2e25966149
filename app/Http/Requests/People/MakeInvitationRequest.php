<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use Illuminate\Foundation\Http\FormRequest;

/** The secret is shown once, in the answer; a steward of a circle lets people into that circle alone. */
final class MakeInvitationRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'words' => 'nullable|string|max:120',
            'isSteward' => 'nullable|boolean',
            'circle' => 'nullable|string|max:80',
        ];
    }
}
