<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Actions\MeasureFile;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\Blocks\SteppedLadder;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Mixing\Doubt;
use MarshTrial\Core\Mixing\FieldCorrection;
use MarshTrial\Core\Mixing\FilmFit;
use MarshTrial\Core\Mixing\FilmPlace;
use MarshTrial\Core\Mixing\LadderFilm;
use MarshTrial\Core\Mixing\MixFields;
use MarshTrial\Core\Mixing\MixRun;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Mixing\Recipes;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\Film;
use MarshTrial\Core\Simulation\FilmStock;
use MarshTrial\Core\Simulation\FilmTable;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Scene;
use MarshTrial\Core\Simulation\SeededRandom;
use MarshTrial\Core\Simulation\Sensor;

/** Pairs of stand-in paints, their ladders scanned by a device with filters of its own and a profile: mixtures expected of their films against mixtures of the spectra behind them. */
final class Mixes
{
    private const CODES = ['PB29', 'PR101', 'PY150', 'PG7', 'PV19', 'PB28', 'PBr7', 'PR254', 'PO48', 'PY42', 'PB15:3', 'PV3', 'PG18', 'PY65', 'PR122', 'PY154'];

    /** Drops of the first for drops of the second. */
    private const RATIOS = [[5, 1], [2, 1], [1, 1], [1, 2], [1, 5]];

    private const DEPTHS = ['masstone' => 2.2, 'reference' => 0.92, 'tint' => 0.3];

    public static function layout(int $seed): CardLayout
    {
        $random = SeededRandom::keyed("mix pair|$seed");
        $first = $random->whole(0, count(self::CODES) - 1);
        $second = ($first + $random->whole(1, count(self::CODES) - 1)) % count(self::CODES);

        // Stand-ins of one code differ too little in shape for their clarity to: the third is of another code.
        $third = ($second + $random->whole(1, count(self::CODES) - 1)) % count(self::CODES);
        $third = $third === $first ? ($third + 1) % count(self::CODES) : $third;

        return PropertyCard::layout(sprintf('00000000-0000-4000-8000-0000003%05d', $seed), "Mix $seed", [new RowLabel(1, "mix-$seed-1", 'one', 'maker', self::CODES[$first]), new RowLabel(2, "mix-$seed-2", 'two', 'maker', self::CODES[$second]), new RowLabel(3, "mix-$seed-3", 'three', 'other maker', self::CODES[$third])], [], Block::list('stroke,ladder:6,mix:5'));
    }

