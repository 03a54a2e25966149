<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\UploadRequest;

final class PutTargetRequest extends UploadRequest
{
    /** A stand-in brings its own. */
    protected const NEEDED = false;

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'name' => 'required|string|max:120',
            'standIn' => 'nullable|boolean',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...parent::messages(),
            'name.required' => 'Give the target a name.',
        ];
    }
}
