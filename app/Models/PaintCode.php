<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * One stated pigment code of a paint, in the order given.
 *
 * @property int $paint_id
 * @property int $position
 * @property string $code
 * @property string $state
 * @property string|null $likely_meaning
 */
final class PaintCode extends Model
{
    public $timestamps = false;
}
