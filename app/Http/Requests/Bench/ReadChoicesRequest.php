<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Foundation\Http\FormRequest;

final class ReadChoicesRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'q' => 'nullable|string',
            'want' => 'nullable|string',
            'paper' => 'nullable|string',
        ];
    }
}
