<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureStore;
use App\Models\Measurement;
use App\Queries\WindowDose;
use App\Storage\DiskSpace;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\QualityCheck;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;

/** Carries out a measurement: makes the stand-in's picture if need be, decodes, measures and stores what follows. */
final class RunMeasurement
{
    /** Carries out one that Measurement::takeNext has taken. */
    public static function of(Measurement $measurement): void
    {
        try {
            $layout = $measurement->card->cardLayout();
            if ($measurement->picture->sha256 === null) {
                self::paint($measurement);
            }
            $measured = self::measured($measurement, $layout, self::reporter($measurement, 0.7, 0.3));
        } catch (CoreException $e) {
            $checks = $e instanceof PictureFault ? $e->checks : [];
            self::end($measurement, ['state' => 'failed', 'problem' => $e->getMessage(), 'result' => $checks === [] ? null : ['quality' => array_map(static fn (QualityCheck $c): array => $c->toArray(), $checks)]]);

            return;
        } catch (\Throwable $e) {
            report($e);
            // A full disk is no fault of the picture: it waits until the worker that comes next.
            self::end($measurement, DiskSpace::isFull($e) ? ['state' => 'waiting', 'attempts' => $measurement->attempts - 1] : ['state' => 'failed', 'problem' => Measurement::GIVEN_UP]);
            throw $e;
        }
        DB::transaction(static function () use ($measurement, $measured): void {
            $ended = self::end($measurement, [
                'state' => 'done', 'progress' => 1.0, 'step' => 'Measured', 'result' => MeasurementJson::toArray($measured),
                'picture_hash' => $measurement->picture->sha256, 'layout_hash' => $measurement->card->layoutHash(), 'meter_version' => CardMeasurer::VERSION,
            ]);
            // What is still wet is no evidence of a dry paint; it only serves for the drying shift.
            if ($ended && ! $measurement->picture->wet) {
                self::derive($measurement, $measured);
                TickOff::from($measurement, $measured);
            }
        });
    }

    /**
     * Ends it, unless somebody else has: the card was deleted, the picture withdrawn, or another worker took it over.
     *
     * @param array<string, mixed> $values
     */
    private static function end(Measurement $measurement, array $values): bool
    {
        return DB::transaction(static function () use ($measurement, $values): bool {
            $ours = Measurement::query()->whereKey($measurement->id)->where('state', 'running')->where('attempts', $measurement->attempts)->exists();

            return $ours && $measurement->update($values);
        });
    }

    /** Writes what was measured where it counts: ratings and strips of a card's rows, or swatches of a drawer. */
    public static function derive(Measurement $measurement, CardMeasurement $measured): void
    {
        $measured->swatches === [] ? DeriveRatings::from($measurement, $measured) : DeriveSwatches::from($measurement, $measured);
    }

    /** @param (callable(string, float): void)|null $progress */
    public static function measured(Measurement $measurement, CardLayout $layout, ?callable $progress = null, ?Scale $scale = null): CardMeasurement
    {
        $picture = $measurement->picture;
        $dose = WindowDose::atMeasurement($measurement);
        $first = $measurement->firstPicture;

        return MeasureFile::of($layout, $picture->path(), $first?->path(), $dose?->mlxh, $progress, $picture->capture(), $first?->capture(), $scale, $dose->uncertainty ?? 0.0);
    }

    /** Makes the picture that a stand-in is to give. */
    public static function paint(Measurement $measurement): void
    {
        $report = self::reporter($measurement, 0.0, 0.7);
        $tell = static fn (int $done, int $all) => $report("Stand-in: window $done of $all", $done / $all);
        $picture = $measurement->picture->setRelation('card', $measurement->card);
        $dose = WindowDose::atMeasurement($measurement)->mlxh ?? 0.0;
        $made = StandInPicture::of($picture, StandInPicture::layout($picture), $dose, (float) config('stand-ins.dpi'), $tell);
        $picture->update(['sha256' => PictureStore::keep($made->bytes, $picture->extension), 'width' => $made->width, 'height' => $made->height]);
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
