<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use App\Models\User;
use App\Rules\HardToGuess;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\Rules\Password;

final class UsePasswordLinkRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'secret' => 'required|string|max:100',
            'password' => ['required', 'string', Password::defaults()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...PutPasswordRequest::WORDS,
        ];
    }

    /** Whose password it is becomes known by the secret only. */
    public function mustBeHardToGuessFor(User $user): void
    {
        Validator::make($this->only('password'), ['password' => new HardToGuess($user)])->validate();
    }
}
