<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use App\Models\Task;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class PutTaskRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'state' => ['required', Rule::in(Task::STATES)],
            'reason' => 'nullable|string|max:300',
        ];
    }
}
