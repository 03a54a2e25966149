<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use Illuminate\Validation\Rule;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\Window;

final class PutMoveRequest extends WindowRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'movedOn' => 'required|date_format:Y-m-d',
            ...array_intersect_key(self::where(), ['place' => 0, 'facing' => 0]),
            'panes' => ['required', Rule::enum(Glass::class)],
            'sky' => ['required', Rule::in(array_keys(Window::SKIES))],
            'curtain' => 'nullable|boolean',
        ];
    }
}
