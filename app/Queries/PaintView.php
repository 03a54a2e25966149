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

/**
 * Paints, pans and claims as the interface shows them.
 *
 * @phpstan-type PaintClaimScale array{
 *     uuid: string, property: string, name: string, words: list<array{word: string, classes: list<string>}>,
 * }
 * @phpstan-type PaintClaim array{
 *     uuid: string, property: string, words: string, readOn: string, scale: string|null, scaleUuid: string|null,
 *     classes: list<string>,
 * }
 * @phpstan-type PaintDetail array{
 *     uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *     pigmentsWritten: string, series: string, medium: string, grade: string, discontinued: bool,
 *     effects: list<string>|null, statement: PigmentStatementDetail, mayChange: bool,
 * }
 * @phpstan-type PaintFormulation array{
 *     uuid: string, edition: int, since: string|null, note: string, pigmentsWritten: string,
 *     statement: PigmentStatementDetail,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 * @phpstan-type PanDetail array{
 *     uuid: string, edition: int, form: string, batch: string, volumeMl: float|null, price: string|null,
 *     perMl: string|null, keptAt: string, palette: string|null, paletteUuid: string|null, slot: int|null,
 *     place: string, openedOn: string|null, state: string, got: string, note: string,
 *     extras: array<string, string>|\stdClass, formulation: PaintFormulation|null, mine: bool,
 * }
 * @phpstan-type PaintPanOfOthers array{
 *     uuid: string, edition: int, form: string, batch: string, volumeMl: float|null, price: null, perMl: null,
 *     keptAt: string, palette: null, paletteUuid: null, slot: null, place: string, openedOn: string|null,
 *     state: string, got: string, note: string, extras: array<string, string>|\stdClass,
 *     formulation: PaintFormulation|null, mine: bool,
 * }
 */
final class PaintView
{
    private const NOWHERE = ['keptAt' => '', 'palette' => null, 'paletteUuid' => null, 'slot' => null, 'place' => ''];

    /** @return array{uuid: string, name: string, maker: string} needs maker loaded */
    public static function named(Paint $paint): array
    {
        return ['uuid' => $paint->uuid, 'name' => $paint->colour_name, 'maker' => $paint->maker->name];
    }

    /** @return PaintDetail needs maker loaded */
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

    /** @return PanDetail needs palette and formulation loaded */
    public static function pan(Pan $pan): array
    {
        if (isset(Pan::hidden(Auth::user())[$pan->id])) {
            return ['place' => 'hidden until all is judged'] + self::NOWHERE + self::open($pan);
        }

        return self::open($pan);
    }

    /** @return PanDetail */
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
     * @return PaintPanOfOthers
     */
    public static function panOfOthers(Pan $pan): array
    {
        return ['price' => null, 'perMl' => null, 'note' => '', 'extras' => new \stdClass] + self::NOWHERE + self::pan($pan);
    }

    /** @return PaintFormulation */
    public static function formulation(Formulation $formulation): array
    {
        return [
            'uuid' => $formulation->uuid, 'edition' => $formulation->edition, 'since' => $formulation->since?->toDateString(), 'note' => $formulation->note,
            'pigmentsWritten' => $formulation->pigments_written, 'statement' => PigmentView::statement(PigmentStatement::parse($formulation->pigments_written)),
        ];
    }

    /** @return PaintClaimScale */
    public static function claimScale(ClaimScale $scale): array
    {
        return ['uuid' => $scale->uuid, 'property' => $scale->property, 'name' => $scale->name, 'words' => $scale->words];
    }

    /** @return PaintClaim needs claimScale loaded */
    public static function claim(Claim $claim): array
    {
        return [
            'uuid' => $claim->uuid, 'property' => $claim->property, 'words' => $claim->words, 'readOn' => $claim->read_on->toDateString(),
            'scale' => $claim->claimScale?->name, 'scaleUuid' => $claim->claimScale?->uuid, 'classes' => $claim->classes(),
        ];
    }
}
