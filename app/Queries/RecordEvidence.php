<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Film;
use App\Models\HandReading;
use App\Models\InstrumentRun;
use App\Models\Ledger;
use App\Models\Measurement;
use App\Models\MixRun;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\Picture;
use App\Models\Rating;
use App\Models\Specimen;
use App\Models\Spoiling;
use App\Models\Strip;
use App\Models\User;
use App\Models\Verdict;
use Illuminate\Support\Carbon;
use Illuminate\Support\Collection;

/**
 * What a published record rests on, so that another ledger can count it as its own tests are counted: paints, conditions, every measurement with what
 * follows from it, verdicts. Where a pan is kept, what was paid, and the window are not in it; nor are pictures, which travel beside it.
 *
 * @phpstan-type RecordEvidencePaint array{
 *     uuid: string, maker: string, range: string, colourName: string, pigmentsWritten: string, series: string,
 *     medium: string, grade: string, discontinued: bool, effects: list<string>|null,
 * }
 * @phpstan-type RecordEvidenceRow array{
 *     row: int, specimen: string, paint: string,
 *     pan: array{
 *         form: string, batch: string, volumeMl: float|null, openedOn: string|null, got: string,
 *         formulation: array{uuid: string, since: string|null, pigmentsWritten: string}|null,
 *     },
 *     conditions: list<array{key: string, value: string}>,
 *     byHand: list<array{uuid: string, what: string, value: float|null, by: string, at: string}>,
 *     spoiled: list<array{uuid: string, property: string|null, reason: string, by: string}>,
 * }
 * @phpstan-type RecordEvidenceCheck array{uuid: string, on: string, doseMlxh: float|null, doseUncertainty: float|null}
 * @phpstan-type RecordEvidencePicture array{
 *     uuid: string, sha256: string|null, extension: string, moment: string, source: string, device: string,
 *     takenAs: string|null, wet: bool, windowFirst: bool, width: int|null, height: int|null, check: string|null,
 *     at: string,
 * }
 * @phpstan-type RecordEvidenceMeasurement array{
 *     uuid: string, picture: string, first: string|null, meter: mixed, at: string,
 *     result: array<string, mixed>|null,
 *     ratings: list<array{
 *         row: int, property: string, scale: string, rules: int, status: string, value: float|null,
 *         uncertainty: float|null, class: mixed, detail: array<string, mixed>,
 *     }>,
 *     strips: list<array{
 *         row: int, kind: string, data: array<string, mixed>, lab: array{mixed, mixed, mixed}|null,
 *     }>,
 *     films: list<array{row: int, counted: bool, data: array<string, mixed>}>,
 *     mixes: list<array{
 *         row: int, partner: string,
 *         data: list<array{ratio: array{int, int}, lab: list<float>, uncertainty95: float}>,
 *     }>,
 * }
 */
final class RecordEvidence
{
    public const FORMAT = 'marsh-trial/evidence';

    public const VERSION = 1;