    /** @return array<string, mixed> by kind (counted ladders, graded strokes alone): per depth the errors of films and of adding deposits, and what was stated; and greyest ratios */
    public static function of(int $seed): array
    {
        $layout = self::layout($seed);
        $kind = 'scanner with filters, profile';
        $file = (string) tempnam(sys_get_temp_dir(), 'mix');
        file_put_contents($file, PngWriter::encode(ScannerStandIn::scan($layout, $seed, Series::DPI, 0.0, null, Sensor::scanner($seed), SheetPress::print($layout))));
        $measured = MeasureFile::of($layout, $file, null, null, null, new Capture(photo: false, profile: Photos::profile($seed, $kind)));
        unlink($file);
        $scene = Scene::of($layout, $seed, 60, 0.0);
        $perDrop = array_map(static fn ($habits): float => $habits->strength / SteppedLadder::MADE_UP_TO_DROPS, $scene->habits);
        $truth = static function (array $drops, bool $layered = false, int $row = 2) use ($scene, $perDrop): LinearRgb {
            [$a, $b] = [$drops[0] * $perDrop[1], $drops[1] * $perDrop[$row]];
            [$one, $two] = [$scene->films[1], $scene->films[$row]];
            $mixed = static fn (array $x, array $y): array => array_map(static fn (float $p, float $q): float => ($a * $p + $b * $q) / max(1e-9, $a + $b), $x, $y);

            return $layered ? self::over($scene, $one, $a, $two, $b) : self::seen($scene, $one, $mixed($one->k(), $two->k()), $mixed($one->s(), $two->s()), $a + $b);
        };
        $bare = $truth([0, 0]);
        $device = $measured->scan->calibration->meanResidual();
        $out = ['device' => [$device]];
        // One mix that was painted and measured on the same card, by drops that differ as drops do.
        $field = array_values(array_filter(MixFields::ofCard($measured)[2] ?? [], static fn (array $f): bool => $f['ratio'] === [1, 1]))[0] ?? null;
        $field = $field === null ? [] : [['ratio' => 1.0, 'lab' => MixFields::lab($field)]];
        foreach (['counted' => true, 'graded' => false] as $name => $counted) {
            $films = array_map(static fn (RowReadings $r): ?PaintFilm => LadderFilm::ofRow(Scale::current(), $counted ? $r : self::withoutLadder($r)), $measured->rows);
            if (in_array(null, $films, true)) {
                continue;
            }
            [$a, $b] = [$films[1]->readBy($device), $films[2]->readBy($device)];
            // A graded stroke tells strength and no drops: its unit is taken as it is in truth.
            $unit = $counted ? [$a->unitDrops, $b->unitDrops] : [self::unit($truth, $bare, $a->key, 0), self::unit($truth, $bare, $b->key, 1)];
            $doubt = Doubt::of(Scale::current(), [$a, $b]);
            $after = FieldCorrection::of(Scale::current(), $a, $b, $field);
            foreach (self::RATIOS as [$m, $n]) {
                foreach (self::DEPTHS as $depth => $deposit) {
                    $times = self::times($truth, $bare, [$m, $n], $deposit);
                    $is = $truth([$times * $m, $times * $n]);
                    $parts = [$times * $m / $unit[0], $times * $n / $unit[1]];
                    [$expected, $range] = $doubt->expected(static fn (array $f): LinearRgb => (new Mixture([[$f[0], $parts[0]], [$f[1], $parts[1]]], $f[0]->backing))->overPaper());
                    $added = $counted ? Difference::ciede2000($is->toLab(), self::added($measured->rows, [$times * $m, $times * $n])->toLab()) : null;
                    $out[$name][] = ['depth' => $depth, 'matched' => self::matched($a, $b, $unit, [$m, $n], $is), 'after' => $after === null ? null : self::matched($after->a, $after->b, [$after->a->unitDrops, $after->b->unitDrops], [$m, $n], $is), 'film' => Difference::ciede2000($is->toLab(), $expected->toLab()), 'added' => $added, 'range' => $range];
                }
                if ($counted) {
                    $times = self::times($truth, $bare, [$m, $n], 0.92);
                    $over = (new Mixture([[$a, $times * $m / $unit[0]]], $a->backing))->over(new Mixture([[$b, $times * $n / $unit[1]]], $a->backing));
                    $out['layers'][] = Difference::ciede2000($truth([$times * $m, $times * $n], true)->toLab(), $over->toLab());
                }
            }
            $out["greyest $name"] = self::greyest($truth, $bare, $a, $b, $unit);
            if ($counted && $after !== null) {
                $out['greyest after'] = self::greyest($truth, $bare, $after->a, $after->b, [$after->a->unitDrops, $after->b->unitDrops]);
            }
            if ($counted) {
                $out['clarity'] = array_map(static fn (int $row): array => ['true' => self::trueClarity($truth, $bare, $a->key, $films[$row]->key, $row), 'expected' => MixRun::of($a, $films[$row], 0.92)->clarity()], [2, 3]);
            }
        }

        return $out;
    }

    /**
     * How far a mix of counted drops lies from the true one when both are as light as each other, dE00.
     *
     * @param array{0: float, 1: float} $unit
     * @param array{0: int, 1: int} $ratio
     */
    private static function matched(PaintFilm $a, PaintFilm $b, array $unit, array $ratio, LinearRgb $is): float
    {
        $mixture = new Mixture([[$a, $ratio[0] / $unit[0]], [$b, $ratio[1] / $unit[1]]], $a->backing);

        return Difference::ciede2000($is->toLab(), $mixture->overPaper($mixture->timesForLightness($is->toLab()->l))->toLab());
    }

    /** Chroma half way by strength over the mean of the ends, at reference depth, in truth. */
    private static function trueClarity(\Closure $truth, LinearRgb $bare, int $keyA, int $keyB, int $row): ?float
    {
        $of = static fn (array $drops): LinearRgb => $truth($drops, false, $row);
        [$a, $b] = [self::unit($of, $bare, $keyA, 0), self::unit($of, $bare, $keyB, 1)];
        [$from, $middle, $to] = array_map(static function (array $ratio) use ($of, $bare): float {
            $times = self::times($of, $bare, $ratio, 0.92);

            return $of([$times * $ratio[0], $times * $ratio[1]])->toLab()->chroma();
        }, [[$a, 0.0], [$a, $b], [0.0, $b]]);

        return $from + $to < 4 * MixRun::GREY ? null : 2 * $middle / ($from + $to);
    }

