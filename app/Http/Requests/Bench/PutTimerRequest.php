<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use App\Http\Requests\NamesAThing;
use App\Models\BenchSession;
use App\Rules\Moment;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Session\BenchWords;

final class PutTimerRequest extends FormRequest
{
    use NamesAThing;

    public function authorize(): bool
    {
        return $this->mayIfThere('work', BenchSession::class, $this->input('sessionUuid'));
    }

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'sessionUuid' => 'required|uuid',
            'taskUuid' => 'nullable|uuid',
            'kind' => ['required', Rule::in(array_keys(BenchWords::TIMERS))],
            'label' => 'nullable|string|max:120',
            'seconds' => 'required|integer|between:1,172800',
            'startedAt' => ['required', new Moment],
            'stoppedAt' => ['nullable', new Moment],
        ];
    }
}