    /**
     * @param array<string, mixed> $record of the revision; the measurement that it holds is not written twice
     *
     * @return array<string, mixed>
     */
    public static function of(Card $card, array $record): array
    {
        $card->load('owner', 'paper', 'hanging', 'specimens.pan.paint.maker', 'specimens.pan.formulation', 'specimens.conditions', 'specimens.handReadings.owner', 'specimens.spoilings.owner', 'specimens.verdicts.owner', 'checks', 'session');
        $window = WindowDose::of($card);
        $measurements = self::counted($card);
        $partners = MixRun::query()->whereIn('measurement_id', $measurements->pluck('id'))->pluck('partner_id')->unique();
        $paints = $card->specimens->map(static fn (Specimen $s): Paint => $s->pan->paint)->concat(Paint::query()->with('maker')->whereIn('id', $partners)->get())->unique('id');
        $verdicts = $card->specimens->flatMap(static fn (Specimen $s) => $s->verdicts)->where('published', true);
        $instruments = InstrumentRun::query()->with('owner')->where('card_id', $card->id)->whereIn('uuid', array_column($record['instruments'] ?? [], 'uuid'))->orderBy('id')->get();
        $shown = array_column(array_column($record['pictures'], null, 'uuid'), 'measurement', 'uuid')[$record['shownPicture'] ?? '']['uuid'] ?? null;
        $evidence = [
            'format' => self::FORMAT, 'version' => self::VERSION, 'ledger' => Ledger::own()->named(), 'card' => $card->uuid, 'revision' => $record['revision'], 'record' => $record['fingerprint'],
            'owner' => $card->owner->uuid, 'made' => self::moment($card->created_at), 'people' => self::people($card, $verdicts->pluck('owner_id')->concat($instruments->pluck('owner_id'))),
            'paper' => ['uuid' => $card->paper->uuid, 'maker' => $card->paper->maker, 'fibre' => $card->paper->fibre, 'weightGsm' => $card->paper->weight_gsm, 'surface' => $card->paper->surface],
            'paints' => array_values($paints->map(self::paint(...))->all()),
            'rows' => array_values($card->specimens->map(static fn (Specimen $s): array => self::row($card, $s))->all()),
            'checks' => array_values($card->checks->map(static fn (FadeCheck $c): array => self::check($c, $window))->all()),
            'pictures' => array_values($measurements->pluck('picture')->concat($measurements->pluck('firstPicture')->filter())->unique('id')->map(static fn (Picture $p): array => self::picture($card, $p))->all()),
            'measurements' => array_values($measurements->map(static fn (Measurement $m): array => self::measurement($card, $m, $m->uuid === $shown))->all()),
            'instruments' => array_values($instruments->map(static fn (InstrumentRun $r): array => ['uuid' => $r->uuid, 'by' => $r->owner->uuid, 'at' => self::moment($r->created_at)])->all()),
            'verdicts' => array_values($verdicts->map(static fn (Verdict $v): array => [
                'uuid' => $v->uuid, 'row' => (int) $card->specimens->firstWhere('id', $v->specimen_id)?->row, 'check' => $card->checks->firstWhere('id', $v->fade_check_id)?->uuid, 'property' => $v->property, 'word' => $v->word, 'note' => $v->note,
                'blind' => $v->blind, 'by' => $v->owner->uuid, 'at' => self::moment($v->updated_at),
            ])->all()),
        ];

        return json_decode(json_encode($evidence, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION), true, flags: JSON_THROW_ON_ERROR);
    }

    /** @return Collection<int, Measurement> of every picture that counts, the newest */
    private static function counted(Card $card): Collection
    {
        return Measurement::query()->with('picture', 'firstPicture')->where('card_id', $card->id)->where('state', 'done')->where('published', true)->whereHas('picture', static fn ($q) => $q->whereNull('withdrawn_at'))
            ->orderBy('id')->get()->keyBy('picture_id')->values()->toBase();
    }

    /**
     * @param Collection<int, int> $others
     *
     * @return list<array{uuid: string, name: string}> everybody whom a part names
     */
    private static function people(Card $card, Collection $others): array
    {
        $ids = $others->push($card->owner_id);
        foreach ($card->specimens as $specimen) {
            $ids = $ids->concat($specimen->handReadings->pluck('owner_id'))->concat($specimen->spoilings->pluck('owner_id'));
        }

        return array_values(User::query()->whereIn('id', $ids->unique())->orderBy('id')->get()->map(static fn (User $u): array => ['uuid' => $u->uuid, 'name' => $u->name])->all());
    }

    /** @return RecordEvidencePaint */
    private static function paint(Paint $paint): array
    {
        return [
            'uuid' => $paint->uuid, 'maker' => $paint->maker->name, 'range' => $paint->range, 'colourName' => $paint->colour_name, 'pigmentsWritten' => $paint->pigments_written,
            'series' => $paint->series, 'medium' => $paint->medium, 'grade' => $paint->grade, 'discontinued' => $paint->discontinued, 'effects' => $paint->effects,
        ];
    }

    /** @return RecordEvidenceRow */
    private static function row(Card $card, Specimen $specimen): array
    {
        $pan = $specimen->pan;

        return [
            'row' => $specimen->row, 'specimen' => $specimen->uuid, 'paint' => $pan->paint->uuid,
            'pan' => ['form' => $pan->form, 'batch' => $pan->batch, 'volumeMl' => $pan->volume_ml === null ? null : (float) $pan->volume_ml, 'openedOn' => $pan->opened_on?->toDateString(), 'got' => $pan->got, 'formulation' => self::formulation($pan)],
            'conditions' => self::conditions($card, $specimen),
            'byHand' => array_values($specimen->handReadings->whereNotNull('value')->map(static fn (HandReading $r): array => ['uuid' => $r->uuid, 'what' => $r->what, 'value' => $r->value, 'by' => $r->owner->uuid, 'at' => self::moment($r->updated_at)])->all()),
            'spoiled' => array_values($specimen->spoilings->map(static fn (Spoiling $s): array => ['uuid' => $s->uuid, 'property' => $s->property, 'reason' => $s->reason, 'by' => $s->owner->uuid])->all()),
        ];
    }

