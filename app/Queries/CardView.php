<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Claim;
use App\Models\Correction;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\Measurement;
use App\Models\Picture;
use App\Models\Rating;
use App\Models\Revision;
use App\Models\Specimen;
use App\Models\Strip;
use App\Models\User;
use App\Models\Verdict;
use Illuminate\Support\Arr;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Bench\HandMeasure;
use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Evidence\EyeScale;
use MarshTrial\Core\Evidence\Strip as CoreStrip;
use MarshTrial\Core\Exchange\Licences;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Session\BenchWords;

/**
 * A card with everything that hangs on it, as its own page shows it.
 *
 * @phpstan-import-type HandField from \App\Queries\SessionView
 * @phpstan-import-type RatingShown from PropertyView
 * @phpstan-type CardSummary array{
 *     uuid: string, edition: int, kind: 'property'|'fade'|'frame'|'pocket'|'halves', title: string, code: string,
 *     paper: string, paperUuid: string, side: string, note: string, owner: string, mayChange: bool,
 *     published: string|null, made: string, paints: int,
 * }
 * @phpstan-type CardHanging array{
 *     uuid: string, edition: int, place: string, facing: string, glass: string, latitude: float|null,
 *     longitude: float|null, timeZone: string, hungOn: string, note: string, panes: string, sky: string,
 *     curtain: bool, sunshine: float|null, distanceM: float, sunshineByMonth: list<float>|null,
 *     horizon: list<float>|null, byDose: bool, nextCheck: string|null, hungTo: string|null, hungWords: string,
 *     downOn: string|null, downTo: string|null, downWords: string,
 * }
 * @phpstan-type CardCheck array{
 *     uuid: string, edition: int, checkedOn: string, doseMlxh: float|null, note: string, eyeFirst: bool,
 *     dose: WindowDoseTold|null,
 * }
 * @phpstan-import-type WindowDoseTold from \App\Queries\WindowDose
 * @phpstan-type CardMeasurementDetail array{
 *     uuid: string, state: 'waiting'|'running'|'done'|'failed', progress: float, step: string,
 *     problem: string|null,
 *     quality: list<array{
 *         name: string, value: float, unit: string, limit: float, refusal: float|null,
 *         state: 'good'|'wider uncertainty'|'not used', advice: string,
 *     }>,
 * }
 * @phpstan-type CardPicture array{
 *     uuid: string, moment: 'property'|'first'|'check', source: string, name: string, wet: bool, width: int|null,
 *     height: int|null, taken: string|null, checkUuid: string|null, withdrawn: string|null,
 *     measurement: CardMeasurementDetail|null,
 * }
 * @phpstan-type CardCorrections array{subject: string, before: array<string, mixed>, by: string, on: string, reason: string}
 * @phpstan-type CardDetail array{
 *     uuid: string, edition: int, kind: 'property'|'fade'|'frame'|'pocket'|'halves', title: string, code: string,
 *     paper: string, paperUuid: string, side: string, note: string, owner: string, mayChange: bool,
 *     published: string|null, made: string, paints: int, layout: array<string, mixed>, rows: array<int, CardRow>,
 *     pictures: array<int, CardPicture>, shownPicture: string|null, result: array<string, mixed>|null,
 *     windows: array<array<string, mixed>>, hanging: CardHanging|null, facings: list<string>, panes: list<string>,
 *     skies: list<string>, courses: FadeCoursesDetail|null, corrections: array<int, CardCorrections>,
 *     simulated: bool, picturesRead: int,
 *     checks: array<int, array{
 *         uuid: string, edition: int, checkedOn: string, doseMlxh: float|null, note: string, eyeFirst: bool,
 *         dose: WindowDoseTold|null, unseen: bool,
 *     }>,
 *     withdrawn: array{on: string, because: string}|null,
 *     licences: array{
 *         array{key: string, name: string, says: string}, array{key: string, name: string, says: string},
 *         array{key: string, name: string, says: string},
 *     },
 *     revisions: array<int, array{number: int, publishedAt: string}>,
 *     eyeScales: array<string, array<string, string>>, moreByEye: list<string>,
 *     handFields: array<string, HandField>, classes: array<string, list<string>>,
 *     session: array{uuid: string, title: string, blind: bool, revealed: bool}|null, mayPublish: bool,
 *     spoiledReasons: list<string>,
 * }
 * @phpstan-type CardRow array{
 *     row: int, uuid: string, paint: RowPaintTold, pan: PanDetail|null, codeWord: string|null,
 *     conditions: array<string, array{value: string, inherited: string|null, own: bool}>,
 *     overrides: array<int, array{uuid: string, edition: int, key: string, value: string, by: string}>,
 *     remarks: array<int, array{
 *         uuid: string, edition: int, word: string, note: string, by: string, mine: bool, on: string,
 *     }>,
 *     byHand: list<SpecimenByHand>, photos: array<int, array{uuid: string, taken: string|null}>,
 *     spoiled: array<int, array{uuid: string, property: string|null, reason: string, by: string}>,
 *     strip: StripDetail|null,
 *     claims: array<array{
 *         uuid: string, property: string, words: string, readOn: string, scale: string|null,
 *         scaleUuid: string|null, classes: list<string>, check: string, span: array{float, float}|null,
 *     }>,
 *     ratings: list<RatingShown>,
 *     verdicts: array<int, array{
 *         uuid: string, property: string, word: string, note: string, by: string, on: string|null, blind: bool,
 *         check: 'agrees'|'contradicted'|'not comparable'|'open', edition: int, checkUuid: string|null, mine: bool,
 *     }>,
 * }
 * @phpstan-import-type FadeCoursesDetail from \App\Queries\FadeCourses
 * @phpstan-import-type RowPaintTold from \App\Queries\RowPaint
 * @phpstan-import-type PanDetail from \App\Queries\PaintView
 * @phpstan-import-type SpecimenByHand from \App\Queries\SpecimenView
 * @phpstan-import-type StripDetail from \App\Queries\StripView
 */
