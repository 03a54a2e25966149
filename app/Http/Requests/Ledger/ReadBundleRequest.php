<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use App\Http\Requests\NamesAThing;
use App\Models\Group;
use Illuminate\Foundation\Http\FormRequest;

/** Records to take along: all, those of a code, of a group of paints, of a tester, or one. */
final class ReadBundleRequest extends FormRequest
{
    use NamesAThing;

    public function authorize(): bool
    {
        return $this->mayIfThere('view', Group::class, $this->query('group'));
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
