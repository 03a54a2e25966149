<?php

declare(strict_types=1);

namespace App\Http\Requests\Evidence;

use Illuminate\Foundation\Http\FormRequest;

final class ReadSideBySideRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'show' => 'nullable|string',
            'code' => 'nullable|string',
            'paints' => 'nullable|string',
            'against' => 'nullable|string',
        ];
    }
}
