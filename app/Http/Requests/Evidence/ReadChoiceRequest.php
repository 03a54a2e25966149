<?php

declare(strict_types=1);

namespace App\Http\Requests\Evidence;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Evidence\Wish;
use MarshTrial\Core\Rating\Scale;

final class ReadChoiceRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'use' => ['nullable', Rule::in(Wish::USES)],
            'lux' => 'nullable|numeric|between:1,100000',
            'hours' => 'nullable|numeric|between:0.1,24',
            'years' => 'nullable|numeric|between:0.1,300',
            'grain' => ['nullable', Rule::in(Wish::GRAINS)],
            'lifting' => ['nullable', Rule::in(Wish::LIFTINGS)],
            'body' => ['nullable', Rule::in(Wish::BODIES)],
            'single' => 'nullable|boolean',
            'never' => 'nullable|boolean',
            'accepted' => ['nullable', Rule::in(array_keys(Scale::current()->fade->accepted))],
            'budget' => 'nullable|numeric|between:0.01,1000',
            'from' => ['nullable', 'regex:/^(mine|all|[0-9a-f-]{36})$/'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'lux.between' => 'Light on a wall is from 1 to 100 000 lux.',
            'hours.between' => 'A day has up to 24 hours of light.',
            'from.regex' => 'Look through all that was tested, what you have at hand, or one of your palettes.',
            'budget.between' => 'Say what a millilitre may cost, from 0.01 to 1 000.',
            'years.between' => 'Say how many years it is to last, up to 300.',
        ];
    }
}
