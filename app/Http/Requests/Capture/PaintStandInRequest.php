<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use Illuminate\Foundation\Http\FormRequest;

final class PaintStandInRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'checkUuid' => 'nullable|uuid',
            'uuid' => 'nullable|uuid',
            'device' => 'nullable|in:scanner,camera',
            'wet' => 'nullable|boolean',
        ];
    }
}
