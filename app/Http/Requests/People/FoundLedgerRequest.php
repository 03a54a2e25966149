<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rules\Password;

/** The first account, made at this very machine while there is none. */
final class FoundLedgerRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:120',
            'email' => 'required|string|email|max:200',
            'password' => ['required', 'string', Password::defaults()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Say how you are called; others see it beside your tests.',
            'email.required' => 'Type an address to sign in with. Nothing is ever sent to it.',
            'password.required' => 'Choose a password.',
            'password.min' => 'A password has at least 12 characters; a few words in a row are good.',
        ];
    }
}
