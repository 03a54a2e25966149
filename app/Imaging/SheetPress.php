<?php

declare(strict_types=1);

namespace App\Imaging;

use Imagick;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\Simulation\PrintedSheet;
use Symfony\Component\Process\Process;

/** Prints a card for the stand-ins: the very drawing that goes to a printer, as dots of ink. */
final class SheetPress
{
    private const DPI = 200;

    /**
     * @param bool $frame as a frame to cut out, not straight onto painting paper
     * @param float $bleedMm how far ink runs into the paper
     */
    public static function print(CardLayout $layout, bool $frame = false, float $bleedMm = 0.0): PrintedSheet
    {
        $process = new Process(['rsvg-convert', '--dpi-x', (string) self::DPI, '--dpi-y', (string) self::DPI, '--background-color', 'white']);
        $process->setInput(SvgPrinter::print($layout, $frame));
        $process->mustRun();
        $image = new Imagick;
        $image->readImageBlob($process->getOutput(), 'sheet.png');
        $image->transformImageColorspace(Imagick::COLORSPACE_GRAY);
        $image->negateImage(false);
        $radius = (int) round($bleedMm * self::DPI / 25.4);
        if ($radius > 0) {
            $image->morphology(Imagick::MORPHOLOGY_DILATE, 1, \ImagickKernel::fromBuiltIn(Imagick::KERNEL_DISK, (string) $radius));
        }
        $image->setImageDepth(8);
        $image->setImageFormat('gray');

        return new PrintedSheet($image->getImageBlob(), $image->getImageWidth(), $image->getImageHeight(), self::DPI / 25.4, $bleedMm);
    }
}
