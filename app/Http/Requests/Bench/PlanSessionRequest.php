<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Foundation\Http\FormRequest;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;

class PlanSessionRequest extends FormRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'pans' => 'present|array|max:200',
            'pans.*' => 'uuid',
            'tests' => 'present|array',
            'tests.*' => 'string',
            'asChosen' => 'nullable|boolean',
            'blind' => 'nullable|boolean',
            'lifting' => 'nullable|string|max:40',
            'blocks' => 'nullable|string|max:300',
            'paint' => 'nullable|string|max:40',
            'quality' => 'nullable|string|max:40',
        ];
    }

    /** @return array{pans: list<string>, tests: list<string>, asChosen: bool, blind: bool, lifting: string, blocks: string, paint: string, quality: string} */
    public function chosen(): array
    {
        return [
            'pans' => array_values($this->validated('pans')), 'tests' => array_values($this->validated('tests')),
            'asChosen' => (bool) $this->validated('asChosen'), 'blind' => (bool) $this->validated('blind'),
            'lifting' => $this->validated('lifting') ?? Protocol::all('staining')[0]->id, 'blocks' => $this->validated('blocks') ?? PropertyCard::USUAL,
            'paint' => $this->validated('paint') ?? '', 'quality' => $this->validated('quality') ?? '',
        ];
    }
}
