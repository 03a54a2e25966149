<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Hanging;
use App\Models\HangingMove;
use App\Models\HangingPause;
use App\Models\LightLog;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Specimen;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Fading\CheckSchedule;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\FadeWord;
use MarshTrial\Core\Pigment\PigmentCode;
use MarshTrial\Core\Rating\Scale;

/**
 * What hangs in windows: the rack, the light of one window, and the report of one card.
 *
 * @phpstan-import-type FadeCoursesRow from \App\Queries\FadeCourses
 * @phpstan-import-type FadeCoursesCheck from \App\Queries\FadeCourses
 * @phpstan-type FadeAtEqualLight array{
 *     mlxh: float|null, unfinished: list<array{name: string, title: string}>,
 *     strips: list<array{
 *         paint: string, name: string, maker: string, card: string, title: string, mayChange: bool,
 *         lastMlxh: float, change: float, uncertainty: float, dark: string, window: string|null,
 *         against: array{difference: float, uncertainty: float, differs: bool}|null,
 *     }>,
 * }
 * @phpstan-type HungCard array{
 *     card: string, title: string, code: string, owner: string, mayChange: bool, place: string, facing: string,
 *     panes: string, hungOn: string, hungWords: string, downOn: string|null, downWords: string, old: bool,
 *     now: WindowDoseTold, next: array{on: string, mlxh: float|null}|null,
 *     rows: array<int, array{
 *         row: int, paint: string|null, name: string, maker: string, pigments: string,
 *         summary: FadeCoursesSummary|null, odd: bool,
 *         checks: list<array{
 *             mlxh: float, range: array{float, float}, change: float, uncertainty: float, words: string,
 *             dark: string, window: string,
 *         }>,
 *     }>,
 * }
 * @phpstan-type FadeLight array{
 *     now: WindowDoseTold|null, curve: list<array{on: string, mlxh: float}>,
 *     reaches: list<array{what: string, mlxh: float, on: string|null}>,
 *     moves: array<int, array{
 *         uuid: string, edition: int, movedOn: string, place: string, facing: string, panes: string, sky: string,
 *         curtain: bool,
 *     }>,
 *     pauses: array<int, array{uuid: string, edition: int, fromOn: string, toOn: string, note: string}>,
 *     logs: array<int, array{
 *         uuid: string, name: string, readings: int, gaps: int, clipped: bool, from: string|null, to: string|null,
 *         unit: string, timeZone: string,
 *     }>,
 * }
 * @phpstan-import-type WindowDoseTold from \App\Queries\WindowDose
 * @phpstan-import-type FadeCoursesSummary from \App\Queries\FadeCourses
 * @phpstan-type FadeRack array{
 *     windows: array<int, HungCard>, steps: list<float>, referenceMlxh: float,
 *     years: array{museum: float, 'living room': float}, facings: list<string>, panes: list<string>,
 *     skies: list<string>,
 * }
 * @phpstan-type FadeReport array{
 *     format: 'marsh-trial/fading', version: int, card: string, title: string, facing: string|null,
 *     panes: string|null, hungOn: string|null,
 *     paints: array<int, array{row: int, colourName: string, maker: string, pigments: string}>,
 *     checks: list<FadeCoursesCheck>, rows: list<FadeCoursesRow>,
 * }
 */
final class FadeView
{
    /** Points of a drawn dose curve. */
    private const POINTS = 60;

    private const MOST_CARDS = 60;

    /** @return FadeRack */
    public static function rack(?User $user): array
    {
        $cards = self::visible($user)->get();
        $paints = $cards->flatMap(static fn (Card $c) => $c->specimens->map(static fn (Specimen $s): int => $s->pan->paint_id))->unique();
        $odd = OddStrips::out(array_values($paints->all()), $user);

        return [
            'windows' => $cards->map(static fn (Card $c): array => self::hung($c, $odd))->values()->all(), 'steps' => CheckSchedule::STEPS, 'referenceMlxh' => Scale::current()->fade->referenceDoseMlxh, 'years' => Dose::YEARS,
            'facings' => Hanging::FACINGS, 'panes' => array_column(Glass::cases(), 'value'), 'skies' => array_keys(Window::SKIES),
        ];
    }

