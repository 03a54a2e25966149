<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use App\Http\Requests\UploadRequest;
use App\Models\Import;

/** A spreadsheet, to be looked at before anything of it is recorded. */
final class PutImportRequest extends UploadRequest
{
    public function authorize(): bool
    {
        $import = Import::query()->where('uuid', (string) $this->route('uuid'))->first();

        return $import === null || ($this->user()?->can('update', $import) ?? false);
    }
}
