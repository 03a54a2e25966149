<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\User;
use Illuminate\Database\QueryException;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\Likeness;
use MarshTrial\Core\Evidence\Strip as CoreStrip;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * What lists show of a paint's tests, worked out once for everybody who may see the same of them. Kept in the database, which drops it when one of
 * these tests changes.
 *
 * @phpstan-import-type LightVerdictTold from \MarshTrial\Core\Fading\LightVerdict
 * @phpstan-import-type PropertyTests from PropertyView
 * @phpstan-import-type PropertyPooled from PropertyView
 * @phpstan-import-type LightTold from PaintLight
 * @phpstan-import-type StripDetail from StripView
 * @phpstan-type RatingListed array{
 *     property?: string, value?: float|null, uncertainty?: float|null, said?: string|null, text?: string,
 *     position?: float, low?: float, high?: float, own?: list<float>, pooled?: array{pictures: int, spread: float},
 *     light?: LightTold,
 *     values?: list<array{said: string, where: string, text: string, tests: int, chances: array<string, float>}>,
 *     card: array{simulated: bool},
 * }
 * @phpstan-type PropertyListed array{
 *     classes: list<string>, measured: RatingListed|null, without: array{status: string, reason: string|null}|null,
 *     tests: int, pooled: PropertyPooled|null, classes95: list<string>,
 * }
 * @phpstan-type PaintDigestMake array{
 *     strip: StripData|null,
 *     listed: array{
 *         lab: array{float, float, float}|null, key: int|null,
 *         samples: array{
 *         }|array{ list<array{hex: string, lab: array{float, float, float}}|null>, list<array{hex: string, lab: array{float, float, float}}|null>, list<array{hex: string, lab: array{float, float, float}}|null>, },
 *         tint: string|null, view: StripDetail|null,
 *         properties: array<string, array{
 *             classes: list<string>, measured: RatingListed|null,
 *             without: array{status: string, reason: string|null}|null, tests: int,
 *             pooled: array{
 *                 value: float, uncertainty: float, text: string, own: array{float, float},
 *                 another: array{float, float}, anotherText: string, tests: int, testers: int, off: int,
 *                 otherwise: int,
 *             }|null,
 *             classes95: list<string>,
 *         }>,
 *         chances: array{
 *             transparency?: array<string, float>, staining?: array<string, float>,
 *             granulation?: array<string, float>,
 *         },
 *         light: array{
 *             courses: array<int, list<list<mixed>>>, told: LightVerdictTold|null, doseKnown: bool, cardId: int,
 *             specimenId: int, measurementId: int, strips: int, disagree: bool,
 *         }|null,
 *         tests: int,
 *     },
 * }
 * @phpstan-import-type StripData from \MarshTrial\Core\Evidence\Strip
 */