final class CardView
{
    /** @return CardDetail */
    public static function of(Card $card): array
    {
        $card->load('owner', 'paper', 'hanging', 'revisions', 'checks', 'pictures', 'specimens.pan.paint.maker', 'specimens.pan.paint.codes', 'specimens.pan.paint.claims.claimScale', 'specimens.pan.palette', 'specimens.pan.formulation', 'specimens.verdicts.owner', 'specimens.remarks.owner', 'specimens.conditions.owner', 'specimens.spoilings.owner', 'specimens.photos', 'specimens.handReadings.owner', 'session');
        // Results are large; only the one that is shown is fetched.
        $newest = Measurement::query()->where('card_id', $card->id)->orderBy('id')
            ->get(['id', 'uuid', 'card_id', 'picture_id', 'state', 'progress', 'step', 'problem', DB::raw("case when state = 'failed' then result end as result")])->keyBy('picture_id');
        $unseen = FadeCheck::unseenOf($card);
        $shown = Measurement::query()->counts()->with('picture')->where('card_id', $card->id)->whereHas('picture', static fn ($q) => $q->whereNull('fade_check_id')->orWhereNotIn('fade_check_id', $unseen))
            ->orderByDesc(DB::table('pictures')->join('fade_checks', 'fade_checks.id', '=', 'pictures.fade_check_id')->whereColumn('pictures.id', 'measurements.picture_id')->select('checked_on'))->latest('id')->first();
        $blind = RowPaint::areHidden($card);
        // Before the eye has judged, the picture says nothing.
        $shown = $blind ? null : $shown;
        // As derived now; what a picture said under older rules stays in its own result.
        $versions = $shown === null ? collect() : Rating::everyVersion()->where('measurement_id', $shown->id)->orderBy('id')->get();
        $ratings = $versions->where('holds', true)->groupBy('row')->map(static fn (Collection $of): array => $of->pluck('detail')->all())->all();
        $earlier = $versions->where('holds', false)->groupBy('row')->map(self::earlier(...))->all();
        $strips = $shown === null ? collect() : $shown->strips()->get()->keyBy('specimen_id');
        $window = WindowDose::of($card);
        $courses = in_array($card->kind, CardKind::FADING, true) && ! $blind ? FadeCourses::of($card, $window) : null;
        $light = array_column($courses['rows'] ?? [], 'summary', 'row');

        return [
            ...self::summary($card),
            'layout' => $card->publicLayout(),
            'rows' => $card->specimens->map(static fn (Specimen $s): array => self::row($card, $s, $blind, $shown, $ratings[$s->row] ?? [], $earlier[$s->row] ?? [], $strips[$s->id] ?? null, $light[$s->row] ?? null))->all(),
            'pictures' => $card->pictures->map(static fn (Picture $p): array => self::picture($p, $card->checks->firstWhere('id', $p->fade_check_id)?->uuid, $newest[$p->id] ?? null))->all(),
            'shownPicture' => $card->pictures->firstWhere('id', $shown?->picture_id)?->uuid,
            'result' => $shown?->result,
            'windows' => $card->kind === 'frame' ? self::windows($card, $shown) : [],
            'hanging' => self::hanging($card, $window),
            'facings' => Hanging::FACINGS, 'panes' => array_column(Glass::cases(), 'value'), 'skies' => array_keys(Window::SKIES),
            'courses' => $courses,
            'corrections' => self::corrections($card), 'simulated' => $shown?->picture->source === 'stand-in',
            // Told while what they say is hidden.
            'picturesRead' => $newest->where('state', 'done')->count(),
            'checks' => $card->checks->map(static fn (FadeCheck $c): array => [...self::check($c, $window), 'unseen' => in_array($c->id, $unseen, true)])->all(),
            'withdrawn' => $card->withdrawal(), 'licences' => array_map(Licences::told(...), array_keys(Licences::ALL)),
            'revisions' => $card->revisions->map(static fn (Revision $r): array => ['number' => $r->number, 'publishedAt' => $r->published_at->toIso8601String()])->all(),
            'eyeScales' => EyeScale::all(), 'moreByEye' => EyeScale::more(), 'handFields' => HandMeasure::FIELDS,
            'classes' => Measures::claimedClasses(),
            'session' => $card->session === null ? null : ['uuid' => $card->session->uuid, 'title' => $card->session->title, 'blind' => $card->session->blind, 'revealed' => ! $blind],
            'mayPublish' => $card->mayBePublishedBy(Auth::user()),
            'spoiledReasons' => BenchWords::SPOILED,
        ];
    }

