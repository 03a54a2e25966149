<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\OddDecision;
use App\Models\Paint;
use App\Models\Rating;
use App\Models\Specimen;
use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\OddTests;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Scale;

/**
 * Tests whose colour cannot be their paint's, as far as somebody may see them; out of pools, strips and comparisons until somebody decides.
 *
 * @phpstan-type OddStripsLike array{uuid: string, name: string, maker: string}
 * @phpstan-type OddStripsTold array{
 *     specimen: string, paint: OddStripsLike, state: 'set aside'|'two disagree', colour: string,
 *     card: array{uuid: string, title: string, mayChange: bool}, row: int, tester: string,
 *     like: list<OddStripsLike>, mayDecide: bool,
 *     decided: array{word: string, by: string, paint: string|null}|null,
 * }
 * @phpstan-type OddStripsWaiting array{
 *     specimen: string, paint: OddStripsLike, state: 'set aside'|'two disagree', colour: string,
 *     card: array{uuid: string, title: string, mayChange: bool}, row: int, tester: string,
 *     like: list<OddStripsLike>, mayDecide: bool, decided: null,
 * }
 */
final class OddStrips
{
    /** Paints that teach how far tests of one paint lie apart, the newest. */
    private const TEACHERS = 400;

    /** Another paint that may have been painted by mistake: so many are named. */
    private const NAMED = 3;

    /** Where the stored colours of all tests lie as near as this, dE*ab, none can be odd at any depth. */
    private const SURELY_NEAR = 5.0;

    /**
     * Painted rows that count for nothing, of some paints.
     *
     * @param list<int>|null $paintIds null: of all paints
     *
     * @return list<int> specimens
     */
    public static function out(?array $paintIds, ?User $user): array
    {
        return array_merge([], ...array_map(static fn (OddTests $o): array => [...$o->aside, ...$o->torn], array_values(self::of($paintIds, $user))));
    }

    /**
     * @param list<int>|null $paintIds null: of all paints
     *
     * @return array<int, OddTests> by paint, with specimens as keys; paints that all tests agree on are left out
     */
    public static function of(?array $paintIds, ?User $user): array
    {
        /** @var \WeakMap<Request, array<string, array<int, OddTests>>> $asked once in a request */
        static $asked = new \WeakMap;
        $key = ($user->id ?? 0).'|'.($paintIds === null ? 'all' : implode(',', $paintIds));
        $kept = $asked[request()] ?? [];
        $kept[$key] ??= self::found($paintIds, $user);
        $asked[request()] = $kept;

        return $kept[$key];
    }

    /**
     * @param list<int>|null $paintIds
     *
     * @return array<int, OddTests>
     */
    private static function found(?array $paintIds, ?User $user): array
    {
        $tests = self::tests($paintIds, $user);
        $decided = OddDecision::query()->whereIn('specimen_id', array_merge([], ...array_map(array_keys(...), array_values($tests))))->pluck('word', 'specimen_id')->all();
        $out = [];
        foreach ($tests as $paint => $of) {
            $another = array_keys(array_filter(array_intersect_key($decided, $of), static fn (string $w): bool => $w === OddDecision::ANOTHER_PAINT));
            $believed = array_keys(array_filter(array_intersect_key($decided, $of), static fn (string $w): bool => $w !== OddDecision::ANOTHER_PAINT));
            $colours = self::spread($of) < self::SURELY_NEAR ? [] : self::atOneDepth($of);
            $found = OddTests::among(Scale::current(), array_diff_key($colours, array_flip($another)), self::scatter(), $believed);
            if ($found->aside !== [] || $found->torn !== [] || $another !== []) {
                $out[$paint] = $another === [] ? $found : $found->with($another);
            }
        }

        return $out;
    }

    /**
     * The strip of every painted row, of paints with two rows or more: the newest of a test, the first that was read of a fade strip.
     *
     * @param list<int>|null $paintIds
     *
     * @return array<int, array<int, object{id: int, kind: string, l: float, a: float, b: float}>> by paint and specimen
     */
    private static function tests(?array $paintIds, ?User $user): array
    {
        $rows = DB::table('strips')->whereNotNull('l')->when($paintIds !== null, static fn ($q) => $q->whereIn('paint_id', $paintIds))
            ->whereIn('measurement_id', Measurement::idsVisibleTo($user, $paintIds))->where(static fn ($q) => Rating::unmixed($q, 'strips.specimen_id'))
            ->whereNotIn('specimen_id', DB::table('spoilings')->whereNull('property')->select('specimen_id'))->orderBy('id')->get(['id', 'paint_id', 'specimen_id', 'kind', 'l', 'a', 'b']);
        $out = [];
        foreach ($rows as $row) {
            if ($row->kind === 'property') {
                $out[(int) $row->paint_id][(int) $row->specimen_id] = $row;
            } else {
                $out[(int) $row->paint_id][(int) $row->specimen_id] ??= $row;
            }
        }

        return array_filter($out, static fn (array $of): bool => count($of) > 1);
    }

    /** @param array<int, object{l: float, a: float, b: float}> $tests */
    private static function spread(array $tests): float
    {
        $most = 0.0;
        foreach ($tests as $one) {
            foreach ($tests as $other) {
                $most = max($most, sqrt(($one->l - $other->l) ** 2 + ($one->a - $other->a) ** 2 + ($one->b - $other->b) ** 2));
            }
        }

        return $most;
    }

