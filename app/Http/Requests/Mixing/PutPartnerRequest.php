<?php

declare(strict_types=1);

namespace App\Http\Requests\Mixing;

use Illuminate\Foundation\Http\FormRequest;

/** Which of one's own pans is the partner in a place; none takes it out of there. */
final class PutPartnerRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'pan' => 'nullable|uuid',
        ];
    }
}