    /** @return CardSummary needs owner, paper and specimens loaded */
    public static function summary(Card $card): array
    {
        return [
            'uuid' => $card->uuid, 'edition' => $card->edition, 'kind' => $card->kind, 'title' => $card->title, 'code' => CardCode::forCard($card->uuid, 'whole')->text(),
            'paper' => $card->paper->words(), 'paperUuid' => $card->paper->uuid, 'side' => $card->paper_side, 'note' => $card->note,
            'owner' => $card->owner->name, 'mayChange' => $card->mayBeChangedBy(Auth::user()),
            'published' => $card->published_at?->toIso8601String(), 'made' => $card->created_at->toIso8601String(),
            'paints' => $card->specimens->count(),
        ];
    }

    /**
     * What earlier scales or rules said of a row.
     *
     * @param Collection<int, Rating> $ratings
     *
     * @return array<string, list<array{scale: string, rules: int, told: string|null}>> by property, oldest first
     */
    private static function earlier(Collection $ratings): array
    {
        return $ratings->groupBy('property')->map(static fn (Collection $of): array => $of->map(static fn (Rating $r): array => [
            'scale' => $r->scale, 'rules' => $r->rules, 'told' => $r->value === null ? $r->detail['reason'] ?? null : PropertyView::worded($r->detail)['told'],
        ])->values()->all())->all();
    }

