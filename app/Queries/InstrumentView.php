<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\InstrumentRun;
use App\Models\Measurement;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Instrument\Matching;
use MarshTrial\Core\Instrument\Metamerism;
use MarshTrial\Core\Instrument\Plausibility;

/**
 * Readings of instruments on a card, beside what its picture says.
 *
 * @phpstan-type InstrumentPreview array{
 *     name: string, by: 'name'|'order',
 *     samples: list<array{
 *         name: string, cell: string|null, what: string|null, lab: array{float, float, float}, hex: string,
 *         spectrum: array{fromNm: float, stepNm: float, values: list<float>}|null, doubt: string|null,
 *     }>,
 * }
 * @phpstan-type InstrumentRunDetail array{
 *     uuid: string, edition: int, name: string, source: string, by: string, on: string, mine: bool,
 *     mean: float|null,
 *     readings: list<array{
 *         cell: string, what: string, lab: array{float, float, float}, hex: string,
 *         d50: array{float, float, float}|null, a: array{float, float, float}|null,
 *         picture: array{
 *             lab: array{float, float, float}, dE00: float, uncertainty95: float|null, outside: bool,
 *         }|null,
 *         doubt: string|null,
 *     }>,
 *     pairs: list<array{one: string, two: string, remark: string, index: float}>,
 * }
 * @phpstan-type Instrument array{order: list<array{cell: string, what: string}>, runs: array<int, InstrumentRunDetail>}
 */
final class InstrumentView
{
    /** Pairs of one role that are compared for metamerism, at most. */
    private const MOST_PAIRS = 8;

    /** @return Instrument */
    public static function of(Card $card): array
    {
        $layout = $card->cardLayout();
        $seen = self::seen($card);
        $cells = $layout->cellsById();

        return [
            'order' => array_map(static fn (Cell $c): array => ['cell' => $c->id, 'what' => self::words($layout, $c)], Matching::order($layout)),
            'runs' => InstrumentRun::query()->with('owner')->where('card_id', $card->id)->latest('id')->get()
                ->map(static fn (InstrumentRun $run): array => self::run($run, $layout, $cells, $seen))->all(),
        ];
    }

    /**
     * @param non-empty-list<Sample> $samples
     *
     * @return InstrumentPreview
     */
    public static function preview(Card $card, array $samples, string $name): array
    {
        $layout = $card->cardLayout();
        $matched = Matching::of($samples, $layout);
        $seen = self::seen($card);
        $cells = $layout->cellsById();
        $papers = self::papers($samples, $matched['cells'], $cells);

        return [
            'name' => $name, 'by' => $matched['by'],
            'samples' => array_map(static function (Sample $s, ?string $id) use ($layout, $seen, $cells, $papers): array {
                $cell = $id === null ? null : $cells[$id] ?? null;

                return [
                    'name' => $s->name, 'cell' => $id, 'what' => $cell === null ? null : self::words($layout, $cell),
                    'lab' => $s->lab->toArray(), 'hex' => $s->lab->toXyz()->toLinearRgb()->toHex(), 'spectrum' => InstrumentRun::spectrum($s->spectrum),
                    'doubt' => $cell === null ? null : Plausibility::doubt($cell, $s->lab, $papers["$cell->piece-$cell->row"] ?? null, $seen[$id][0] ?? null, $seen[$id][1] ?? 0.0),
                ];
            }, $samples, $matched['cells']),
        ];
    }

    /**
     * @param array<string, Cell> $cells
     * @param array<string, array{0: Lab, 1: float}> $seen
     *
     * @return InstrumentRunDetail
     */
    private static function run(InstrumentRun $run, CardLayout $layout, array $cells, array $seen): array
    {
        $samples = array_map(InstrumentRun::sample(...), $run->samples);
        $papers = self::papers($samples, array_map(static fn (Sample $s): string => $s->name, $samples), $cells);

        return [
            'uuid' => $run->uuid, 'edition' => $run->edition, 'name' => $run->name, 'source' => $run->source, 'by' => $run->owner->name, 'on' => $run->created_at->toIso8601String(), 'mine' => $run->mayBeChangedBy(Auth::user()),
            'mean' => self::meanOff($samples, $seen),
            'readings' => array_values(array_filter(array_map(static function (Sample $s) use ($layout, $cells, $seen, $papers): ?array {
                $cell = $cells[$s->name] ?? null;
                if ($cell === null) {
                    return null;
                }
                $light = static fn (Illuminant $i): ?array => $s->spectrum?->toLab($i)->toArray();
                $picture = $seen[$s->name] ?? null;

                return [
                    'cell' => $s->name, 'what' => self::words($layout, $cell), 'lab' => $s->lab->toArray(), 'hex' => $s->lab->toXyz()->toLinearRgb()->toHex(),
                    'd50' => $light(Illuminant::d50()), 'a' => $light(Illuminant::a()),
                    'picture' => $picture === null ? null : ['lab' => $picture[0]->toArray(), 'dE00' => Difference::ciede2000($s->lab, $picture[0]), 'uncertainty95' => $picture[1] > 0 ? $picture[1] : null, 'outside' => $picture[1] > 0 && Difference::ciede2000($s->lab, $picture[0]) > $picture[1]],
                    'doubt' => Plausibility::doubt($cell, $s->lab, $papers["$cell->piece-$cell->row"] ?? null, $picture[0] ?? null, $picture[1] ?? 0.0),
                ];
            }, $samples))),
            'pairs' => self::pairs($samples, $layout, $cells),
        ];
    }

