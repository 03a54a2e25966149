<?php

declare(strict_types=1);

namespace App\Http\Requests\Fading;

use App\Models\Card;
use MarshTrial\Core\Card\CardKind;

final class PutHangingRequest extends WindowRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            ...self::where(),
            ...$this->isOldStrip() ? self::vague() : ['hungOn' => 'required|date_format:Y-m-d'],
            'withoutFirst' => 'nullable|boolean',
        ];
    }

    /** A strip of old times: its days are told vaguely. */
    public function isOldStrip(): bool
    {
        $card = $this->route('card');

        return $card instanceof Card && $card->kind === CardKind::Halves->value;
    }
}