    /**
     * @param list<array<string, mixed>> $ratings of the row
     * @param array<string, list<array{scale: string, rules: int, told: string|null}>> $earlier
     * @param array<string, mixed>|null $light what is told of its course, as from LightVerdict
     *
     * @return CardRow
     */
    private static function row(Card $card, Specimen $specimen, bool $blind, ?Measurement $shown, array $ratings, array $earlier, ?Strip $strip, ?array $light): array
    {
        // One check alone says nothing of a category: its course does.
        $ratings = array_map(static fn (array $r): array => $light !== null && $r['property'] === Property::Lightfastness->value ? PropertyView::ofCourse($r, $light) : $r, $ratings);
        $named = RowPaint::of($specimen, $card);
        $session = $card->session;

        return [
            'row' => $specimen->row, 'uuid' => $specimen->uuid,
            'paint' => $named->told(),
            'pan' => $blind ? null : (self::maySeePan($specimen, $session) ? PaintView::pan($specimen->pan) : PaintView::panOfOthers($specimen->pan)), 'codeWord' => $specimen->code_word,
            ...SpecimenView::said($specimen, $session === null ? [] : [...$session->conditions, 'paperSide' => $card->paper_side]),
            'strip' => $strip?->kind === 'property' ? StripView::of(CoreStrip::fromArray($strip->data), null) : StripView::of(null, $strip?->data),
            'claims' => ($named->paint->claims ?? collect())->map(static fn (Claim $c): array => PropertyView::claim($c, self::ratingOf($ratings, $c->property)['classes95'] ?? []))->all(),
            'ratings' => array_map(static fn (array $r): array => [...$r['value'] !== null && $r['status'] === 'measured' ? PropertyView::rating($r, null) : $r, 'chances' => (object) ($r['chances'] ?? []), 'earlier' => $earlier[$r['property']] ?? []], $ratings),
            'verdicts' => $specimen->verdicts->filter(static fn (Verdict $v): bool => ! $blind || $v->owner_id === Auth::id())->values()->map(static fn (Verdict $v): array => [
                ...PropertyView::verdict($v, $v->fade_check_id === null || $v->fade_check_id === $shown?->picture->fade_check_id ? self::ratingOf($ratings, $v->property) : []), 'edition' => $v->edition, 'checkUuid' => $card->checks->firstWhere('id', $v->fade_check_id)?->uuid, 'mine' => $v->owner_id === Auth::id(),
            ])->all(),
        ];
    }

    /** Whoever works on a session has to find its pans. */
    private static function maySeePan(Specimen $specimen, ?BenchSession $session): bool
    {
        $user = Auth::user();

        return $specimen->pan->owner_id === Auth::id() || ($session !== null && $user instanceof User && in_array($session->id, $user->sessionIds(), true));
    }

    /**
     * @param list<array<string, mixed>> $ratings
     *
     * @return array{property?: string, value?: float|null, uncertainty?: float|null, class?: string|null, text?: string, numbers?: array<string, mixed>} empty where there is none
     */
    private static function ratingOf(array $ratings, string $property): array
    {
        return array_column($ratings, null, 'property')[$property] ?? [];
    }

    /**
     * What was read in the windows of an own frame, by their names.
     *
     * @return array<array<string, mixed>>
     */
    private static function windows(Card $card, ?Measurement $shown): array
    {
        $names = array_column($card->layout['rows'], 'paint', 'row');

        return array_map(static function (array $cell) use ($names): array {
            $lab = new Lab(...array_map(floatval(...), $cell['lab']));

            return [
                ...Arr::only($cell, ['id', 'lab', 'uncertainty95', 'deposit', 'remarks']), 'name' => $names[$cell['row']] ?? '', 'bare' => $cell['role'] === CellRole::Paper->value,
                'chroma' => $lab->chroma(), 'hueDeg' => $lab->hueDeg(), 'hex' => $lab->toXyz()->toLinearRgb()->toHex(),
            ];
        }, $shown->result['cells'] ?? []);
    }

