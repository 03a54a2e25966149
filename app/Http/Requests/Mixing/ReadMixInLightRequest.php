<?php

declare(strict_types=1);

namespace App\Http\Requests\Mixing;

use Illuminate\Foundation\Http\FormRequest;

/** The same mix after light. */
final class ReadMixInLightRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'a' => 'required|uuid',
            'b' => 'required|uuid',
            'share' => 'required|numeric|between:0.02,0.98',
            'deposit' => 'required|numeric|between:0.05,3',
        ];
    }
}