    /** @return Builder<Card> what somebody may see hanging, or that hung, the newest first */
    private static function visible(?User $user): Builder
    {
        return Card::query()->whereIn('kind', CardKind::FADING)->visibleTo($user)->whereHas('hanging')->where(static fn ($q) => BenchSession::notBlind($q, $user))
            ->with('owner', 'hanging', 'checks', 'specimens.pan.paint.maker')->orderByDesc('id')->limit(self::MOST_CARDS);
    }

    /**
     * @param list<int> $odd specimens whose colour cannot be their paint's
     *
     * @return HungCard
     */
    private static function hung(Card $card, array $odd): array
    {
        $hanging = $card->hanging ?? throw new \LogicException('It hangs.');
        $own = $card->mayBeChangedBy(Auth::user());
        $window = WindowDose::of($card) ?? throw new \LogicException('It hangs.');
        $series = FadeCourses::series($card, FadeCourses::checks($card, $window));

        return [
            'card' => $card->uuid, 'title' => $card->title, 'code' => CardCode::forCard($card->uuid, 'whole')->text(), 'owner' => $card->owner->name, 'mayChange' => $own,
            // Where somebody lives is not for everybody.
            'place' => $own ? $hanging->place : '', 'facing' => $hanging->facing, 'panes' => $hanging->panes, 'hungOn' => $hanging->hung_on->toDateString(), 'hungWords' => $hanging->hung_to === null ? '' : $hanging->hung_words, 'downOn' => $hanging->down_on?->toDateString(), 'downWords' => $hanging->down_to === null ? '' : $hanging->down_words, 'old' => $card->kind === CardKind::Halves->value,
            'now' => WindowDose::told($window->now()), 'next' => $window->next($card->checks->last()),
            'rows' => $card->specimens->map(static fn ($s): array => [
                'row' => $s->row, 'paint' => ($named = RowPaint::of($s, $card))->uuid(), 'name' => $named->name(), 'maker' => $named->maker(), 'pigments' => $named->pigments(),
                'summary' => isset($series[$s->row]) ? FadeCourses::summary($series[$s->row]) : null,
                'odd' => $named->uuid() !== null && in_array($s->id, $odd, true),
                'checks' => isset($series[$s->row]) ? array_map(static fn ($r): array => [
                    'mlxh' => round($r->dose->mlxh, 3), 'range' => WindowDose::told($r->dose)['range'], 'change' => round($r->change, 2), 'uncertainty' => round($r->uncertainty, 2), 'words' => FadeWord::of(Scale::current(), $r)->words(),
                    'dark' => $r->dark->toXyz()->toLinearRgb()->toHex(), 'window' => $r->window->toXyz()->toLinearRgb()->toHex(),
                ], ($series[$s->row][2] ?? reset($series[$s->row]))->readings) : [],
            ])->values()->all(),
        ];
    }

    /**
     * Courses of some paints in all windows that somebody may see.
     *
     * @param list<int> $paintIds
     *
     * @return list<array{card: Card, paint: Paint, courses: array<int, FadeSeries>}> with courses by depth; none where nothing was checked
     */
    public static function coursesOf(array $paintIds, ?User $user): array
    {
        $out = [];
        $cards = self::visible($user)->whereHas('specimens.pan', static fn ($q) => $q->whereIn('paint_id', $paintIds))->get();
        $odd = OddStrips::out($paintIds, $user);
        foreach ($cards as $card) {
            $rows = $card->specimens->filter(static fn ($s): bool => in_array($s->pan->paint_id, $paintIds, true) && ! in_array($s->id, $odd, true));
            $series = FadeCourses::series($card, FadeCourses::checks($card, WindowDose::of($card)));
            foreach ($rows as $specimen) {
                $out[] = ['card' => $card, 'paint' => $specimen->pan->paint, 'courses' => $series[$specimen->row] ?? []];
            }
        }

        return $out;
    }

