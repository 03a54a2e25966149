<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rules\Password;

/** Another password; every other place where one is signed in is signed out, and tokens end. */
final class PutPasswordRequest extends FormRequest
{
    public const WORDS = ['password.required' => 'Type a new password.', 'password.min' => 'A password has at least 12 characters; a few words in a row are good.', 'current.required' => 'Type your present password too.'];

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'current' => 'required|string|max:200',
            'password' => ['required', 'string', Password::defaults()],
        ];
    }
}
