<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use MarshTrial\Core\Colour\Lab;

/**
 * A target or wedge of known colours; any tester may use it.
 *
 * @property string $name
 * @property list<array{name: string, lab: array{0: float, 1: float, 2: float}}> $patches row by row from the ring, for D65
 */
final class CaptureTarget extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['patches' => 'array'];
    }

    /** @return list<Lab> */
    public function colours(): array
    {
        return array_map(static fn (array $p): Lab => new Lab(...array_map(floatval(...), $p['lab'])), $this->patches);
    }
}
