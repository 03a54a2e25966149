<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use Illuminate\Foundation\Http\FormRequest;

final class ReadFeedRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'code' => 'nullable|string',
            'paint' => 'nullable|string',
            'tester' => 'nullable|string',
        ];
    }
}
