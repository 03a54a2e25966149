<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Rating;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\Fairness;
use MarshTrial\Core\Evidence\PaintTest;
use MarshTrial\Core\Evidence\Scatter;
use MarshTrial\Core\Evidence\TornTests;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * What all tests of paints say together, by paint and property: tests under the protocol that most of them follow are pooled, the others stay beside
 * them. A painted row is one test, however many pictures were taken of it.
 */
final class PaintEvidence
{
    /** Paints that teach how far tests scatter, the newest. */
    private const TEACHERS = 400;

    /**
     * @param array<int, array<string, list<object>>> $rows tests by paint and property, oldest first
     * @param array<int, array{card: string, conditions: array<string, string|null>}> $conditions of rows that have others beside them, by specimen
     */
    private function __construct(private readonly array $rows, private readonly array $conditions) {}

    /** @var array<string, Evidence|null> what was pooled already, by paint and property: one page asks for it several times */
    private array $pooled = [];

    /** @var array<string, list<array{evidence: Evidence, where: string, kind: string}>> the same */
    private array $values = [];

    /** @param list<int> $paintIds */
    public static function of(array $paintIds, ?User $user): self
    {
        $rows = self::query()->whereIn('ratings.paint_id', $paintIds)->whereIn('ratings.measurement_id', Measurement::idsVisibleTo($user, $paintIds))->whereNotIn('ratings.specimen_id', OddStrips::out($paintIds, $user))->get();
        $out = [];
        // Of several pictures of a row the newest counts.
        foreach ($rows as $row) {
            $out[(int) $row->paint_id][$row->property][(int) $row->specimen_id] = $row;
        }

        $out = array_map(static fn (array $of): array => array_map(array_values(...), $of), $out);

        return new self($out, self::conditions(array_merge([], ...array_map(array_values(...), array_values($out)))));
    }

    private static function query(): Builder
    {
        return DB::table('ratings')->where('ratings.holds', true)->where('ratings.status', 'measured')->whereNotNull('ratings.value')->whereNotNull('ratings.uncertainty')
            ->whereIn('ratings.property', self::pooled())->where(static fn ($q) => Rating::unmixed($q, 'ratings.specimen_id'))
            ->whereNotExists(static fn ($q) => $q->from('spoilings')->whereColumn('spoilings.specimen_id', 'ratings.specimen_id')->where(static fn ($q) => $q->whereNull('spoilings.property')->orWhereColumn('spoilings.property', 'ratings.property')))
            ->join('measurements', 'measurements.id', '=', 'ratings.measurement_id')->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->join('cards', 'cards.id', '=', 'measurements.card_id')
            ->join('users', 'users.id', '=', 'cards.owner_id')->join('paints', 'paints.id', '=', 'ratings.paint_id')
            ->orderBy('ratings.id')
            ->select(['ratings.paint_id', 'ratings.property', 'ratings.specimen_id', 'ratings.value', 'ratings.uncertainty', 'ratings.measurement_id', 'cards.owner_id', 'cards.id as card_id', 'users.name as tester', 'pictures.source', 'paints.maker_id', DB::raw("json_extract(ratings.detail, '$.protocol') as protocol"), DB::raw("json_extract(ratings.detail, '$.kind') as kind")]);
    }

    /** @return list<string> properties whose tests are pooled; what light did depends on how much of it there was */
    private static function pooled(): array
    {
        return array_values(array_diff(Property::keys([...Measures::claimed(), ...Measures::more()]), [Property::Lightfastness->value]));
    }

    /** @return list<PaintTest> of the protocol that most tests follow, of equally many the newest */
    public function tests(int $paintId, string $property): array
    {
        return array_map(static fn (object $r): PaintTest => self::test($r), $this->counted($paintId, $property));
    }

    /** @return list<object> */
    public function counted(int $paintId, string $property): array
    {
        return self::parted($property, $this->rows[$paintId][$property] ?? [], $this->conditions)[0] ?? [];
    }

    /** Tests in all, under whatever protocol. */
    public function many(int $paintId, string $property): int
    {
        return count($this->rows[$paintId][$property] ?? []);
    }

    public function evidence(int $paintId, string $property): ?Evidence
    {
        $key = "$paintId-$property";
        if (! array_key_exists($key, $this->pooled)) {
            $tests = $this->tests($paintId, $property);
            $this->pooled[$key] = $tests === [] ? null : Evidence::of(Scale::current(), $property, self::scatter($property), $tests, true);
        }

        return $this->pooled[$key];
    }

