<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureDecoder;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Capture\PixelCheck;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;

/** Decodes and measures a picture file of a card. */
final class MeasureFile
{
    /**
     * @param Capture|null $capture what is known about how the picture was taken; that it is a JPEG is seen from the file
     * @param Capture|null $firstCapture the same of the picture before hanging; null: as the other one
     * @param string|null $firstPath picture of a fade card before hanging
     * @param float $doseUncertainty standard deviation of the dose's logarithm
     * @param (callable(string, float): void)|null $progress called with a sentence and the share done
     *
     * @throws CoreException with one sentence when the picture cannot be measured
     */
    public static function of(CardLayout $layout, string $path, ?string $firstPath = null, ?float $doseMlxh = null, ?callable $progress = null, ?Capture $capture = null, ?Capture $firstCapture = null, ?Scale $scale = null, float $doseUncertainty = 0.0): CardMeasurement
    {
        // Measuring makes no cycles; the collector would only walk long arrays of pixels.
        gc_disable();
        $first = $firstPath === null ? null : self::of($layout, $firstPath, capture: $firstCapture ?? $capture);
        $picture = PictureDecoder::decode($path);
        PixelCheck::colours($picture->pixels);
        $measurement = (new CardMeasurer($scale ?? Scale::current()))->measure($picture->pixels, $layout, ($capture ?? new Capture)->of($picture->isLossy, $picture->isPhotograph, $picture->focal, $picture->quality), $first, $doseMlxh, $progress, $doseUncertainty);
        gc_enable();

        return $measurement;
    }
}