final readonly class PaintDigest
{
    /** What a list shows of a rating; where it comes from is on the paint's own page. */
    private const SHOWN = ['property', 'value', 'uncertainty', 'said', 'text', 'position', 'low', 'high', 'own', 'pooled', 'light', 'values'];

    /** Share of the chances of classes that two paints have in common, below which they are of another class (own). */
    private const SAME = 0.5;

    /** Counts with the form of what is kept. */
    private const FORM = 5;

    /** Digests kept of one paint, the newest. */
    private const VIEWERS = 8;

    /**
     * @param array<string, mixed> $data
     * @param string|array<string, mixed>|null $strip as it is kept or was made; read only where it is asked for
     */
    private function __construct(private array $data, private string|array|null $strip) {}

    /**
     * @param list<int> $paintIds
     *
     * @return array<int, self> by paint; those of which nothing may be seen are left out
     */
    public static function of(array $paintIds, ?User $user): array
    {
        $seen = self::seen($paintIds, $user);
        $kept = [];
        foreach (array_chunk(array_keys($seen), 500) as $ids) {
            foreach (DB::table('paint_digests')->whereIn('paint_id', $ids)->get() as $row) {
                if ($row->seen === $seen[(int) $row->paint_id]) {
                    $kept[(int) $row->paint_id] = new self(json_decode((string) $row->listed, true, flags: JSON_THROW_ON_ERROR), $row->strip);
                }
            }
        }
        $missing = array_values(array_diff(array_keys($seen), array_keys($kept)));
        foreach (array_chunk($missing, 100) as $ids) {
            $made = self::make($ids, $user);
            self::keep($made, $seen);
            $kept += array_map(static fn (array $data): self => new self($data['listed'], $data['strip']), $made);
        }

        return $kept;
    }

    /**
     * What of each paint may be seen, and by which rules it was worked out.
     *
     * @param list<int> $paintIds
     *
     * @return array<int, string>
     */
    private static function seen(array $paintIds, ?User $user): array
    {
        $of = [];
        foreach (array_chunk($paintIds, 400) as $ids) {
            $tests = DB::table('ratings')->whereIn('paint_id', $ids)->select('paint_id', 'measurement_id')->union(DB::table('strips')->whereIn('paint_id', $ids)->select('paint_id', 'measurement_id'));
            // A course rests on all its checks.
            $checks = DB::table('strips')->where('kind', 'fade')->whereIn('paint_id', $ids)->whereIn('measurement_id', Measurement::allVisibleTo($user, $ids)->select('measurements.id'))->select('paint_id', 'measurement_id');
            foreach (DB::query()->fromSub($tests, 'tests')->whereIn('measurement_id', Measurement::idsVisibleTo($user, $ids))->select('paint_id', 'measurement_id')->union($checks)->get() as $row) {
                $of[(int) $row->paint_id][(int) $row->measurement_id] = true;
            }
        }
        if ($of === []) {
            return [];
        }
        $rules = implode(' ', [self::FORM, Scale::RULES, Scale::current()->name, PaintEvidence::taughtBy()]);

        return array_map(static function (array $ids) use ($rules): string {
            ksort($ids);

            return md5($rules.implode(',', array_keys($ids)));
        }, $of);
    }

    /**
     * @param list<int> $paintIds
     *
     * @return array<int, PaintDigestMake>
     */
    private static function make(array $paintIds, ?User $user): array
    {
        $evidence = PaintSet::tests($paintIds, $user);
        $light = $evidence['light'];
        $out = [];
        foreach ($paintIds as $id) {
            $ratings = $evidence['ratings'][$id] ?? collect();
            $properties = [];
            foreach (Property::keys(Measures::claimed()) as $property) {
                $properties[$property] = self::listed(PropertyView::tests($property, $ratings->where('property', $property), $evidence['cards'], $evidence['pooled']->evidence($id, $property), $evidence['pooled']->many($id, $property), $light[$id] ?? null, $evidence['pooled']->values($id, $property)));
            }
            $strip = $evidence['strips'][$id] ?? null;
            $done = $light[$id] ?? null;
            $out[$id] = ['strip' => $strip?->toArray(), 'listed' => [
                'lab' => $strip?->reference()->toArray(), 'key' => $strip?->key, 'samples' => $strip === null ? [] : array_map(static fn (int $key): array => DepthDial::samples($strip, $key), [0, 1, 2]),
                'tint' => $strip === null ? null : ($strip->at(Likeness::TINT) ?? $strip->steps[count($strip->steps) - 1]['onPaper'])->toHex(),
                'view' => StripView::of($strip, $evidence['fades'][$id] ?? null), 'properties' => $properties,
                'chances' => array_filter(array_map(static fn (string $p): array => $evidence['pooled']->chances($id, $p), ['transparency' => 'transparency', 'staining' => 'staining', 'granulation' => 'granulation'])),
                'light' => $done?->toArray(),
                'tests' => $ratings->pluck('specimen_id')->unique()->count(),
            ]];
        }

        return $out;
    }

    /**
     * With what a list shows of its newest test.
     *
     * @template T of array<string, mixed> a property as from PropertyView
     *
     * @param T $property
     *
     * @return T
     */
    public static function listed(array $property): array
    {
        $measured = $property['measured'];

        return [...$property, 'measured' => $measured === null ? null : [...Arr::only($measured, self::SHOWN), 'card' => ['simulated' => $measured['card']['simulated'] ?? false]]];
    }

    /**
     * Kept where the database is free for it: a page does not wait for another's writing.
     *
     * @param array<int, array<string, mixed>> $made
     * @param array<int, string> $seen
     */
    private static function keep(array $made, array $seen): void
    {
        $rows = [];
        foreach ($made as $id => $data) {
            $rows[] = ['paint_id' => $id, 'seen' => $seen[$id], 'listed' => json_encode($data['listed'], JSON_THROW_ON_ERROR), 'strip' => $data['strip'] === null ? null : json_encode($data['strip'], JSON_THROW_ON_ERROR)];
        }
        $pdo = DB::connection()->getPdo();
        $wait = (int) $pdo->query('pragma busy_timeout')->fetchColumn();
        try {
            $pdo->exec('pragma busy_timeout = 0');
            DB::table('paint_digests')->insertOrIgnore($rows);
            // Whoever may see less or more has one of their own; what nobody asks for any more goes.
            DB::table('paint_digests')->whereIn('rowid', DB::query()->fromSub(DB::table('paint_digests')->whereIn('paint_id', array_keys($made))->selectRaw('rowid as row, row_number() over (partition by paint_id order by rowid desc) as place'), 'kept')->where('place', '>', self::VIEWERS)->select('row'))->delete();
        } catch (QueryException) {
            // Somebody else writes; the next page keeps it.
        } finally {
            $pdo->exec("pragma busy_timeout = $wait");
        }
    }

    /**
     * @param array<int, self> $digests
     *
     * @return array<int, Lab> colours at reference depth, of those that have a stroke
     */
    public static function labs(array $digests): array
    {
        return array_filter(array_map(static fn (self $d): ?Lab => $d->lab(), $digests));
    }

    public function strip(): ?CoreStrip
    {
        return $this->strip === null ? null : CoreStrip::fromArray(is_array($this->strip) ? $this->strip : json_decode($this->strip, true, flags: JSON_THROW_ON_ERROR));
    }

    /** Colour at reference depth; null: no stroke of it was measured. */
    public function lab(): ?Lab
    {
        return $this->data['lab'] === null ? null : new Lab(...$this->data['lab']);
    }

    /** @return array{0: string, 1: string}|null at full strength and as a tint, as sRGB hex */
    public function colours(): ?array
    {
        return $this->data['tint'] === null ? null : [(string) $this->data['view']['ladder']['steps'][0]['onPaper'], (string) $this->data['tint']];
    }

    /** Channel in which the depths of its strip are taken. */
    public function key(): ?int
    {
        return $this->data['key'];
    }

    /** @return list<array{hex: string, lab: array{0: float, 1: float, 2: float}}|null> by stop of the dial, depths taken in a channel */
    public function samples(?int $key): array
    {
        return $this->data['samples'][$key ?? $this->key() ?? 0];
    }

    /** @return StripDetail|null */
    public function view(): ?array
    {
        return $this->data['view'];
    }

    /** @return PropertyListed */
    public function property(string $property): array
    {
        return $this->data['properties'][$property];
    }

    /** @return array<string, array<string, float>> by property: class => chance that another tester's card has it */
    public function chances(): array
    {
        return $this->data['chances'];
    }

    /** @return list<string> properties in which it is more likely of another class than another paint than of the same */
    public function apart(self $other): array
    {
        $theirs = $other->chances();
        $same = static fn (array $chances, string $property): float => array_sum(array_map(static fn (string $class, float $chance): float => min($chance, $theirs[$property][$class] ?? 0.0), array_keys($chances), $chances));

        return array_keys(array_filter(array_intersect_key($this->chances(), $theirs), static fn (array $chances, string $property): bool => $same($chances, $property) < self::SAME, ARRAY_FILTER_USE_BOTH));
    }

    public function likeliest(string $property): ?string
    {
        return ClassChances::likeliest($this->chances()[$property] ?? []);
    }

    /** @return array<string, string> what the evidence says of it in a word each, by property */
    public function brief(): array
    {
        $light = $this->light();

        return array_filter([
            ...array_map(static fn (array $chances): ?string => ClassChances::likeliest($chances), $this->chances()),
            'light' => $light?->told()['told'],
        ]);
    }

    /** What light did to it; null: nothing that anybody saw. */
    public function light(): ?PaintLight
    {
        $light = $this->data['light'];

        return $light === null ? null : PaintLight::fromArray($light);
    }

    /** Painted rows that say something of it. */
    public function tests(): int
    {
        return (int) $this->data['tests'];
    }
}
