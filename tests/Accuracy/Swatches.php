<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Actions\MeasureFile;
use App\Imaging\PhotoWriter;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\SeededRandom;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\SwatchStandIn;
use MarshTrial\Core\Simulation\TargetStandIn;
use MarshTrial\Core\Simulation\Truth;
use MarshTrial\Core\Swatch\SwatchReading;

/** Pocket frames over a drawer of old swatches, photographed and scanned, against the truth behind them. */
final class Swatches
{
    public const KINDS = ['photo, target', 'photo, paper only', 'scan, as told'];

    private const CODES = ['PB29', 'PR101', 'PY150', 'PG7', 'PV19', 'PB28', 'PBr7', 'PR254', 'PO48', 'PY42', 'PB15:3', 'PV3', 'PG18', 'PY65'];

    /** @return array<string, array<string, mixed>> by kind, what a seed's picture says and what is true */
    public static function of(int $seed, bool $scan): array
    {
        $random = SeededRandom::keyed("drawer|$seed");
        // Now and then two placings in one picture.
        $pigments = [];
        for ($n = $seed % 5 === 0 ? 2 : 1; $n > 0; $n--) {
            $pigments[] = self::CODES[$random->whole(0, count(self::CODES) - 1)];
        }
        $drawer = SwatchStandIn::of($pigments, $seed);
        $print = SheetPress::print($drawer->layout);
        $file = (string) tempnam(sys_get_temp_dir(), 'swatch');
        if ($scan) {
            file_put_contents($file, PngWriter::encode(ScannerStandIn::scan($drawer->layout, $seed, 300, 0.0, null, $seed % 2 === 0 ? Sensor::scanner($seed) : null, $print)));
            $kinds = ['scan, as told' => new Capture(photo: false)];
        } else {
            $shot = Shot::inside($seed)->with($random->between(0, 20), Shot::inside($seed)->kelvin);
            file_put_contents($file, PhotoWriter::encode(CameraStandIn::shoot($drawer->layout, $seed, $shot, 0.0, TargetStandIn::full(), Sensor::camera($shot->kelvin, $seed), print: $print), $shot, $seed % 2 === 0));
            $kinds = ['photo, target' => new Capture(photo: true, target: TargetStandIn::full()->colours()), 'photo, paper only' => new Capture(photo: true)];
        }
        $out = array_map(static fn (Capture $c): array => self::result($drawer, $file, $c), $kinds);
        unlink($file);

        return $out;
    }

    /** @return array<string, mixed> */
    public static function result(SwatchStandIn $drawer, string $file, Capture $capture): array
    {
        $out = ['refused' => null, 'unread' => [], 'cells' => [], 'grain' => [], 'classes' => [], 'depths' => [], 'forms' => []];
        try {
            $measured = MeasureFile::of(PocketFrame::layout($drawer->layout->uuid, ''), $file, capture: $capture);
        } catch (CoreException $e) {
            return ['refused' => $e->getMessage()] + $out;
        }
        // Rows are numbered as one reads the picture, which may lie turned: the right one is the nearest in colour of all its places.
        foreach ($measured->swatches as $swatch) {
            $row = self::rowOf($drawer, $swatch);
            $out['forms'][] = $drawer->hand($row)->form;
            if ($swatch->problem !== null) {
                $out['unread'][] = $drawer->hand($row)->form.': '.$swatch->problem;
                continue;
            }
            $wash = null;
            foreach ($swatch->cells as $cell) {
                $true = in_array($cell->role, [CellRole::UnderBare, CellRole::UnderPainted], true) ? null : $drawer->seen($row, $cell->area);
                if ($true !== null) {
                    $reading = $swatch->readings[$cell->id];
                    $out['cells'][] = [Difference::ciede2000($true->toLab(), $reading->lab), $reading->uncertainty95, $cell->role->value];
                }
                $wash = $cell->role === CellRole::Wash ? $cell : $wash;
            }
            foreach ($measured->ratings as $rating) {
                if ($rating->row !== $swatch->row || $rating->status !== RatingStatus::Measured) {
                    continue;
                }
                if ($rating->property === 'granulation' && $wash !== null) {
                    $true = $drawer->grain($row, $wash->area, (int) array_search($swatch->key, ['red', 'green', 'blue'], true));
                    $out['grain'][] = [$rating->value, $true, $rating->uncertainty];
                    $out['classes'][] = ['granulation', $rating->class(), Truth::class('granulation', $true), self::chance($rating, Truth::class('granulation', $true))];
                }
                if ($rating->property === 'transparency') {
                    [$body, $class] = $drawer->transparency($row);
                    $out['classes'][] = ['transparency', $rating->class(), $class, self::chance($rating, $class)];
                    $out['body'][] = [$rating->value, $body, $rating->uncertainty];
                }
            }
        }

        return $out;
    }

    private static function chance(Rating $rating, string $class): float
    {
        return $rating->chances[$class] ?? 0.0;
    }

    private static function rowOf(SwatchStandIn $drawer, SwatchReading $swatch): int
    {
        $best = [INF, $swatch->row];
        foreach ($drawer->layout->rows as $label) {
            $sum = 0.0;
            foreach ($swatch->cells as $cell) {
                if (in_array($cell->role, [CellRole::Swatch, CellRole::Wash], true)) {
                    $seen = $drawer->seen($label->row, $cell->area);
                    $sum += $seen === null ? 50.0 : Difference::ciede2000($seen->toLab(), $swatch->readings[$cell->id]->lab);
                }
            }
            if ($sum < $best[0]) {
                $best = [$sum, $label->row];
            }
        }

        return $best[1];
    }
}
