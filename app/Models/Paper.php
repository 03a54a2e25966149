<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property string $maker
 * @property string $fibre
 * @property int|null $weight_gsm
 * @property string $surface
 */
final class Paper extends Model
{
    use Shared;

    public const FIBRES = ['cotton', 'cellulose', 'mixed', 'other'];

    public const SURFACES = ['hot-pressed', 'cold-pressed', 'rough'];

    public function words(): string
    {
        return implode(', ', array_filter([$this->maker, $this->fibre, $this->surface, $this->weight_gsm === null ? null : "$this->weight_gsm g/m²"]));
    }
}
