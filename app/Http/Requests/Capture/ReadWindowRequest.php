<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use Illuminate\Foundation\Http\FormRequest;

final class ReadWindowRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'row' => 'nullable|integer',
            'use' => 'nullable|string',
            'loupe' => 'nullable|boolean',
        ];
    }
}
