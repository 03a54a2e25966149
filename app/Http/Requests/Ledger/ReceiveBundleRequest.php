<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use App\Http\Requests\UploadRequest;

/** A bundle that arrived before may be named again without its bytes. */
final class ReceiveBundleRequest extends UploadRequest
{
    protected const NEEDED = false;

    protected const NONE = 'No file arrived, or it is too large. Choose a bundle of at most 500 MB; larger ones are taken in with "php artisan ledger:take-in".';

    protected const NOT_WHOLE = self::NONE;
}