    /**
     * How far the picture lies from the instrument on the whole, dE00; null where there is no picture.
     *
     * @param list<Sample> $samples named by their cells
     * @param array<string, array{0: Lab, 1: float}> $seen
     */
    private static function meanOff(array $samples, array $seen): ?float
    {
        $off = array_map(static fn (Sample $s): float => Difference::ciede2000($s->lab, $seen[$s->name][0]), array_filter($samples, static fn (Sample $s): bool => isset($seen[$s->name])));

        return $off === [] ? null : array_sum($off) / count($off);
    }

    /**
     * Pairs of like places whose difference changes with the light.
     *
     * @param list<Sample> $samples
     * @param array<string, Cell> $cells
     *
     * @return list<array{one: string, two: string, remark: string, index: float}>
     */
    private static function pairs(array $samples, CardLayout $layout, array $cells): array
    {
        $out = [];
        foreach ($samples as $i => $one) {
            foreach (array_slice($samples, $i + 1) as $two) {
                [$a, $b] = [$cells[$one->name] ?? null, $cells[$two->name] ?? null];
                if ($a === null || $b === null || $one->spectrum === null || $two->spectrum === null || $a->role !== $b->role || $a->step !== $b->step || $a->role === CellRole::Paper || $a->row === $b->row) {
                    continue;
                }
                $pair = Metamerism::of($one->spectrum, $two->spectrum);
                $remark = $pair->remark();
                if ($remark !== null && $pair->inDaylight < 20) {
                    $out[] = ['one' => self::words($layout, $a), 'two' => self::words($layout, $b), 'remark' => $remark, 'index' => $pair->index];
                }
            }
        }
        usort($out, static fn (array $a, array $b): int => $b['index'] <=> $a['index']);

        return array_slice($out, 0, self::MOST_PAIRS);
    }

    /**
     * Readings of bare paper by piece and row.
     *
     * @param list<Sample> $samples
     * @param list<string|null> $ids
     * @param array<string, Cell> $cells
     *
     * @return array<string, Lab>
     */
    private static function papers(array $samples, array $ids, array $cells): array
    {
        $out = [];
        foreach ($samples as $i => $sample) {
            $cell = $cells[$ids[$i] ?? ''] ?? null;
            if ($cell !== null && $cell->role === CellRole::Paper) {
                $out["$cell->piece-$cell->row"] = $sample->lab;
            }
        }

        return $out;
    }

    /** @return array<string, array{0: Lab, 1: float}> colour and stated 95 % of every cell in the newest measured picture */
    private static function seen(Card $card): array
    {
        if (RowPaint::areHidden($card)) {
            return [];
        }
        $newest = Measurement::query()->where('card_id', $card->id)->where('state', 'done')->latest('id')->first();
        $out = [];
        foreach ($newest->result['cells'] ?? [] as $cell) {
            $out[$cell['id']] = [new Lab(...array_map(floatval(...), $cell['lab'])), (float) ($cell['uncertainty95'] ?? 0)];
        }

        return $out;
    }

    private static function words(CardLayout $layout, Cell $cell): string
    {
        $label = array_values(array_filter($layout->rows, static fn ($r): bool => $r->row === $cell->row))[0] ?? null;

        return sprintf('%s%s%s%s', $label === null || $label->paint === '' ? "row $cell->row" : $label->paint, $cell->piece === 'whole' ? '' : ", $cell->piece", ', '.$cell->role->label(), $cell->step > 0 ? " $cell->step" : '');
    }
}
