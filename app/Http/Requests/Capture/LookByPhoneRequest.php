<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\UploadRequest;

/** A small copy is looked at before the picture is sent. */
final class LookByPhoneRequest extends UploadRequest
{
    protected const FILE = 'picture';

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'reducedBy' => 'required|numeric|between:1,40',
        ];
    }
}
