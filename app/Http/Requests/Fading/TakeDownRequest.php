<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use Illuminate\Foundation\Http\FormRequest;

/** It came down, to be put back or not: nothing is added to its light from then on. */
final class TakeDownRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'on' => 'required|date_format:Y-m-d',
        ];
    }
}
