<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use App\Http\Requests\NamesAThing;
use App\Models\BenchSession;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Session\Conditions;

final class PutSessionRequest extends PlanSessionRequest
{
    use NamesAThing;

    public function authorize(): bool
    {
        return $this->mayIfThere('work', BenchSession::class, $this->route('uuid'));
    }

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'title' => 'required|string|max:120',
            'plannedOn' => 'required|date_format:Y-m-d',
            'paperUuid' => 'required|uuid',
            'side' => ['required', Rule::in(Conditions::FIELDS['paperSide']['words'])],
            'conditions' => 'nullable|array',
            'conditions.*' => 'nullable|string|max:160',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.required' => 'Give the session a title.',
            'paperUuid.required' => 'Choose the paper.',
        ];
    }
}
