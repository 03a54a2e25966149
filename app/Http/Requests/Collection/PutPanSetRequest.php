<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

/** Pans that were bought together for one price: each bears a share of it by its volume. */
final class PutPanSetRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:80',
            'price' => 'required|string|max:20',
            'currency' => 'required|string|max:3',
            'pans' => 'required|array|max:200',
            'pans.*' => 'uuid|distinct',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give the set a name, as on its box.',
            'price.required' => 'Say what the whole set cost.',
            'pans.required' => 'Choose the pans that came in the set.',
        ];
    }
}
