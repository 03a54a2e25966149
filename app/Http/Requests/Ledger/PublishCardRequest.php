<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use App\Models\Card;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Exchange\Licences;

final class PublishCardRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'simulated' => 'nullable|boolean',
            'licence' => ['nullable', Rule::in(array_keys(Licences::ALL))],
            'because' => [$this->isFirst() ? 'nullable' : 'required', 'string', 'max:500'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'because.required' => 'Say why there is a new revision; it stands beside what changed.',
        ];
    }

    /** The first revision needs no reason. */
    private function isFirst(): bool
    {
        $card = $this->route('card');

        return ! $card instanceof Card || ! $card->revisions()->exists();
    }
}
