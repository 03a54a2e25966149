<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;

final class PutGroupRequest extends FormRequest
{
    public const MOST_PAINTS = 120;

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:80',
            'shared' => 'nullable|boolean',
            'paints' => 'present|array|max:'.self::MOST_PAINTS,
            'paints.*' => 'uuid|distinct',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give the group a name, such as natural greens.',
            'paints.max' => 'A group holds up to '.self::MOST_PAINTS.' paints.',
            'paints.*.distinct' => 'A paint stands in a group once.',
        ];
    }
}
