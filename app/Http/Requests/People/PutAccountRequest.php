<?php

declare(strict_types=1);

namespace App\Http\Requests\People;

use App\Models\User;
use App\Rules\FreeAddress;
use Illuminate\Foundation\Http\FormRequest;

final class PutAccountRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:120',
            'email' => ['required', 'string', 'email', 'max:200', new FreeAddress($this->user() instanceof User ? $this->user() : null)],
            'current' => 'nullable|string|max:200',
        ];
    }
}
