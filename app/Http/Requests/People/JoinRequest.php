<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use App\Rules\FreeAddress;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rules\Password;

final class JoinRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'secret' => 'required|string|max:100',
            'name' => 'required|string|max:120',
            'email' => 'required|string|email|max:200',
            'password' => ['required', 'string', Password::defaults()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give the name that shall stand under your records.',
            'password.min' => 'A password has at least 12 characters; a few words in a row are good.',
        ];
    }

    /** Who holds no invitation is told nothing of who is here: asked once the secret is known to be good. */
    public function mustBeFreeAddress(): void
    {
        Validator::make($this->only('email'), ['email' => new FreeAddress(sentence: 'Somebody here has this address already. Sign in instead.')])->validate();
    }
}
