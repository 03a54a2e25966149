<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use App\Http\Requests\UploadRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Daylight\LightLog;

/** A light logger's file: which columns hold time and light, in which unit and zone. */
final class PutLightLogRequest extends UploadRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'unit' => ['required', Rule::in(array_keys(LightLog::UNITS))],
            'timeZone' => 'nullable|timezone:all',
            'timeColumn' => 'nullable|integer|min:1|max:40',
            'lightColumn' => 'nullable|integer|min:1|max:40',
        ];
    }
}
