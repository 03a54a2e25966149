<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Claim;
use App\Models\ClaimScale;
use App\Models\Formulation;
use App\Models\Paint;
use App\Models\Pan;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Collection\UnitPrice;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Paints, pans and claims as the interface shows them. */
final class PaintView
{
    private const NOWHERE = ['keptAt' => '', 'palette' => null, 'paletteUuid' => null, 'slot' => null, 'place' => ''];

    /** @return array{uuid: string, name: string, maker: string} needs maker loaded */
    public static function named(Paint $paint): array
    {
        return ['uuid' => $paint->uuid, 'name' => $paint->colour_name, 'maker' => $paint->maker->name];
    }

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
            'series' => $paint->series, 'medium' => $paint->medium, 'grade' => $paint->grade, 'discontinued' => $paint->discontinued, 'effects' => $paint->effects,
            'statement' => PigmentView::statement($paint->statement()),
            'mayChange' => $paint->mayBeChangedBy(Auth::user()),
        ];
    }

    /** @return array<string, mixed> needs palette and formulation loaded */
    public static function pan(Pan $pan): array
    {
        if (isset(Pan::hidden(Auth::user())[$pan->id])) {
            return ['place' => 'hidden until all is judged'] + self::NOWHERE + self::open($pan);
        }

        return self::open($pan);
    }

    /** @return array<string, mixed> */
    private static function open(Pan $pan): array
    {
        $volume = $pan->volume_ml === null ? null : (float) $pan->volume_ml;

        return [
            'uuid' => $pan->uuid, 'edition' => $pan->edition, 'form' => $pan->form, 'batch' => $pan->batch,
            'volumeMl' => $volume,
            'price' => $pan->price()?->text(), 'perMl' => UnitPrice::text($pan->price(), $volume),
            'keptAt' => $pan->kept_at, 'palette' => $pan->palette?->name, 'paletteUuid' => $pan->palette?->uuid, 'slot' => $pan->slot, 'place' => $pan->place(),
            'openedOn' => $pan->opened_on?->toDateString(), 'state' => $pan->state, 'got' => $pan->got, 'note' => $pan->note, 'extras' => (object) ($pan->extras ?? []),
            'formulation' => $pan->formulation === null ? null : self::formulation($pan->formulation),
            'mine' => $pan->owner_id === Auth::id(),
        ];
    }

    /**
     * A pan as others see it: what was painted with, not where it is kept, what it cost and what its owner noted.
     *
     * @return array<string, mixed>
     */
    public static function panOfOthers(Pan $pan): array
    {
        return ['price' => null, 'perMl' => null, 'note' => '', 'extras' => new \stdClass] + self::NOWHERE + self::pan($pan);
    }

    /** @return array<string, mixed> */
    public static function formulation(Formulation $formulation): array
    {
        return [
            'uuid' => $formulation->uuid, 'edition' => $formulation->edition, 'since' => $formulation->since?->toDateString(), 'note' => $formulation->note,
            'pigmentsWritten' => $formulation->pigments_written, 'statement' => PigmentView::statement(PigmentStatement::parse($formulation->pigments_written)),
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
