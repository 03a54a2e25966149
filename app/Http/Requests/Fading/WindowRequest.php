<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use App\Models\Hanging;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\Window;

/** A request that tells behind which window something hangs. */
abstract class WindowRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    protected static function where(): array
    {
        return [
            'place' => 'nullable|string|max:160',
            'facing' => ['required', Rule::in(Hanging::FACINGS)],
            'glass' => 'nullable|string|max:160',
            'latitude' => 'nullable|numeric|between:-90,90',
            'longitude' => 'nullable|numeric|between:-180,180',
            'timeZone' => 'required|timezone:all',
            'note' => 'nullable|string|max:2000',
            'panes' => ['nullable', Rule::enum(Glass::class)],
            'sky' => ['nullable', Rule::in(array_keys(Window::SKIES))],
            'curtain' => 'nullable|boolean',
            'sunshine' => 'nullable|numeric|between:0,1',
            'distanceM' => 'nullable|numeric|min:0|max:5',
            'byDose' => 'nullable|boolean',
            'sunshineByMonth' => 'nullable|array|size:12',
            'sunshineByMonth.*' => 'numeric|between:0,1',
            'horizon' => 'nullable|array|max:72',
            'horizon.*' => 'numeric|between:0,90',
        ];
    }

    /** @return array<string, string> rules for days that are told vaguely */
    protected static function vague(): array
    {
        return ['hungWhen' => 'required|string|max:80', 'downWhen' => 'nullable|string|max:80'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'sunshine.between' => 'Sunshine is the share of the hours in which the sun could shine, from 0 to 1.',
            'sunshineByMonth.*.between' => 'Sunshine is the share of the hours in which the sun could shine, from 0 to 1.',
            'horizon.*.between' => 'What stands before the sun is told in degrees above the horizon, 0 to 90.',
            'latitude.between' => 'Latitude lies between -90 and 90 degrees.',
            'longitude.between' => 'Longitude lies between -180 and 180 degrees.',
            'place.required' => 'Say where it hangs; what is published is rounded to one degree and goes without the name.',
            'hungWhen.required' => 'Say since when it hung, however vaguely: March 2021, about 2019.',
        ];
    }

    /** @return array<string, mixed> columns of a hanging */
    public function columns(): array
    {
        $values = $this->validated();
        $floats = static fn (array $of): array => array_map(floatval(...), array_values($of));

        return [
            'place' => $values['place'] ?? Window::UNKNOWN, 'facing' => $values['facing'], 'glass' => $values['glass'] ?? '', 'latitude' => $values['latitude'] ?? null,
            'longitude' => $values['longitude'] ?? null, 'time_zone' => $values['timeZone'], 'note' => $values['note'] ?? '',
            'panes' => $values['panes'] ?? Glass::Single->value, 'sky' => $values['sky'] ?? 'open', 'curtain' => (bool) ($values['curtain'] ?? false), 'sunshine' => $values['sunshine'] ?? null, 'distance_m' => $values['distanceM'] ?? 0, 'by_dose' => (bool) ($values['byDose'] ?? true),
            ...array_key_exists('sunshineByMonth', $values) ? ['sunshine_by_month' => $values['sunshineByMonth'] === null ? null : array_combine(range(1, 12), $floats($values['sunshineByMonth']))] : [],
            ...array_key_exists('horizon', $values) ? ['horizon' => $values['horizon'] === null ? null : self::byAzimuth($floats($values['horizon']))] : [],
        ];
    }

    /**
     * Heights around the compass, the first in the north, by their azimuth in degrees.
     *
     * @param list<float> $heights
     *
     * @return array<int, float>
     */
    private static function byAzimuth(array $heights): array
    {
        return $heights === [] ? [] : array_combine(array_map(static fn (int $i): int => (int) round(360 * $i / count($heights)), array_keys($heights)), $heights);
    }
}
