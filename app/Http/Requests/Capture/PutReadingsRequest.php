<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use Illuminate\Foundation\Http\FormRequest;

final class PutReadingsRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'name' => 'required|string|max:120',
            'source' => 'required|in:file,hand',
            'samples' => 'required|array|min:1|max:500',
            'samples.*.cell' => 'required|string|max:60',
            'samples.*.name' => 'nullable|string|max:120',
            'samples.*.lab' => 'required|array|size:3',
            'samples.*.lab.*' => 'required|numeric|between:-200,200',
            'samples.*.spectrum' => 'nullable|array',
            'samples.*.spectrum.fromNm' => 'numeric|between:300,900',
            'samples.*.spectrum.stepNm' => 'numeric|between:1,40',
            'samples.*.spectrum.values' => 'array|min:2|max:200',
            'samples.*.spectrum.values.*' => 'numeric|between:-1,5',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'samples.required' => 'Read one cell or more.',
            'samples.*.lab.*.numeric' => 'L*, a* and b* are numbers.',
            'samples.*.lab.*.between' => 'L*, a* and b* of a surface stay within 200.',
            'name.required' => 'Say which instrument it was.',
        ];
    }
}
