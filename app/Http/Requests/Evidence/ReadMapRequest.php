<?php

declare(strict_types=1);

namespace App\Http\Requests\Evidence;

use Illuminate\Foundation\Http\FormRequest;

final class ReadMapRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'order' => 'nullable|string',
            'page' => 'nullable|integer|min:1',
        ];
    }
}
