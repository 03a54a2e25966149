<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A spreadsheet of a collection on its way in; its rows are made in one piece or not at all.
 *
 * @property string $name
 * @property string $state checking, checked, importing, done or failed
 * @property float $progress
 * @property string|null $problem
 * @property string $separator
 * @property string $encoding
 * @property list<string> $headings
 * @property array<string, int> $mapping
 * @property array{currency: string, form: string, dates: string} $defaults
 * @property array<string, mixed>|null $report
 * @property Carbon|null $created_at
 */
final class Import extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['headings' => 'array', 'mapping' => 'array', 'defaults' => 'array', 'report' => 'array', 'progress' => 'float'];
    }

    public function path(): string
    {
        return storage_path("app/imports/$this->uuid.csv");
    }
}