    /**
     * What tests say that are not told as one: those under conditions that part them, and those that lie further apart than tests scatter.
     *
     * @return list<array{evidence: Evidence, where: string, kind: string}> none where all are one; the largest group first
     */
    public function values(int $paintId, string $property): array
    {
        $key = "$paintId-$property";
        if (! array_key_exists($key, $this->values)) {
            $groups = self::parted($property, $this->rows[$paintId][$property] ?? [], $this->conditions);
            $parting = Fairness::parting($property);
            $main = $groups[0] ?? [];
            $protocol = static fn (array $of): string => $of[0]->protocol.'|'.$of[0]->kind;
            $beside = array_values(array_filter(array_slice($groups, 1), static fn (array $g): bool => $protocol($g) === $protocol($main)));
            $torn = $main === [] ? [] : self::torn($property, $main, $this->conditions);
            $all = $torn !== [] ? [...$torn, ...$beside] : ($beside === [] ? [] : [$main, ...$beside]);
            $where = TestConditions::apart($all, $this->conditions, $torn !== [] ? [...$parting, ...Fairness::remarked($property), 'tester'] : $parting);
            $this->values[$key] = array_map(static fn (array $g, string $w): array => [
                'evidence' => Evidence::of(Scale::current(), $property, self::scatter($property), array_map(self::test(...), $g), true), 'where' => $w, 'kind' => (string) $g[count($g) - 1]->kind,
            ], $all, $where);
        }

        return $this->values[$key];
    }

    /**
     * Tests that are pooled and lie further apart than they scatter, in two groups.
     *
     * @param non-empty-list<object> $rows
     * @param array<int, array{card: string, conditions: array<string, string|null>}> $conditions
     *
     * @return list<non-empty-list<object>> none where they do not
     */
    private static function torn(string $property, array $rows, array $conditions): array
    {
        $tests = static fn (array $of): array => array_map(self::test(...), $of);
        $split = static fn (\Closure $is): array => [array_values(array_filter($rows, $is)), array_values(array_filter($rows, static fn (object $r): bool => ! $is($r)))];
        $far = TornTests::apart(Scale::current(), $property, self::scatter($property), $tests($rows));
        if ($far !== null) {
            return $split(static fn (object $r): bool => (string) $r->specimen_id !== $far);
        }
        foreach (count($rows) < 3 ? [] : Fairness::remarked($property) as $what) {
            $values = array_map(static fn (object $r): ?string => $conditions[(int) $r->specimen_id]['conditions'][$what] ?? null, $rows);
            if (count(array_unique($values)) === 2 && ! in_array(null, $values, true)) {
                $groups = $split(static fn (object $r): bool => $conditions[(int) $r->specimen_id]['conditions'][$what] === $values[0]);
                if (TornTests::areGroupsApart(Scale::current(), $property, self::scatter($property), $tests($groups[0]), $tests($groups[1]))) {
                    return $groups;
                }
            }
        }

        return [];
    }

    /** @return array<string, float> class => chance that another tester's card has it; empty where it was not tested or has no scale */
    public function chances(int $paintId, string $property): array
    {
        $values = $this->values($paintId, $property);
        if ($values !== []) {
            $scale = Measures::of(Property::from($property))::scale(Scale::current());

            return $scale === null ? [] : PropertyView::meanChances(array_map(static fn (array $v): array => $v['evidence']->chances($scale->limitsOf($v['kind'])), $values));
        }
        $evidence = $this->evidence($paintId, $property);
        $newest = $evidence === null ? [] : $this->counted($paintId, $property);
        $scale = Measures::of(Property::from($property))::scale(Scale::current());

        return $evidence === null || $newest === [] || $scale === null ? [] : $evidence->chances($scale->limitsOf((string) end($newest)->kind));
    }

    /** How far tests of a property usually scatter, as this ledger has taught it. */
    public static function scatter(string $property): Scatter
    {
        return self::scatters()[$property] ?? Scatter::learn(Scale::current(), $property, []);
    }

    /** @return array<string, Scatter> by property */
    private static function scatters(): array
    {
        /** @var \WeakMap<Request, array<string, Scatter>> $asked once in a request */
        static $asked = new \WeakMap;
        $asked[request()] ??= self::kept();

        return $asked[request()];
    }