    /** @return CardPicture */
    private static function picture(Picture $picture, ?string $check, ?Measurement $measurement): array
    {
        return [
            'uuid' => $picture->uuid, 'moment' => $picture->moment, 'source' => $picture->source, 'name' => $picture->original_name,
            'wet' => $picture->wet, 'width' => $picture->width, 'height' => $picture->height, 'taken' => $picture->created_at?->toIso8601String(), 'checkUuid' => $check, 'withdrawn' => $picture->withdrawn_at === null ? null : $picture->withdrawn_because,
            'measurement' => $measurement === null ? null : self::measurement($measurement),
        ];
    }

    /** @return CardMeasurementDetail */
    public static function measurement(Measurement $measurement): array
    {
        return [
            'uuid' => $measurement->uuid, 'state' => $measurement->state, 'progress' => $measurement->progress,
            'step' => $measurement->step, 'problem' => $measurement->problem,
            'quality' => $measurement->state === 'failed' ? $measurement->result['quality'] ?? [] : [],
        ];
    }

    /** @return CardHanging|null */
    private static function hanging(Card $card, ?WindowDose $window): ?array
    {
        $hanging = $card->hanging;

        return $hanging === null ? null : [
            'uuid' => $hanging->uuid, 'edition' => $hanging->edition, 'place' => $hanging->place, 'facing' => $hanging->facing, 'glass' => $hanging->glass,
            'latitude' => $hanging->latitude === null ? null : (float) $hanging->latitude, 'longitude' => $hanging->longitude === null ? null : (float) $hanging->longitude,
            'timeZone' => $hanging->time_zone, 'hungOn' => $hanging->hung_on->toDateString(), 'note' => $hanging->note,
            'panes' => $hanging->panes, 'sky' => $hanging->sky, 'curtain' => $hanging->curtain, 'sunshine' => $hanging->sunshine === null ? null : (float) $hanging->sunshine, 'distanceM' => (float) $hanging->distance_m, 'sunshineByMonth' => $hanging->sunshine_by_month === null ? null : array_values($hanging->sunshine_by_month), 'horizon' => $hanging->horizon === null ? null : array_values($hanging->horizon), 'byDose' => $hanging->by_dose,
            'nextCheck' => $window?->next($card->checks->last())['on'] ?? null,
            'hungTo' => $hanging->hung_to?->toDateString(), 'hungWords' => $hanging->hung_words, 'downOn' => $hanging->down_on?->toDateString(), 'downTo' => $hanging->down_to?->toDateString(), 'downWords' => $hanging->down_words,
        ];
    }

    /** @return array<int, CardCorrections> what was corrected, oldest first */
    private static function corrections(Card $card): array
    {
        return Correction::query()->with('by')->where('card_id', $card->id)->orderBy('id')->get()->map(static fn (Correction $c): array => [
            'subject' => $c->subject, 'before' => array_diff_key($c->before, ['pan' => 0]), 'by' => $c->by->name, 'on' => $c->created_at->toIso8601String(), 'reason' => $c->reason,
        ])->all();
    }

    /** The next scheduled day, null when nothing hangs; needs hanging and checks loaded. */
    public static function nextCheck(Card $card): ?string
    {
        return WindowDose::of($card)?->next($card->checks->last())['on'] ?? null;
    }

    /** @return CardCheck */
    private static function check(FadeCheck $check, ?WindowDose $window): array
    {
        return [
            'uuid' => $check->uuid, 'edition' => $check->edition, 'checkedOn' => $check->checked_on->toDateString(),
            'doseMlxh' => $check->dose_mlxh === null ? null : (float) $check->dose_mlxh, 'note' => $check->note, 'eyeFirst' => $check->eye_first, 'dose' => ($dose = WindowDose::atCheck($check, $window)) === null ? null : WindowDose::told($dose),
        ];
    }
}
