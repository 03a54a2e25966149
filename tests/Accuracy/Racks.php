<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Actions\MeasureFile;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Evidence\FadeStrip;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\FadeWay;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\FilmStock;
use MarshTrial\Core\Simulation\PrintedSheet;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Scene;
use MarshTrial\Core\Simulation\SeededRandom;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\SwatchStandIn;
use MarshTrial\Core\Simulation\Truth;

/** Whole racks through pictures: six paints of known habits in a window, scanned before hanging and at three checks; and old strips of which nothing was read before. */
final class Racks
{
    /** One paint each to a rack, the sixth in turn. */
    private const HABITS = ['stable', 'slow', 'fast', 'browning', 'shift', 'tint', 'dark'];

    private const CODES = ['PV3', 'PR254', 'PB29', 'PY65', 'PR83', 'PG7', 'PV19', 'PO48', 'PB15:3', 'PR122', 'PY150', 'PR101'];

    /** Standard deviation of the logarithm of an estimated dose. */
    private const ESTIMATED = 0.15;

    public static function layout(int $rack): CardLayout
    {
        $rows = [];
        for ($row = 1; $row <= 6; $row++) {
            $habit = self::HABITS[($rack + $row) % count(self::HABITS)];
            $rows[] = new RowLabel($row, "rack-$rack-$row".FilmStock::HABIT.$habit, "paint $row", 'maker', self::CODES[(5 * $rack + 3 * $row) % count(self::CODES)]);
        }

        return FadeCard::layout(sprintf('00000000-0000-4000-8000-0000002%05d', $rack), "Rack $rack", $rows);
    }

    /** @return list<array<string, mixed>> by row and depth: what was said at every check and in the end, and what is true */
    public static function of(int $rack): array
    {
        $random = SeededRandom::keyed("rack|$rack");
        $layout = self::layout($rack);
        $true = [$random->between(0.8, 2.0), $random->between(2.5, 4.5), $random->between(6.0, 12.0)];
        // In every second rack the dose is known as the estimate knows it.
        $sd = $rack % 2 === 0 ? self::ESTIMATED : 0.02;
        $told = exp($sd * ($random->between(-1, 1) + $random->between(-1, 1) + $random->between(-1, 1)));
        $sensor = $rack % 3 === 0 ? Sensor::scanner($rack) : null;
        $print = SheetPress::print($layout);
        $first = self::scan($layout, $rack, 0.0, $sensor, $print);
        $out = $readings = [];
        foreach ($true as $i => $dose) {
            $file = self::scan($layout, $rack, $dose, $sensor, $print);
            $capture = new Capture(photo: false);
            $measured = MeasureFile::of($layout, $file, $first, $dose * $told, null, $capture, $capture, null, $sd);
            unlink($file);
            foreach (self::truths($layout, $rack, $dose) as $truth) {
                [$row, $depth] = [$truth['row'], $truth['depth']];
                $reading = self::reading($measured, $row, $depth, new Dose($dose * $told, $sd));
                $readings[$row][$depth][] = $reading;
                $out["$row $depth"] ??= ['habit' => self::HABITS[($rack + $row) % count(self::HABITS)], 'row' => $row, 'depth' => $depth, 'checks' => [], 'between' => []];
                $out["$row $depth"]['checks'][] = ['change' => $reading->change, 'u' => $reading->uncertainty, 'true' => $truth['corrected'], 'raw' => $truth['raw'], 'outcome' => $reading->outcome->value, 'right' => self::isRight($reading, $truth)];
            }
        }
        unlink($first);
        $reference = Scale::current()->fade->referenceDoseMlxh;
        $last = self::truths($layout, $rack, $reference);
        foreach ($out as $key => $of) {
            $series = new FadeSeries(Scale::current(), $readings[$of['row']][$of['depth']]);
            $truth = array_values(array_filter($last, static fn (array $t): bool => $t['row'] === $of['row'] && $t['depth'] === $of['depth']))[0];
            $out[$key] += ['way' => $series->course()->value, 'categories' => $series->categories(), 'category' => LightfastnessScale::category(Scale::current(), $truth['corrected'])];
            foreach ([[0, 1], [1, 2]] as [$a, $b]) {
                $middle = sqrt($true[$a] * $true[$b]);
                $at = $series->at($middle * $told);
                $truth = array_values(array_filter(self::truths($layout, $rack, $middle), static fn (array $t): bool => $t['row'] === $of['row'] && $t['depth'] === $of['depth']))[0];
                if ($at !== null && ! $at['apart']) {
                    $seen = array_map(static fn (float $w, float $d): float => $w - $d, $at['lab']->toArray(), $series->readings[0]->dark->toArray());
                    $is = array_map(static fn (float $f, float $k): float => $f - $k, $truth['faded'], $truth['kept']);
                    $out[$key]['between'][] = sqrt(array_sum(array_map(static fn (float $s, float $t): float => ($s - $t) ** 2, $seen, $is)));
                }
            }
        }

        return array_values($out);
    }

