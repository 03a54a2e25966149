<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Claim;
use App\Models\ClaimScale;
use App\Models\Paint;
use App\Models\Pan;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Exchange\Money;

/** Paints, pans and claims as the interface shows them. */
final class PaintView
{
    /** @return array<string, mixed> needs maker loaded */
    public static function of(Paint $paint): array
    {
        return [
            'uuid' => $paint->uuid,
            'edition' => $paint->edition,
            'maker' => $paint->maker->name,
            'makerUuid' => $paint->maker->uuid,
            'range' => $paint->range,
            'colourName' => $paint->colour_name,
            'pigmentsWritten' => $paint->pigments_written,
            'statement' => PigmentView::statement($paint->statement()),
            'mayChange' => $paint->mayBeChangedBy(Auth::user()),
        ];
    }

    /** @return array<string, mixed> */
    public static function pan(Pan $pan): array
    {
        return [
            'uuid' => $pan->uuid, 'edition' => $pan->edition, 'form' => $pan->form, 'batch' => $pan->batch,
            'volumeMl' => $pan->volume_ml === null ? null : (float) $pan->volume_ml,
            'price' => $pan->price_minor === null ? null : Money::ofMinor($pan->price_minor, (string) $pan->currency)->text(),
            'keptAt' => $pan->kept_at,
            'mine' => $pan->owner_id === Auth::id(),
        ];
    }

    /** @return array<string, mixed> */
    public static function claimScale(ClaimScale $scale): array
    {
        return ['uuid' => $scale->uuid, 'property' => $scale->property, 'name' => $scale->name, 'words' => $scale->words];
    }

    /** @return array<string, mixed> needs claimScale loaded */
    public static function claim(Claim $claim): array
    {
        return [
            'uuid' => $claim->uuid, 'property' => $claim->property, 'words' => $claim->words, 'readOn' => $claim->read_on->toDateString(),
            'scale' => $claim->claimScale?->name, 'scaleUuid' => $claim->claimScale?->uuid, 'classes' => $claim->classes(),
        ];
    }
}
