<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use App\Http\Requests\NamesAThing;
use App\Http\Requests\UploadRequest;
use App\Models\Import;

/** A spreadsheet, to be looked at before anything of it is recorded. */
final class PutImportRequest extends UploadRequest
{
    use NamesAThing;

    protected const NONE = 'No file arrived, or it is too large. Choose a CSV file of at most 20 MB.';

    protected const NOT_WHOLE = self::NONE;

    public function authorize(): bool
    {
        return $this->mayIfThere('update', Import::class, $this->route('uuid'));
    }
}
