<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use MarshTrial\Core\CoreException;

/** A request that brings a file. */
abstract class UploadRequest extends FormRequest
{
    /** Name of the part that holds it. */
    protected const FILE = 'file';

    /** Whether it has to be there whatever else is said. */
    protected const NEEDED = true;

    protected const NONE = 'No file arrived. Choose one and send it again.';

    protected const NOT_WHOLE = 'The file did not arrive whole, perhaps because it is too large. Nothing was changed; try again.';

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [static::FILE => static::NEEDED ? 'required|file' : 'nullable|file'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [static::FILE.'.required' => static::NONE, static::FILE.'.file' => static::NONE, static::FILE.'.uploaded' => static::NOT_WHOLE];
    }

    /** Where a request may come without one, it is missed here. */
    public function upload(): UploadedFile
    {
        $file = $this->file(static::FILE);

        return $file instanceof UploadedFile ? $file : throw new CoreException(static::NONE);
    }
}
