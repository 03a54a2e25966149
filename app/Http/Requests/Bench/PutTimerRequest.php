<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use App\Models\BenchSession;
use App\Rules\Moment;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Session\BenchWords;

final class PutTimerRequest extends FormRequest
{
    public function authorize(): bool
    {
        $uuid = $this->input('sessionUuid');
        $session = BenchSession::query()->where('uuid', is_string($uuid) ? $uuid : '')->first();

        return $session === null || ($this->user()?->can('work', $session) ?? false);
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
