<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\Collection\PanStates;

/** Another separator, encoding, column or default, each by itself; the rows are looked at again. */
final class ChangeImportRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'separator' => ['sometimes', Rule::in(array_keys(Csv::SEPARATORS))],
            'encoding' => ['sometimes', Rule::in(Csv::ENCODINGS)],
            'mapping' => 'sometimes|array',
            'mapping.*' => 'nullable|integer|min:0',
            'defaults.currency' => 'sometimes|alpha|size:3',
            'defaults.form' => ['sometimes', Rule::in(PanStates::FORMS)],
            'defaults.dates' => ['sometimes', Rule::in(['day first', 'month first'])],
        ];
    }
}
