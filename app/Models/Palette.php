<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A box, tin or tray of a tester, with its slots in rows and columns; slot 1 is at the upper left.
 *
 * @property string $name
 * @property string $name_key
 * @property int $rows
 * @property int $columns
 */
final class Palette extends Model
{
    use FoundByName;
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected static function nameColumn(): string
    {
        return 'name';
    }

    public const MOST_SIDE = 20;
}
