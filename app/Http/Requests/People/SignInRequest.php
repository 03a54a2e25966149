<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use Illuminate\Foundation\Http\FormRequest;

final class SignInRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'email' => 'required|string|email|max:200',
            'password' => 'required|string|max:200',
            'stay' => 'nullable|boolean',
        ];
    }
}