    /** @return list<array{key: string, value: string}> as they were for this row, whoever said them of what */
    private static function conditions(Card $card, Specimen $specimen): array
    {
        $all = [...$card->session === null ? [] : $card->session->conditions, ...$specimen->conditions->pluck('value', 'key')->all()];

        return array_map(static fn (string $key, mixed $value): array => ['key' => $key, 'value' => (string) $value], array_keys($all), $all);
    }

    /** @return array{uuid: string, since: string|null, pigmentsWritten: string}|null */
    private static function formulation(Pan $pan): ?array
    {
        return $pan->formulation === null ? null : ['uuid' => $pan->formulation->uuid, 'since' => $pan->formulation->since?->toDateString(), 'pigmentsWritten' => $pan->formulation->pigments_written];
    }

    /** @return RecordEvidenceCheck the dose as a number, since the window that it was worked out from stays at home */
    private static function check(FadeCheck $check, ?WindowDose $window): array
    {
        $dose = WindowDose::atCheck($check, $window);

        return ['uuid' => $check->uuid, 'on' => $check->checked_on->toDateString(), 'doseMlxh' => $dose === null ? null : round($dose->mlxh, 3), 'doseUncertainty' => $dose === null ? null : round($dose->uncertainty, 4)];
    }

    /** @return RecordEvidencePicture */
    private static function picture(Card $card, Picture $picture): array
    {
        return [
            'uuid' => $picture->uuid, 'sha256' => $picture->sha256, 'extension' => $picture->extension, 'moment' => $picture->moment, 'source' => $picture->source, 'device' => $picture->device, 'takenAs' => $picture->taken_as,
            'wet' => $picture->wet, 'windowFirst' => $picture->window_first, 'width' => $picture->width, 'height' => $picture->height, 'check' => $card->checks->firstWhere('id', $picture->fade_check_id)?->uuid, 'at' => self::moment($picture->created_at),
        ];
    }

    /** @return RecordEvidenceMeasurement */
    private static function measurement(Card $card, Measurement $measurement, bool $shown): array
    {
        $rows = $card->specimens->pluck('row', 'id');
        $paints = Paint::query()->withoutGlobalScope(Paint::APART);

        return [
            'uuid' => $measurement->uuid, 'picture' => $measurement->picture->uuid, 'first' => $measurement->firstPicture?->uuid, 'meter' => $measurement->getAttribute('meter_version'), 'at' => self::moment($measurement->updated_at),
            'result' => $shown ? null : $measurement->result,
            'ratings' => array_values(Rating::query()->where('measurement_id', $measurement->id)->orderBy('id')->get()->map(static fn (Rating $r): array => [
                'row' => $r->row, 'property' => $r->property, 'scale' => $r->scale, 'rules' => $r->rules, 'status' => $r->status, 'value' => $r->value, 'uncertainty' => $r->uncertainty, 'class' => $r->getAttribute('class'), 'detail' => $r->detail,
            ])->all()),
            'strips' => array_values($measurement->strips()->orderBy('id')->get()->map(static fn (Strip $s): array => ['row' => (int) $rows[$s->specimen_id], 'kind' => $s->kind, 'data' => $s->data, 'lab' => $s->getAttribute('l') === null ? null : [$s->getAttribute('l'), $s->getAttribute('a'), $s->getAttribute('b')]])->all()),
            'films' => array_values(Film::query()->where('measurement_id', $measurement->id)->orderBy('id')->get()->map(static fn (Film $f): array => ['row' => (int) $rows[$f->specimen_id], 'counted' => $f->counted, 'data' => $f->data])->all()),
            'mixes' => array_values(MixRun::query()->where('measurement_id', $measurement->id)->orderBy('id')->get()->map(static fn (MixRun $m): array => ['row' => (int) $rows[$m->specimen_id], 'partner' => (string) $paints->clone()->whereKey($m->partner_id)->value('uuid'), 'data' => $m->data])->all()),
        ];
    }

    private static function moment(?Carbon $at): string
    {
        return ($at ?? Carbon::createFromTimestamp(0))->toIso8601String();
    }
}
