<?php

declare(strict_types=1);

namespace App\Http\Requests\Collection;

use App\Http\Requests\UploadRequest;

/** A picture that was sent before may be named again without its bytes. */
final class PutStudyPictureRequest extends UploadRequest
{
    protected const FILE = 'photo';

    protected const NEEDED = false;
}
