<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A condition in which one specimen differs from its session.
 *
 * @property int $specimen_id
 * @property string $key
 * @property string $value
 */
final class SpecimenCondition extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];
}
