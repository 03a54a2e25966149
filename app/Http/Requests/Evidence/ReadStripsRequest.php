<?php

declare(strict_types=1);

namespace App\Http\Requests\Evidence;

use Illuminate\Foundation\Http\FormRequest;

/** The paints by their UUIDs, with commas between. */
final class ReadStripsRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paints' => 'nullable|string',
        ];
    }
}