    /**
     * Paints of a code at the light that all their strips have reached, middle strength, the least changed first: days alone compare nothing.
     *
     * @return FadeAtEqualLight
     */
    public static function atEqualLight(string $code, ?User $user): array
    {
        $found = $unfinished = [];
        $paints = PaintCode::query()->where('code', PigmentCode::parse($code)->text)->pluck('paint_id')->map(intval(...))->all();
        foreach (self::coursesOf(array_values($paints), $user) as ['card' => $card, 'paint' => $paint, 'courses' => $courses]) {
            $course = $courses[2] ?? null;
            if ($course?->last() === null) {
                $unfinished[] = ['name' => $paint->colour_name, 'title' => $card->title];
            } else {
                $found[] = ['course' => $course, 'card' => $card, 'paint' => $paint];
            }
        }
        $common = $found === [] ? null : min(array_map(static fn (array $f): float => $f['course']->last()->dose->mlxh ?? 0.0, $found));
        usort($found, static fn (array $a, array $b): int => ($a['course']->changeAt($common)[0] ?? 0.0) <=> ($b['course']->changeAt($common)[0] ?? 0.0));

        return ['mlxh' => $common === null ? null : round($common, 2), 'unfinished' => $unfinished, 'strips' => array_map(static function (array $f) use ($found, $common): array {
            [$change, $uncertainty] = $f['course']->changeAt($common) ?? [0.0, 0.0];
            $against = $f === $found[0] ? null : $f['course']->against($found[0]['course'], $f['card']->is($found[0]['card']));

            return [
                'paint' => $f['paint']->uuid, 'name' => $f['paint']->colour_name, 'maker' => $f['paint']->maker->name, 'card' => $f['card']->uuid, 'title' => $f['card']->title, 'mayChange' => $f['card']->mayBeChangedBy(Auth::user()),
                'lastMlxh' => round($f['course']->last()->dose->mlxh ?? 0.0, 2), 'change' => round($change, 2), 'uncertainty' => round($uncertainty, 2),
                'dark' => FadeCourses::hex($f['course']->readings[0]->dark), 'window' => ($at = $f['course']->at($common)) === null ? null : FadeCourses::hex($at['lab']),
                'against' => $against === null ? null : ['difference' => round($against['difference'], 2), 'uncertainty' => round($against['uncertainty'], 2), 'differs' => $against['differs']],
            ];
        }, $found)];
    }

    /** @return FadeLight */
    public static function light(Card $card): array
    {
        $card->load('hanging', 'checks');
        $window = WindowDose::of($card);
        if ($window === null) {
            return ['now' => null, 'curve' => [], 'reaches' => [], 'moves' => [], 'pauses' => [], 'logs' => []];
        }
        $until = array_filter($window->curve->days(), static fn (string $d): bool => $d <= $window->today->format('Y-m-d'), ARRAY_FILTER_USE_KEY);
        $every = max(1, intdiv(count($until), self::POINTS));
        $points = [];
        foreach (array_keys($until) as $i => $day) {
            if ($i % $every === 0 || $i === count($until) - 1) {
                $points[] = ['on' => $day, 'mlxh' => round($until[$day], 3)];
            }
        }
        $reaches = [...array_map(static fn (float $s): array => ['what' => "$s Mlx h", 'mlxh' => $s], CheckSchedule::STEPS), ['what' => 'a year of museum light', 'mlxh' => Dose::YEARS['museum']], ['what' => 'a year in a living room', 'mlxh' => Dose::YEARS['living room']]];
        usort($reaches, static fn (array $a, array $b): int => $a['mlxh'] <=> $b['mlxh']);

        return [
            'now' => WindowDose::told($window->now()), 'curve' => $points,
            'reaches' => array_map(static fn (array $r): array => [...$r, 'on' => $window->curve->reaches($r['mlxh'])?->format('Y-m-d')], $reaches),
            'moves' => HangingMove::query()->where('card_id', $card->id)->orderBy('moved_on')->get()->map(static fn (HangingMove $m): array => ['uuid' => $m->uuid, 'edition' => $m->edition, 'movedOn' => $m->moved_on->toDateString(), 'place' => $m->place, 'facing' => $m->facing, 'panes' => $m->panes, 'sky' => $m->sky, 'curtain' => $m->curtain])->all(),
            'pauses' => HangingPause::query()->where('card_id', $card->id)->orderBy('from_on')->get()->map(static fn (HangingPause $p): array => ['uuid' => $p->uuid, 'edition' => $p->edition, 'fromOn' => $p->from_on->toDateString(), 'toOn' => $p->to_on->toDateString(), 'note' => $p->note])->all(),
            'logs' => LightLog::query()->where('card_id', $card->id)->orderBy('id')->get()->map(static fn (LightLog $l): array => ['uuid' => $l->uuid, 'name' => $l->name, 'readings' => $l->readings, 'gaps' => $l->gaps, 'clipped' => $l->clipped, 'from' => array_key_first($l->days), 'to' => array_key_last($l->days), 'unit' => $l->unit, 'timeZone' => $l->time_zone])->all(),
        ];
    }

