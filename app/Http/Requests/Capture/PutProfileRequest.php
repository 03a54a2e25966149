<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\UploadRequest;

final class PutProfileRequest extends UploadRequest
{
    protected const FILE = 'picture';

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'name' => 'required|string|max:120',
            'targetUuid' => 'required|uuid',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...parent::messages(),
            'name.required' => 'Give the profile a name, such as “my scanner”.',
            'targetUuid.required' => 'Choose the target in the picture.',
        ];
    }
}
