<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Foundation\Http\FormRequest;
use MarshTrial\Core\Card\OwnFrame;

/** A frame with windows of one's own. */
final class PutFrameRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'title' => 'required|string|max:160',
            'paperUuid' => 'required|uuid',
            'side' => 'required|string|max:40',
            'note' => 'nullable|string|max:2000',
            'windows' => 'required|array|min:1|max:'.OwnFrame::MOST_WINDOWS,
            'windows.*.name' => 'nullable|string|max:60',
            'windows.*.paper' => 'required|boolean',
            'windows.*.x' => 'required|numeric',
            'windows.*.y' => 'required|numeric',
            'windows.*.width' => 'required|numeric',
            'windows.*.height' => 'required|numeric',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.required' => 'Give the frame a title.',
            'paperUuid.required' => 'Choose the paper of the painted sheet.',
            'windows.required' => 'Put one window or more into the frame.',
        ];
    }
}
