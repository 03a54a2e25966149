<?php

declare(strict_types=1);

namespace App\Http\Requests\Capture;

use App\Http\Requests\UploadRequest;

/** A file of an instrument, to be looked at before it is kept. */
final class ReadInstrumentFileRequest extends UploadRequest {}
