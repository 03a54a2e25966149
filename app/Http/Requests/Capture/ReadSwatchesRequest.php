<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use Illuminate\Foundation\Http\FormRequest;

final class ReadSwatchesRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'page' => 'nullable|integer|min:1',
        ];
    }
}