    /** Names what taught the scatter: learned anew when the ledger has grown by a fiftieth. */
    public static function taughtBy(): string
    {
        $newest = (int) DB::table('ratings')->max('id');
        $step = 2 ** max(0, (int) floor(log(max(1, $newest / 50), 2)));

        return 'scatter-'.Scale::RULES.'-'.intdiv($newest, $step)."-$step";
    }

    /** @return array<string, Scatter> */
    private static function kept(): array
    {
        $kept = Cache::remember(self::taughtBy(), 3600, static fn (): array => array_map(static fn (Scatter $s): array => $s->toArray(), self::learned()));

        $out = [];
        foreach ($kept as $property => $one) {
            $out[$property] = Scatter::fromArray(Scale::current(), $property, $one);
        }

        return $out;
    }

    /** @return array<string, Scatter> */
    private static function learned(): array
    {
        $repeated = DB::table('ratings')->where('holds', true)->where('status', 'measured')->whereIn('property', self::pooled())->groupBy('paint_id', 'property')->havingRaw('count(distinct specimen_id) > 1')
            ->orderByRaw('max(id) desc')->limit(self::TEACHERS * count(self::pooled()))->get(['paint_id', 'property']);
        $taught = $repeated->groupBy('property')->map(static fn (Collection $of): array => $of->take(self::TEACHERS)->pluck('paint_id')->flip()->all());
        $rows = [];
        foreach (self::query()->whereIn('ratings.paint_id', $repeated->pluck('paint_id')->unique()->take(self::TEACHERS)->all())->get() as $row) {
            if (isset($taught[$row->property][$row->paint_id])) {
                $rows[$row->property][(int) $row->paint_id][(int) $row->specimen_id] = $row;
            }
        }
        $out = [];
        foreach ($rows as $property => $paints) {
            $conditions = self::conditions(array_map(array_values(...), array_values($paints)));
            $tests = array_map(static fn (array $of): array => array_map(self::test(...), self::parted($property, array_values($of), $conditions)[0] ?? []), array_values($paints));
            $out[$property] = Scatter::learn(Scale::current(), $property, array_values(array_filter($tests, static fn (array $t): bool => count($t) > 1)));
        }

        return $out;
    }

    /**
     * Conditions of tests that have others of the same paint and property beside them.
     *
     * @param list<list<object>> $lists
     *
     * @return array<int, array{card: string, conditions: array<string, string|null>}> by specimen
     */
    private static function conditions(array $lists): array
    {
        $rows = array_merge([], ...array_filter($lists, static fn (array $of): bool => count($of) > 1));

        return $rows === [] ? [] : TestConditions::of($rows);
    }

    /**
     * Tests of one protocol and under conditions that do not part them, of really painted rows where there are any.
     *
     * @param list<object> $rows oldest first
     * @param array<int, array{card: string, conditions: array<string, string|null>}> $conditions by specimen
     *
     * @return list<non-empty-list<object>> the largest group first, of equally large ones the newest
     */
    private static function parted(string $property, array $rows, array $conditions): array
    {
        // What a stand-in drew says nothing of a paint that somebody really tested.
        $real = array_values(array_filter($rows, static fn (object $r): bool => $r->source !== 'stand-in'));
        $rows = $real ?: $rows;
        $parting = Fairness::parting($property);
        $usual = [];
        foreach (Fairness::QUIET as $what) {
            $said = array_count_values(array_filter(array_map(static fn (object $r): ?string => $conditions[(int) $r->specimen_id]['conditions'][$what] ?? null, $rows), static fn (?string $v): bool => $v !== null));
            arsort($said);
            $usual[$what] = array_key_first($said);
        }
        $of = [];
        foreach ($rows as $row) {
            // What usually nobody writes down parts only those that say otherwise.
            $known = array_replace($usual, array_filter($conditions[(int) $row->specimen_id]['conditions'] ?? [], static fn (?string $v): bool => $v !== null));
            $of[$row->protocol.'|'.$row->kind.'|'.implode('|', array_map(static fn (string $what): string => NameKey::of($known[$what] ?? ''), $parting))][] = $row;
        }
        // The later group has the newer tests.
        $groups = array_reverse(array_values($of));
        usort($groups, static fn (array $a, array $b): int => count($b) <=> count($a));

        return $groups;
    }

    private static function test(object $row): PaintTest
    {
        return new PaintTest((string) $row->specimen_id, (float) $row->value, (float) $row->uncertainty, (string) $row->owner_id, (string) $row->maker_id);
    }
}
