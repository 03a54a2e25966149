<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

final class ReadPaintsRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'q' => 'nullable|string',
            'show' => 'nullable|string',
            'page' => 'nullable|integer|min:1',
        ];
    }
}
