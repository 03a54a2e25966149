<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * Something that somebody wants to hear of.
 *
 * @property int $user_id
 * @property string $kind of KINDS
 * @property string $key a pigment code, or a UUID
 * @property Carbon $since
 */
final class Follow extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public const KINDS = ['code', 'paint', 'rack', 'tester'];

    public $timestamps = false;

    protected function casts(): array
    {
        return ['since' => 'datetime'];
    }
}
