<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Http\UploadedFile;
use MarshTrial\Core\CoreException;

final class PutPhotoRequest extends SpecimenRequest
{
    private const NOT_WHOLE = 'The photograph did not arrive whole. It is kept here; try again.';

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'photo' => 'nullable|file',
            'specimenUuid' => 'required|uuid',
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['photo.file' => self::NOT_WHOLE, 'photo.uploaded' => self::NOT_WHOLE];
    }

    public function photo(): UploadedFile
    {
        $file = $this->file('photo');

        return $file instanceof UploadedFile ? $file : throw new CoreException(self::NOT_WHOLE);
    }
}
