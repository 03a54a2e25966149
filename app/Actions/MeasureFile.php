<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureDecoder;
use MarshTrial\Core\Bench\CardMeasurement;
use MarshTrial\Core\Bench\CardMeter;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\CoreException;

/** Decodes and measures a picture file of a card. */
final class MeasureFile
{
    /**
     * @param Capture|null $capture what is known about how both pictures were taken; that they are JPEGs is seen from the files
     * @param string|null $firstPath picture of a fade card before hanging
     * @param (callable(string, float): void)|null $progress called with a sentence and the share done
     *
     * @throws CoreException with one sentence when the picture cannot be measured
     */
    public static function of(CardLayout $layout, string $path, ?string $firstPath = null, ?float $doseMlxh = null, ?callable $progress = null, ?Capture $capture = null): CardMeasurement
    {
        // Measuring makes no cycles; the collector would only walk long arrays of pixels.
        gc_disable();
        $first = $firstPath === null ? null : self::of($layout, $firstPath, capture: $capture);
        $picture = PictureDecoder::decode($path);
        $measurement = CardMeter::measure($picture->pixels, $layout, ($capture ?? new Capture)->of($picture->isLossy, $picture->isPhotograph), $first, $doseMlxh, $progress);
        gc_enable();

        return $measurement;
    }
}
