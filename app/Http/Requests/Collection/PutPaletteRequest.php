<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use App\Models\Palette;
use Illuminate\Foundation\Http\FormRequest;

final class PutPaletteRequest extends FormRequest
{
    private const SIDE = 'required|integer|between:1,'.Palette::MOST_SIDE;

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:80',
            'rows' => self::SIDE,
            'columns' => self::SIDE,
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give the palette a name, such as what is written on its lid.',
        ];
    }
}
