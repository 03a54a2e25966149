<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\UploadRequest;

final class SendByPhoneRequest extends UploadRequest
{
    protected const FILE = 'picture';

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'called' => 'nullable|string|max:120',
        ];
    }
}
