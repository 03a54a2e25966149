<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use App\Http\Requests\NamesAThing;
use App\Models\Specimen;
use Illuminate\Foundation\Http\FormRequest;

/** A request that names, in its body, the row of a card that it is about. */
abstract class SpecimenRequest extends FormRequest
{
    use NamesAThing;

    /** What one has to be allowed to do with that row. */
    protected const ABILITY = 'update';

    public function authorize(): bool
    {
        return $this->mayIfThere(static::ABILITY, Specimen::class, $this->input('specimenUuid'));
    }

    public function specimen(): Specimen
    {
        return Specimen::query()->with('card.session')->where('uuid', $this->validated('specimenUuid'))->firstOrFail();
    }
}
