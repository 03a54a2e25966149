<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use App\Models\Specimen;
use Illuminate\Foundation\Http\FormRequest;

/** A request that names, in its body, the row of a card that it is about. */
abstract class SpecimenRequest extends FormRequest
{
    /** What one has to be allowed to do with that row. */
    protected const ABILITY = 'update';

    private ?Specimen $found = null;

    public function authorize(): bool
    {
        // Of what is not there, or is no UUID, the rules and the controller speak.
        $specimen = $this->found();

        return $specimen === null || ($this->user()?->can(static::ABILITY, $specimen) ?? false);
    }

    public function specimen(): Specimen
    {
        return $this->found() ?? Specimen::query()->where('uuid', $this->string('specimenUuid'))->firstOrFail();
    }

    private function found(): ?Specimen
    {
        return $this->found ??= Specimen::query()->with('card.session')->where('uuid', (string) (is_string($this->input('specimenUuid')) ? $this->input('specimenUuid') : ''))->first();
    }
}