    /** @return FadeReport the report as docs/formats.md describes it; where somebody lives is not in it */
    public static function report(Card $card): array
    {
        $card->load('hanging', 'checks', 'specimens.pan.paint.maker');
        $courses = FadeCourses::of($card, WindowDose::of($card));

        return [
            'format' => 'marsh-trial/fading', 'version' => 1, 'card' => CardCode::forCard($card->uuid, 'whole')->text(), 'title' => $card->title, 'facing' => $card->hanging?->facing, 'panes' => $card->hanging?->panes, 'hungOn' => $card->hanging?->hung_on->toDateString(),
            'paints' => $card->specimens->map(static fn ($s): array => ['row' => $s->row, 'colourName' => ($named = RowPaint::of($s, $card))->name(), 'maker' => $named->maker(), 'pigments' => $named->pigments()])->values()->all(),
            'checks' => $courses['checks'], 'rows' => $courses['rows'],
        ];
    }

    /** One row a reading: check, dose with its range, row, depth, change and parts. */
    public static function csv(Card $card): string
    {
        $card->load('hanging', 'checks', 'specimens.pan.paint.maker');
        $lines = [Csv::line(['card', 'row', 'paint', 'maker', 'pigments', 'depth', 'checked on', 'dose Mlx h', 'dose least', 'dose most', 'dE*ab', 'uncertainty', 'dL*', 'dC*', 'outcome', 'what is seen', 'course', 'categories possible'])];
        $checks = FadeCourses::checks($card, WindowDose::of($card));
        // A depth may be missing at a check: a reading's day is that of its dose.
        $days = [];
        foreach ($checks as ['check' => $check, 'dose' => $dose]) {
            $days[spl_object_id($dose)] = $check->checked_on->toDateString();
        }
        $paints = $card->specimens->keyBy('row')->map(static fn ($s): RowPaint => RowPaint::of($s, $card));
        foreach (FadeCourses::series($card, $checks) as $row => $depths) {
            foreach ($depths as $depth => $series) {
                foreach ($series->readings as $r) {
                    [$least, $most] = $r->dose->range();
                    $lines[] = Csv::line([
                        CardCode::forCard($card->uuid, 'whole')->text(), $row, $paints[$row]->name(), $paints[$row]->maker(), $paints[$row]->pigments(), FadeCard::DEPTH_WORDS[$depth], $days[spl_object_id($r->dose)],
                        round($r->dose->mlxh, 3), round($least, 3), round($most, 3), round($r->change, 3), round($r->uncertainty, 3), round($r->window->l - $r->dark->l, 3), round($r->window->chroma() - $r->dark->chroma(), 3), $r->outcome->value,
                        FadeWord::of(Scale::current(), $r)->words(), $series->course()->value, implode(' ', $series->categories()),
                    ]);
                }
            }
        }

        return implode('', $lines);
    }
}
