<?php

declare(strict_types=1);

namespace App\Imaging;

use Imagick;

/**
 * What scanners and telephones do to a picture unasked, for the stand-ins: tone, colour and sharpness are "improved" before the file is written.
 */
final class Improvements
{
    /** Those of one curve for every picture of a device, then those that follow from the picture's own contents. */
    public const FIXED = ['none', 'gamma', 's-curve', 'saturation', 'black point'];

    public const FOLLOWING = ['auto contrast', 'auto levels', 'exposure', 'grey world'];

    /** Share of the pixels that automatic contrast and levels let run out at either end. */
    private const RUN_OUT = 0.002;

    /**
     * @param string $name one of those named above
     * @param float $strength -1 to 1, most of either way
     */
    public static function apply(Imagick $image, string $name, float $strength): void
    {
        match ($name) {
            'none' => null,
            // Encoded values to the power of 0.88 to 1.14.
            'gamma' => $image->gammaImage(exp(0.13 * $strength)),
            's-curve' => $image->sigmoidalContrastImage(true, 1.2 + 2.2 * abs($strength), 0.5 * Imagick::getQuantumRange()['quantumRangeLong']),
            'saturation' => self::saturate($image, 1.05 + 0.25 * abs($strength)),
            'black point' => self::level($image, array_fill(0, 3, [0.005 + 0.02 * abs($strength), 1.0])),
            'auto contrast' => self::level($image, array_fill(0, 3, self::ends($image, null))),
            'auto levels' => self::level($image, array_map(static fn (int $c): array => self::ends($image, $c), [0, 1, 2])),
            // A fifth less light to a tenth more, at most.
            'exposure' => self::level($image, array_fill(0, 3, [0.0, $strength < 0 ? 1 / (1 + 0.1 * $strength) : 1 / (1 + 0.04 * $strength)])),
            'grey world' => self::greyWorld($image, 0.3 + 0.7 * abs($strength)),
            default => throw new \LogicException("There is no improvement called $name."),
        };
    }

    /** @param float $strength 0 to 1 */
    public static function sharpen(Imagick $image, float $strength): void
    {
        $image->unsharpMaskImage(0, 1.0, 0.4 + 1.6 * $strength, 0.0);
    }

    /** Even places made smoother, edges kept: a median of neighbours. */
    public static function smoothen(Imagick $image): void
    {
        $image->statisticImage(Imagick::STATISTIC_MEDIAN, 3, 3);
    }

    private static function saturate(Imagick $image, float $by): void
    {
        // About encoded luma (Rec. 709 weights), as the sliders of most programs do.
        [$r, $g, $b] = [0.2126 * (1 - $by), 0.7152 * (1 - $by), 0.0722 * (1 - $by)];
        $image->colorMatrixImage([$r + $by, $g, $b, 0, 0, $r, $g + $by, $b, 0, 0, $r, $g, $b + $by, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1]);
    }

    /** @param list<array{0: float, 1: float}> $ends values that become black and white, by channel */
    private static function level(Imagick $image, array $ends): void
    {
        $most = Imagick::getQuantumRange()['quantumRangeLong'];
        foreach ([Imagick::CHANNEL_RED, Imagick::CHANNEL_GREEN, Imagick::CHANNEL_BLUE] as $c => $channel) {
            $image->levelImage($ends[$c][0] * $most, 1.0, $ends[$c][1] * $most, $channel);
        }
    }

    private static function greyWorld(Imagick $image, float $share): void
    {
        $means = array_map(static fn (int $channel): float => $image->getImageChannelMean($channel)['mean'], [Imagick::CHANNEL_RED, Imagick::CHANNEL_GREEN, Imagick::CHANNEL_BLUE]);
        $grey = array_sum($means) / 3;
        self::level($image, array_map(static fn (float $m): array => [0.0, ($m / $grey) ** $share], $means));
    }

    /** @return array{0: float, 1: float} where so few pixels lie beyond */
    private static function ends(Imagick $image, ?int $channel): array
    {
        $small = clone $image;
        $small->sampleImage(600, max(1, intdiv(600 * $small->getImageHeight(), max(1, $small->getImageWidth()))));
        $small->setImageDepth(8);
        $small->setImageFormat('rgb');
        $values = array_values((array) unpack('C*', $small->getImageBlob()));
        $kept = $channel === null ? $values : array_values(array_filter($values, static fn (int $i): bool => $i % 3 === $channel, ARRAY_FILTER_USE_KEY));
        sort($kept);
        $n = count($kept);

        return [$kept[(int) (self::RUN_OUT * $n)] / 255, max(0.2, $kept[(int) ((1 - self::RUN_OUT) * ($n - 1))] / 255)];
    }
}