    private static function scan(CardLayout $layout, int $rack, float $dose, ?Sensor $sensor, PrintedSheet $print): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'rack');
        file_put_contents($file, PngWriter::encode(ScannerStandIn::scan($layout, $rack, Series::DPI, $dose, null, $sensor, $print)));

        return $file;
    }

    /** @return list<array<string, mixed>> */
    private static function truths(CardLayout $layout, int $rack, float $dose): array
    {
        return Truth::fading(Scene::of($layout, $rack, 60, $dose));
    }

    private static function reading(CardMeasurement $measured, int $row, int $depth, Dose $dose): FadeReading
    {
        $found = array_values(array_filter(FadeStrip::ofCard($measured)[$row]['depths'], static fn (array $d): bool => $d['depth'] === $depth))[0];

        return new FadeReading($dose, new Lab(...$found['dark']), new Lab(...$found['window']), $found['change'], $found['uncertainty'], Outcome::from($found['outcome']), $found['least'], $found['greatest'], null, $found['deposit'], $found['darkChange'], $found['darkUncertainty'], $found['grade']);
    }

    /**
     * Whether the word for what happened is one that a perfect observer could have said: what lies below what can be seen may be called nothing,
     * and what is at the border of two words either.
     *
     * @param array<string, mixed> $truth
     */
    private static function isRight(FadeReading $reading, array $truth): bool
    {
        [$kept, $faded] = [new Lab(...$truth['kept']), new Lab(...$truth['faded'])];
        $d = Difference::between($kept, $faded);
        $seen = 2 * $reading->uncertainty;
        $equal = abs($d->dL) < Scale::current()->fade->equalLightness * $d->dE76() && abs($d->dH) >= abs($d->dC);
        $near = abs(abs($d->dL) - Scale::current()->fade->equalLightness * $d->dE76()) < $seen || abs(abs($d->dH) - abs($d->dC)) < $seen;

        return match ($reading->outcome) {
            Outcome::NoChange => $truth['corrected'] < 1.65 * $seen,
            Outcome::PaperOrUndecidable => $truth['corrected'] < 1.65 * $seen || $truth['raw'] < 1.65 * $seen,
            Outcome::Paler, Outcome::PalerInTint, Outcome::NearlyGone => $truth['corrected'] > 0.5 * $seen && $d->dL > -0.5 * $seen && (! $equal || $near),
            Outcome::HueShift => $truth['corrected'] > 0.5 * $seen && ($equal || $near),
            Outcome::Darker => $truth['corrected'] > 0.5 * $seen && $d->dL < 0.5 * $seen && (! $equal || $near),
            Outcome::MoreVivid => $truth['corrected'] > 0.5 * $seen && $d->dC > -0.5 * $seen,
        };
    }

    /** @return array<string, mixed> an old strip under two pocket frames */
    public static function oldStrip(int $seed): array
    {
        $random = SeededRandom::keyed("old strip|$seed");
        $code = self::CODES[$seed % count(self::CODES)];
        $habit = self::HABITS[$seed % 5];
        $dose = $habit === 'stable' ? 0.0 : $random->between(1.0, 15.0);
        $form = ['patch', 'two', 'line', 'strip'][$random->whole(0, 3)];
        $strip = SwatchStandIn::halves($code, $seed, $dose, $form, habit: $habit);
        $file = (string) tempnam(sys_get_temp_dir(), 'strip');
        file_put_contents($file, PngWriter::encode(ScannerStandIn::scan($strip->layout, $seed, Series::DPI, $dose, null, $seed % 2 === 0 ? Sensor::scanner($seed) : null, SheetPress::print($strip->layout))));
        $out = ['habit' => $habit, 'form' => $form, 'refused' => null, 'places' => []];
        try {
            $measured = MeasureFile::of(OldStrip::layout($strip->layout->uuid, '', new RowLabel(OldStrip::ROW, 'strip', 'paint', 'maker', $code)), $file, null, max(0.5, $dose), null, new Capture(photo: false));
        } catch (CoreException $e) {
            return ['refused' => $e->getMessage()] + $out;
        } finally {
            unlink($file);
        }
        foreach ($measured->fading as $finding) {
            $cell = $measured->layout->cellsById()["kept-r1-depth-$finding->depth"];
            [$before, $after] = $strip->faded($cell->area);
            $out['places'][] = [$finding->beyondNoise, Difference::between($before, $after)->dE76(), $finding->uncertainty];
        }

        return $out;
    }

    /** @param array<string, mixed> $of a row and depth as of() gives it */
    public static function isOneWay(array $of): bool
    {
        return $of['way'] === FadeWay::OneWay->value;
    }
}
