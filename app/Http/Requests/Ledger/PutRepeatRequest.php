<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use Illuminate\Foundation\Http\FormRequest;

final class PutRepeatRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'pans' => 'present|array|max:6',
            'pans.*' => 'uuid',
            'plannedOn' => 'nullable|date_format:Y-m-d',
        ];
    }
}
