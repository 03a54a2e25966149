<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

/** The pans by their UUIDs, with commas between. */
final class PrintLabelsRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'pans' => 'nullable|string',
        ];
    }
}
