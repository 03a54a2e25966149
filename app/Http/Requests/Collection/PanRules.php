<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Validation\Rule;
use MarshTrial\Core\Collection\PanStates;

/** What is told of a pan, by itself or within its paint. */
final class PanRules
{
    /**
     * @param string $at what stands before each field, such as "pan."
     * @param string $form when the form has to be told
     *
     * @return array<string, mixed>
     */
    public static function of(string $at, string $form): array
    {
        return [
            "{$at}form" => [$form, Rule::in(PanStates::FORMS)],
            "{$at}batch" => 'nullable|string|max:60',
            "{$at}volumeMl" => 'nullable|numeric|gt:0|max:5000',
            "{$at}price" => 'nullable|string|max:20',
            "{$at}currency" => 'nullable|string|max:3',
            "{$at}keptAt" => 'nullable|string|max:160',
            "{$at}openedOn" => 'sometimes|nullable|date_format:Y-m-d|before_or_equal:tomorrow',
            "{$at}state" => ['sometimes', 'nullable', Rule::in(PanStates::STATES)],
            "{$at}got" => ['sometimes', 'nullable', Rule::in(PanStates::GOT)],
            "{$at}note" => 'sometimes|nullable|string|max:1000',
            "{$at}formulationUuid" => 'sometimes|nullable|uuid',
        ];
    }
}
