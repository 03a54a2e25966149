<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

final class PlacePanRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'paletteUuid' => 'nullable|uuid',
            'slot' => 'required_with:paletteUuid|nullable|integer|min:1',
        ];
    }
}
