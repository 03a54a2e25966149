<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Foundation\Http\FormRequest;

final class ReadCardsRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'kind' => 'nullable|string',
            'page' => 'nullable|integer|min:1',
        ];
    }
}
