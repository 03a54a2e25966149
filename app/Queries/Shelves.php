<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Decision;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\Pan;
use App\Models\User;
use Illuminate\Support\Collection;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\Choice;
use MarshTrial\Core\Evidence\HueOrder;
use MarshTrial\Core\Evidence\Wish;
use MarshTrial\Core\Fading\AcceptedChange;
use MarshTrial\Core\Rating\Scale;

/**
 * Paints on three shelves: what fits a wish by the evidence, what nobody can tell yet, and what is not for it. No ranking.
 *
 * @phpstan-import-type LightTold from PaintLight
 * @phpstan-import-type StripDetail from StripView
 * @phpstan-type ShelvesDetail array{
 *     shelves: list<array{
 *         name: string,
 *         paints: list<array{
 *             uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *             pigmentsWritten: string, series: string, medium: string, grade: string, discontinued: bool,
 *             effects: list<string>|null, statement: PigmentStatementDetail, mayChange: bool, mine: bool,
 *             strip: StripDetail|null, light: LightTold|null,
 *             reasons: list<array{answer: string, reason: string, change: string|null}>, perMl: string|null,
 *             decided: mixed,
 *         }>,
 *     }>,
 *     of: int, mlxh: float, change: array{of: string, before: string, after: string}|null, thin: bool,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 */
final class Shelves
{
    /** Paints that are looked at, those with most tests first. */
    private const LOOKED_AT = 600;

    /** Share of paints that nobody can tell of, from which on the answer is declined. */
    private const THIN = 0.8;

    /**
     * @param string $from mine: what I have at hand; all: every paint that was tested; else the UUID of a palette of mine
     *
     * @return ShelvesDetail
     */
    public static function of(Wish $wish, string $from, ?User $user): array
    {
        $mine = Pan::paintsAtHand($user);
        $within = match ($from) {
            'all' => null, 'mine' => $mine,
            default => Pan::query()->where('owner_id', $user->id ?? 0)->whereIn('palette_id', Palette::query()->where('uuid', $from)->where('owner_id', $user->id ?? 0)->select('id'))->pluck('paint_id')->map(intval(...))->all(),
        };
        $rows = [];
        foreach (PaintStrips::places($within, $user) as $row) {
            $rows[(int) $row->paint_id][$row->specimen_id] = true;
        }
        $tests = array_map(count(...), $rows);
        uksort($tests, static fn (int $a, int $b): int => [$tests[$b], $a] <=> [$tests[$a], $b]);
        $ids = array_slice(array_keys($tests), 0, self::LOOKED_AT);
        $paints = Paint::query()->with('maker', 'codes')->whereKey($ids)->get()->keyBy('id');
        $digests = PaintDigest::of($ids, $user);
        // What others paid is theirs to know.
        $pans = $user === null ? collect() : Pan::query()->where('owner_id', $user->id)->whereIn('paint_id', $ids)->whereNotNull('price_minor')->orderBy('id')->get()->groupBy('paint_id');
        $decided = $user === null ? collect() : Decision::lastOf($user)->map(static fn (Decision $d): string => $d->word);
        $shelves = [Choice::FITS => [], Choice::OPEN => [], Choice::NOT => []];
        $order = HueOrder::of(PaintDigest::labs($digests));
        foreach ([...$order, ...array_diff($ids, $order)] as $id) {
            $paint = $paints[$id] ?? null;
            if ($paint === null) {
                continue;
            }
            $digest = $digests[(int) $id] ?? null;
            $statement = $paint->statement();
            $choice = Choice::of($wish, $digest?->chances() ?? [], $digest?->light()?->verdict(), $statement->codes === [] ? null : count($statement->codes) === 1, ($price = Prices::perMl($pans[(int) $id] ?? collect()))[0] ?? null);
            $shelves[$choice->shelf][] = [...PaintView::of($paint), 'mine' => in_array((int) $id, $mine, true), 'strip' => $digest?->view(), 'light' => $digest?->light()?->told(), 'reasons' => $choice->reasons, 'perMl' => $price === null ? null : sprintf('%.2f %s/ml', ...$price), 'decided' => $decided[(int) $id] ?? null];
        }
        $all = array_sum(array_map(count(...), $shelves));

        return [
            'shelves' => array_map(static fn (string $name, array $paints): array => ['name' => $name, 'paints' => $paints], array_keys($shelves), $shelves), 'of' => $all, 'mlxh' => round($wish->mlxh, 2),
            'change' => self::change($wish, $paints, $digests, $mine),
            'thin' => $all > 0 && count($shelves[Choice::OPEN]) >= self::THIN * $all,
        ];
    }

    /**
     * About how large the accepted change is, on a paint of the asker's own if there is one that changed as much, else on any.
     *
     * @param Collection<int, Paint> $paints by id
     * @param array<int, PaintDigest> $digests
     * @param list<int> $mine
     *
     * @return array{of: string, before: string, after: string}|null null where no paint here changed as much, or any change is accepted
     */
    private static function change(Wish $wish, Collection $paints, array $digests, array $mine): ?array
    {
        $limit = Scale::current()->fade->accepted[$wish->accepted];
        if (is_infinite($limit)) {
            return null;
        }
        $own = array_fill_keys($mine, true);
        $light = array_filter(array_map(static fn (PaintDigest $d): ?PaintLight => $d->light(), $digests));
        uksort($light, static fn (int $a, int $b): int => isset($own[$b]) <=> isset($own[$a]));
        foreach ($light as $id => $told) {
            $change = AcceptedChange::of($told->verdict()->last(), $limit);
            if ($change !== null && isset($paints[$id])) {
                $hex = static fn (Lab $of): string => $of->toXyz()->toLinearRgb()->toHex();

                return ['of' => $paints[$id]->colour_name, 'before' => $hex($change->before), 'after' => $hex($change->after)];
            }
        }

        return null;
    }
}
