<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Foundation\Http\FormRequest;

/** Where the card lies under a frame, its windows alone are printed. */
final class PrintCardRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'frame' => 'nullable|boolean',
        ];
    }
}
