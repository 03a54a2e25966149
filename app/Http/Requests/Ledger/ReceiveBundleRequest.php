<?php

declare(strict_types=1);

namespace App\Http\Requests\Ledger;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use MarshTrial\Core\CoreException;

/** A bundle that arrived before may be named again without its bytes. */
final class ReceiveBundleRequest extends FormRequest
{
    private const LARGEST_BYTES = 500_000_000;

    /** @return array<string, list<mixed>|string> */
    public function rules(): array
    {
        return [
            'file' => 'nullable|file',
        ];
    }

    public function bundle(): UploadedFile
    {
        $file = $this->file('file');
        if (! $file instanceof UploadedFile) {
            throw new CoreException('No file arrived, or it is too large. Choose a bundle of at most 500 MB; larger ones are taken in with "php artisan ledger:take-in".');
        }
        if ($file->getSize() > self::LARGEST_BYTES) {
            throw new CoreException('The bundle is larger than 500 MB. Take it in with "php artisan ledger:take-in", or ask for it code by code.');
        }

        return $file;
    }
}
