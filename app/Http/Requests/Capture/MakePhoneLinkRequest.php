<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\NamesAThing;
use App\Models\Card;
use Illuminate\Foundation\Http\FormRequest;

final class MakePhoneLinkRequest extends FormRequest
{
    use NamesAThing;

    public function authorize(): bool
    {
        return $this->mayIfThere('update', Card::class, $this->input('card'));
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
