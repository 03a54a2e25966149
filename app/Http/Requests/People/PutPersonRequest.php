<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use App\Models\User;
use App\Rules\FreeAddress;
use Illuminate\Foundation\Http\FormRequest;

final class PutPersonRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:120',
            'email' => ['required', 'string', 'email', 'max:200', new FreeAddress($this->person())],
            'isSteward' => 'nullable|boolean',
            'circle' => 'nullable|string|max:80',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give the tester’s name, as it shall stand under records.',
        ];
    }

    public function person(): ?User
    {
        return User::query()->where('uuid', (string) $this->route('uuid'))->first();
    }
}
