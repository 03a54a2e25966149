<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use App\Models\Group;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** Records to take along: all, those of a code, of a group of paints, of a tester, or one. */
final class ReadBundleRequest extends FormRequest
{
    public function authorize(): bool
    {
        $group = $this->group();

        return $group === null || Gate::allows('view', $group);
    }

    /** The group of paints whose records are asked for. */
    public function group(): ?Group
    {
        $uuid = $this->query('group');

        return is_string($uuid) && $uuid !== '' ? Group::query()->where('uuid', $uuid)->first() : null;
    }

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'code' => 'nullable|string|max:20',
            'card' => 'nullable|uuid',
            'group' => 'nullable|uuid',
            'tester' => 'nullable|uuid',
            'pictures' => 'nullable|boolean',
        ];
    }
}
