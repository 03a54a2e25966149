<?php

declare(strict_types=1);

namespace App\Http\Requests\Bench;

use Illuminate\Http\UploadedFile;
use MarshTrial\Core\CoreException;

final class PutPhotoRequest extends SpecimenRequest
{
    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'photo' => 'nullable|file',
            'specimenUuid' => 'required|uuid',
        ];
    }

    public function photo(): UploadedFile
    {
        $file = $this->file('photo');

        return $file instanceof UploadedFile ? $file : throw new CoreException('The photograph did not arrive whole. It is kept here; try again.');
    }
}
