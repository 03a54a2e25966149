<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureStore;
use App\Imaging\PngWriter;
use App\Models\Measurement;
use App\Models\Specimen;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Bench\CardMeasurement;
use MarshTrial\Core\Bench\CardMeter;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Simulation\ScannerStandIn;

/** Carries out a measurement: makes the stand-in's picture if need be, decodes, measures and stores what follows. */
final class RunMeasurement
{
    /** The same make-believe paint whatever card it is on. */
    private const STAND_IN_SEED = 11;

    private const STAND_IN_DPI = 300.0;

    /** Safe to run twice: a measurement that has ended is left alone. */
    public static function of(Measurement $measurement): void
    {
        if (in_array($measurement->state, ['done', 'failed'], true)) {
            return;
        }
        $measurement->update(['state' => 'running']);
        try {
            $layout = $measurement->card->cardLayout();
            if ($measurement->picture->sha256 === null) {
                self::scan($measurement, $layout);
            }
            $measured = self::measured($measurement, $layout, self::reporter($measurement, 0.7, 0.3));
        } catch (CoreException $e) {
            $measurement->update(['state' => 'failed', 'problem' => $e->getMessage()]);

            return;
        }
        DB::transaction(static function () use ($measurement, $measured): void {
            $measurement->update([
                'state' => 'done', 'progress' => 1.0, 'step' => 'Measured', 'result' => MeasurementJson::toArray($measured),
                'picture_hash' => $measurement->picture->sha256, 'layout_hash' => $measurement->card->layoutHash(), 'meter_version' => CardMeter::VERSION,
            ]);
            DeriveRatings::from($measurement, $measured);
        });
    }

    /** @param (callable(string, float): void)|null $progress */
    public static function measured(Measurement $measurement, CardLayout $layout, ?callable $progress = null): CardMeasurement
    {
        $dose = $measurement->picture->fadeCheck?->dose_mlxh;

        return MeasureFile::of($layout, $measurement->picture->path(), $measurement->firstPicture?->path(), $dose === null ? null : (float) $dose, $progress);
    }

    private static function scan(Measurement $measurement, CardLayout $layout): void
    {
        $report = self::reporter($measurement, 0.0, 0.7);
        $dose = (float) ($measurement->picture->fadeCheck->dose_mlxh ?? 0);
        // The card of a blind session does not say what is on it; the make-believe paint follows from the pans.
        $rows = Specimen::query()->with('pan.paint.maker')->where('card_id', $measurement->card_id)->orderBy('row')->get()
            ->map(static fn (Specimen $s): RowLabel => new RowLabel($s->row, $s->pan->uuid, $s->pan->paint->colour_name, $s->pan->paint->maker->name, $s->pan->paint->pigments));
        $scan = ScannerStandIn::scan(
            $layout->withRows(array_values($rows->all())), self::STAND_IN_SEED, self::STAND_IN_DPI, $dose,
            static fn (int $done, int $all) => $report("Scanner stand-in: window $done of $all", $done / $all),
        );
        $sha256 = PictureStore::keep(PngWriter::encode($scan), 'png');
        $measurement->picture->update(['sha256' => $sha256, 'width' => $scan->width, 'height' => $scan->height]);
    }

    /** @return \Closure(string, float): void */
    private static function reporter(Measurement $measurement, float $from, float $share): \Closure
    {
        $last = 0.0;

        return static function (string $step, float $done) use ($measurement, $from, $share, &$last): void {
            if (microtime(true) - $last > 0.3) {
                $last = microtime(true);
                Measurement::query()->whereKey($measurement->id)->update(['step' => $step, 'progress' => $from + $share * $done]);
            }
        };
    }
}