    /**
     * Mixes of two out of twelve paints, in truth; what a search among the films fitted to their ladders says of each.
     *
     * @return list<array{found: bool, off: float}> whether the true pair is among the first three, and how far the first is from the wanted colours in truth, mean dE00
     */
    public static function recipes(int $set): array
    {
        $random = SeededRandom::keyed("recipes|$set");
        $rows = array_map(static fn (string $code, int $i): RowLabel => new RowLabel($i + 1, "recipe-$set-$i", "paint $i", 'maker', $code), $codes = array_slice($random->whole(0, 1) === 0 ? self::CODES : array_reverse(self::CODES), 0, 12), array_keys($codes));
        $scene = Scene::of(PropertyCard::layout('00000000-0000-4000-8000-000000040000', 'Recipes', array_slice($rows, 0, 1), [], Block::list('stroke')), $set, 60, 0.0);
        $truths = $films = [];
        foreach ($rows as $row) {
            $film = $truths[$row->row] = FilmStock::film($row, $set);
            $seen = static fn (float $x, bool $black = false): LinearRgb => new LinearRgb(...array_column(FilmTable::at($film, $film->k(), $film->s(), $x, $scene->sheet, $scene->sheet->reflectance, $scene->ink, Bands::rgb()), $black ? 2 : 0));
            $places = array_map(static fn (int $drops): FilmPlace => new FilmPlace($seen($x = 0.2 * $drops * exp($random->between(-0.12, 0.12))), $seen($x, true), $drops, Scale::current()->film->countedSd), [12, 8, 6, 4, 2, 1]);
            $key = Deposit::keyChannel(array_map(static fn (FilmPlace $p): Deposit => Deposit::of($p->onPaper, $seen(0.0)), $places), Scale::current()->depths->reference) ?? 0;
            $films[$row->row] = FilmFit::of(Scale::current(), $places, $seen(0.0), $seen(0.0, true), $key, true);
        }
        $out = [];
        for ($i = 0; $i < 10; $i++) {
            $one = $random->whole(1, 12);
            $other = ($one + $random->whole(1, 11) - 1) % 12 + 1;
            $share = $random->between(0.25, 0.75);
            $mixed = static fn (array $parts, float $times): LinearRgb => self::mixedTruth($scene, array_map(static fn (array $p): array => [$truths[$p[0]], $p[1] * $times * ($films[$p[0]]->unitDrops ?? 1.0) * 0.2], $parts));
            $wanted = [];
            foreach ([0.3, 2.0] as $deposit) {
                [$low, $high] = [0.0, 30.0];
                for ($n = 0; $n < 30; $n++) {
                    $middle = ($low + $high) / 2;
                    $is = Deposit::of($mixed([[$one, 1 - $share], [$other, $share]], $middle), $mixed([[$one, 1.0]], 0.0))->largest() ?? INF;
                    [$low, $high] = $is < $deposit ? [$middle, $high] : [$low, $middle];
                }
                $wanted[] = ['lab' => $mixed([[$one, 1 - $share], [$other, $share]], $low)->toLab(), 'deposit' => $deposit];
            }
            $found = Recipes::near($films, $wanted, $films[1]->backing, 3);
            $pairs = array_map(static function (array $r): array {
                $names = array_column($r['parts'], 0);
                sort($names);

                return $names;
            }, $found);
            $out[] = ['found' => in_array([min($one, $other), max($one, $other)], $pairs, true), 'off' => $found[0]['dE00']];
        }

        return $out;
    }

    /** @param list<array{0: Film, 1: float}> $parts films and their thickness */
    private static function mixedTruth(Scene $scene, array $parts): LinearRgb
    {
        $sum = array_sum(array_column($parts, 1));
        $of = static fn (string $what): array => array_map(static fn (int $i): float => array_sum(array_map(static fn (array $p): float => $p[1] / max(1e-9, $sum) * $p[0]->$what()[$i], $parts)), range(0, Bands::COUNT - 1));

        return self::seen($scene, $parts[0][0], $of('k'), $of('s'), $sum);
    }

    private static function withoutLadder(RowReadings $row): RowReadings
    {
        return new RowReadings($row->scale, $row->row, $row->paper, $row->line, $row->bareLine, $row->steps, array_diff_key($row->fields, [CellRole::Ladder->value => 0]));
    }

    /**
     * @param list<float> $k by band
     * @param list<float> $s by band
     */
    private static function seen(Scene $scene, Film $film, array $k, array $s, float $thickness): LinearRgb
    {
        $seen = FilmTable::at($film, $k, $s, $thickness, $scene->sheet, $scene->sheet->reflectance, $scene->ink, Bands::rgb());

        return new LinearRgb($seen[0][0], $seen[1][0], $seen[2][0]);
    }

