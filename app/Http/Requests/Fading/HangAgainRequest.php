<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use Illuminate\Foundation\Http\FormRequest;

/** Put back: the days in between were dark, and the series goes on. */
final class HangAgainRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'on' => 'required|date_format:Y-m-d',
        ];
    }
}
