<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use Illuminate\Foundation\Http\FormRequest;

/** Days on which it was taken down. */
final class PutPauseRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'fromOn' => 'required|date_format:Y-m-d',
            'toOn' => 'required|date_format:Y-m-d|after_or_equal:fromOn',
            'note' => 'nullable|string|max:300',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'toOn.after_or_equal' => 'The last day lies before the first.',
        ];
    }
}
