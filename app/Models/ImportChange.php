<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * One row that an import made (before is null) or changed.
 *
 * @property int $import_id
 * @property string $table
 * @property int $row_id
 * @property array<string, mixed>|null $before
 * @property int $edition
 */
final class ImportChange extends Model
{
    protected function casts(): array
    {
        return ['before' => 'array'];
    }

    public $timestamps = false;
}
