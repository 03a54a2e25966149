<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Models\Card;
use Illuminate\Foundation\Http\FormRequest;

final class MakePhoneLinkRequest extends FormRequest
{
    public function authorize(): bool
    {
        $uuid = $this->input('card');
        $card = Card::query()->where('uuid', is_string($uuid) ? $uuid : '')->first();

        return $card === null || ($this->user()?->can('update', $card) ?? false);
    }

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'card' => 'required|uuid',
            'checkUuid' => 'nullable|uuid',
        ];
    }
}
