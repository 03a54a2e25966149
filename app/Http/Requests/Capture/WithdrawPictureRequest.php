<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use Illuminate\Foundation\Http\FormRequest;

/** Takes a picture out of what counts, with a reason; it is kept. */
final class WithdrawPictureRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'because' => 'required|string|max:300',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'because.required' => 'Say why this picture no longer counts; it is kept with its reason.',
        ];
    }
}
