<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\UploadRequest;

final class CheckProfileRequest extends UploadRequest
{
    protected const FILE = 'picture';
}