    /**
     * Colours at the depth that all of the tests were painted to, reference depth if they can.
     *
     * @param array<int, object{id: int, kind: string}> $tests
     *
     * @return array<int, Lab> by specimen
     */
    private static function atOneDepth(array $tests): array
    {
        $data = DB::table('strips')->whereIn('id', array_map(static fn (object $t): int => (int) $t->id, $tests))->pluck('data', 'id');
        $strips = array_filter(array_map(static function (object $test) use ($data): ?Strip {
            $of = json_decode((string) $data[$test->id], true, flags: JSON_THROW_ON_ERROR);

            return $test->kind === 'property' ? Strip::fromArray($of) : Strip::ofKeptHalves($of);
        }, $tests));
        $deepest = static fn (Strip $s): float => max([0.0, ...array_filter(array_map(static fn (array $step): ?float => Deposit::of($step['onPaper'], $s->paper)->in($s->key ?? 0), $s->steps))]);
        $depth = min([Scale::current()->depths->reference, ...array_map($deepest, array_values($strips))]);

        return array_map(static fn (Strip $s): Lab => $s->at($depth)?->toLab() ?? $s->reference(), $strips);
    }

    /** How far a test lies from its paint's centre, rms dE00, as this ledger has taught it. */
    private static function scatter(): float
    {
        return Cache::remember('odd-'.PaintEvidence::taughtBy(), 3600, static function (): float {
            $distances = [];
            foreach (array_slice(self::tests(null, null), -self::TEACHERS, null, true) as $of) {
                [$one, $other] = array_slice(array_values($of), 0, 2);
                $distances[] = Difference::ciede2000(self::lab($one), self::lab($other));
            }

            return OddTests::scatter(Scale::current(), $distances);
        });
    }

    /** @param object{l: float|null, a: float|null, b: float|null} $row of a strip */
    private static function lab(object $row): Lab
    {
        return new Lab((float) $row->l, (float) $row->a, (float) $row->b);
    }

    /**
     * Odd tests as they are told, each with the paint that it may be, and who is asked.
     *
     * @param list<int> $paintIds
     *
     * @return list<OddStripsTold>
     */
    public static function told(array $paintIds, ?User $user): array
    {
        $found = self::of($paintIds, $user);
        $specimens = Specimen::query()->with('card.owner', 'pan.paint.maker')->findMany(self::out($paintIds, $user))->keyBy('id');
        $decided = OddDecision::query()->with('by', 'otherPaint')->whereIn('specimen_id', $specimens->keys())->get()->keyBy('specimen_id');
        // The colour is that of the strip by which it was found.
        $strips = $found === [] ? [] : self::tests($paintIds, $user);
        $out = [];
        foreach ($found as $paint => $odd) {
            foreach (['set aside' => $odd->aside, 'two disagree' => $odd->torn] as $state => $ids) {
                foreach ($ids as $id) {
                    $specimen = $specimens[$id] ?? null;
                    if ($specimen === null) {
                        continue;
                    }
                    $lab = self::lab($strips[$paint][$id]);
                    $decision = $decided[$id] ?? null;
                    $out[] = [
                        'specimen' => $specimen->uuid, 'paint' => PaintView::named($specimen->pan->paint), 'state' => $state, 'colour' => $lab->toXyz()->toLinearRgb()->toHex(),
                        'card' => ['uuid' => $specimen->card->uuid, 'title' => $specimen->card->title, 'mayChange' => $user !== null && $specimen->card->mayBeChangedBy($user)], 'row' => $specimen->row, 'tester' => $specimen->card->owner->name,
                        'like' => $state === 'set aside' ? self::like($lab, $paint, $user) : [], 'mayDecide' => self::mayDecide($specimen, $user),
                        'decided' => $decision === null ? null : ['word' => $decision->word, 'by' => $decision->by->name, 'paint' => $decision->otherPaint?->colour_name],
                    ];
                }
            }
        }

        return $out;
    }

    /**
     * Paints of the house that were measured to look so.
     *
     * @return list<OddStripsLike> the nearest first
     */
    private static function like(Lab $lab, int $paint, ?User $user): array
    {
        $near = [];
        foreach (PaintStrips::places(null, $user) as $row) {
            if ($row->l !== null && (int) $row->paint_id !== $paint) {
                $dE = Difference::ciede2000($lab, self::lab($row));
                $near[(int) $row->paint_id] = min($dE, $near[(int) $row->paint_id] ?? INF);
            }
        }
        asort($near);
        $near = array_slice(array_filter($near, static fn (float $d): bool => $d <= Scale::current()->evidence->oddLike), 0, self::NAMED, true);
        $paints = Paint::query()->with('maker')->findMany(array_keys($near))->keyBy('id');

        return array_values(array_map(static fn (int $id): array => PaintView::named($paints[$id]), array_keys($near)));
    }

    /** Whoever tested the paint here, or looks after the house, may say what an odd test is. */
    public static function mayDecide(Specimen $specimen, ?User $user): bool
    {
        return $user !== null && ($user->isHouseSteward() || $specimen->card->owner_id === $user->id
            // Of what is hidden from them, or is not odd, others have nothing to say.
            || (in_array($specimen->id, self::out([$specimen->pan->paint_id], $user), true)
                && Card::query()->where('owner_id', $user->id)->whereHas('specimens.pan', static fn ($q) => $q->where('paint_id', $specimen->pan->paint_id))->exists()));
    }

    /**
     * What waits for somebody's word: odd tests of their own, and of paints that they tested too.
     *
     * @return list<OddStripsWaiting>
     */
    public static function waiting(User $user): array
    {
        $paints = DB::table('cards')->join('specimens', 'specimens.card_id', '=', 'cards.id')->join('pans', 'pans.id', '=', 'specimens.pan_id')->where('cards.owner_id', $user->id)->distinct()->pluck('pans.paint_id')->map(intval(...))->all();

        return array_values(array_filter(self::told(array_values($paints), $user), static fn (array $o): bool => $o['decided'] === null));
    }
}