    private static function over(Scene $scene, Film $above, float $a, Film $below, float $b): LinearRgb
    {
        $under = array_map(static function (float $k, float $s, float $p) use ($b): float {
            [$body, $passage] = Film::bodyAndPassage($k, $s, $b);

            return $body + $passage * $p / (1 - $body * $p);
        }, $below->k(), $below->s(), $scene->sheet->reflectance);
        $seen = FilmTable::at($above, $above->k(), $above->s(), $a, $scene->sheet, $under, $scene->ink, Bands::rgb());

        return new LinearRgb($seen[0][0], $seen[1][0], $seen[2][0]);
    }

    /**
     * @param \Closure(array{0: float, 1: float}): LinearRgb $truth
     * @param array{0: float, 1: float} $ratio
     */
    private static function times(\Closure $truth, LinearRgb $bare, array $ratio, float $deposit): float
    {
        [$low, $high] = [0.0, 60.0];
        for ($i = 0; $i < 40; $i++) {
            $middle = ($low + $high) / 2;
            $is = Deposit::of($truth([$middle * $ratio[0], $middle * $ratio[1]]), $bare)->largest() ?? INF;
            [$low, $high] = $is < $deposit ? [$middle, $high] : [$low, $middle];
        }

        return $low;
    }

    /** Drops of one paint alone that have a deposit of 0.92 in a channel. */
    private static function unit(\Closure $truth, LinearRgb $bare, int $key, int $which): float
    {
        [$low, $high] = [0.0, 60.0];
        for ($i = 0; $i < 40; $i++) {
            $middle = ($low + $high) / 2;
            $is = Deposit::of($truth($which === 0 ? [$middle, 0.0] : [0.0, $middle]), $bare)->in($key) ?? INF;
            [$low, $high] = $is < Scale::current()->depths->reference ? [$middle, $high] : [$low, $middle];
        }

        return $low;
    }

    /**
     * Deposits of both ladders added channel by channel, between their drops by a straight line.
     *
     * @param array<int, RowReadings> $rows
     * @param array{0: float, 1: float} $drops
     */
    private static function added(array $rows, array $drops): LinearRgb
    {
        $sum = [0.0, 0.0, 0.0];
        foreach ([1, 2] as $i) {
            $steps = array_reverse($rows[$i]->fields(CellRole::Ladder));
            $at = array_map(static fn (float $share): float => $share * SteppedLadder::MADE_UP_TO_DROPS, array_reverse(SteppedLadder::concentrations(count($steps))));
            $places = [[0.0, [0.0, 0.0, 0.0]]];
            foreach ($steps as $n => $step) {
                $places[] = [$at[$n], array_map(static fn (float $v, float $p): float => -log(max(1e-3, $v / $p)), $step->rgb->toArray(), $rows[$i]->paper->rgb->toArray())];
            }
            $n = 1;
            while ($n < count($places) - 1 && $places[$n][0] < $drops[$i - 1]) {
                $n++;
            }
            [$from, $to] = [$places[$n - 1], $places[$n]];
            $t = ($drops[$i - 1] - $from[0]) / ($to[0] - $from[0]);
            foreach ([0, 1, 2] as $c) {
                $sum[$c] += $from[1][$c] + $t * ($to[1][$c] - $from[1][$c]);
            }
        }

        return new LinearRgb(...array_map(static fn (float $p, float $d): float => $p * exp(-$d), $rows[1]->paper->rgb->toArray(), $sum));
    }

    /**
     * Where the run is greyest, in truth and as expected: logarithm of the ratio, and the chroma there.
     *
     * @param array{0: float, 1: float} $unit
     *
     * @return array{true: float, expected: float, chroma: float}
     */
    private static function greyest(\Closure $truth, LinearRgb $bare, PaintFilm $a, PaintFilm $b, array $unit): array
    {
        $best = ['true' => [INF, 0.0], 'expected' => [INF, 0.0]];
        for ($i = -30; $i <= 30; $i++) {
            $log = $i / 10;
            $ratio = [exp($log / 2), exp(-$log / 2)];
            $times = self::times($truth, $bare, $ratio, 0.92);
            $best['true'] = min($best['true'], [$truth([$times * $ratio[0], $times * $ratio[1]])->toLab()->chroma(), $log]);
            $mixture = new Mixture([[$a, $times * $ratio[0] / $unit[0]], [$b, $times * $ratio[1] / $unit[1]]], $a->backing);
            $best['expected'] = min($best['expected'], [$mixture->overPaper()->toLab()->chroma(), $log]);
        }

        return ['true' => $best['true'][1], 'expected' => $best['expected'][1], 'chroma' => $best['true'][0]];
    }
}
