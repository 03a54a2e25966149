<?php

declare(strict_types=1);

namespace App\Http\Requests\Evidence;

use Illuminate\Foundation\Http\FormRequest;

final class ReadColoursRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'code' => 'nullable|string',
            'paints' => 'nullable|string',
        ];
    }
}
