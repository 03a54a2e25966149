<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use Illuminate\Foundation\Http\FormRequest;

/** All strips of a code aged together, sampled by dose. */
final class ReadLightOfCodeRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'depth' => 'nullable|numeric|between:0.05,3',
        ];
    }
}
