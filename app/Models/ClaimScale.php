<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use MarshTrial\Core\Evidence\ClaimScale as Scale;

/**
 * @property int $maker_id
 * @property string $property
 * @property string $name
 * @property list<array{word: string, classes: list<string>}> $words
 */
final class ClaimScale extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['words' => 'array'];
    }

    public function scale(): Scale
    {
        return Scale::of($this->property, $this->words);
    }
}
