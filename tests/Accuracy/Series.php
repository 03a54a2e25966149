<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Imaging\PictureDecoder;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;

/** Measures stand-in pictures and gathers how far each value lies from the known truth. */
final class Series
{
    private const CODES = [
        'PR254', 'PB28', 'PV3', 'PY65', 'PG17', 'PR106', 'PB36', 'PR149', 'PY42', 'PBr7', 'PG7', 'PB15:3', 'PV19', 'PO48', 'PY150', 'PB29', 'PR101', 'PG18',
    ];

    public const DPI = 300.0;

    /** @return list<RowLabel> six rows whose paints differ from seed to seed */
    public static function rows(int $seed): array
    {
        return array_map(static fn (int $i): RowLabel => new RowLabel(
            $i, "series-$seed-$i", "Paint $seed.$i", 'Withy Colours', self::CODES[($seed * 7 + $i * 5) % count(self::CODES)],
        ), range(1, 6));
    }

    public static function propertyCard(int $seed): CardLayout
    {
        return PropertyCard::layout(sprintf('00000000-0000-4000-8000-0000000%05d', $seed), "Series $seed", self::rows($seed));
    }

    public static function fadeCard(int $seed): CardLayout
    {
        return FadeCard::layout(sprintf('00000000-0000-4000-8000-0000001%05d', $seed), "Fade series $seed", self::rows($seed));
    }

    public static function measure(Scan $scan, CardLayout $layout, ?CardMeasurement $first = null, ?float $dose = null): CardMeasurement
    {
        $file = tempnam(sys_get_temp_dir(), 'series').'.png';
        file_put_contents($file, PngWriter::encode($scan));
        $pixels = PictureDecoder::decode($file)->pixels;
        unlink($file);

        return (new CardMeasurer(Scale::current()))->measure($pixels, $layout, null, $first, $dose);
    }

    /** @return array{cells: list<float>, ratings: list<array<string, mixed>>} dE00 of every cell; per rating its value, truth and classes */
    public static function property(int $seed): array
    {
        $layout = self::propertyCard($seed);
        $scan = ScannerStandIn::scan($layout, $seed, self::DPI, print: SheetPress::print($layout));

        return self::compare(self::measure($scan, $layout), $scan->truth);
    }

    /**
     * @param array<string, mixed> $truth
     *
     * @return array{cells: list<float>, ratings: list<array<string, mixed>>}
     */
    public static function compare(CardMeasurement $measured, array $truth): array
    {
        $cells = [];
        foreach ($truth['cells'] as $cell) {
            if (isset($measured->cells[$cell['id']])) {
                $cells[] = Difference::ciede2000(new Lab(...$cell['lab']), $measured->cells[$cell['id']]->lab);
            }
        }
        $ratings = [];
        foreach ($measured->ratings as $rating) {
            $row = $truth['rows'][$rating->row - 1];
            $c = self::channel($measured, $rating->row, $row['key']);
            $of = $row['channels'][$c];
            $true = [
                'transparency' => $of['body'] ?? null, 'staining' => $of['residue']['soft'] ?? null, 'granulation' => $of['grain'] ?? null,
                'gradation' => $row['clearSteps'] ?? null, 'two-tone' => $of['twoToneDeg'] ?? null, 'evenness' => $of['blotch'] ?? null, 'wash separation' => $row['blocks']['wash']['separation'][$c] ?? null,
            ][$rating->property];
            $ratings[] = [
                'property' => $rating->property, 'measured' => $rating->status === RatingStatus::Measured, 'value' => $rating->value, 'uncertainty' => $rating->uncertainty,
                'truth' => $true, 'class' => $rating->class(), 'trueClass' => $of['classes'][$rating->property] ?? null, 'classes95' => $rating->classes95, 'chances' => $rating->chances, 'beyond' => str_contains(implode($rating->remarks), 'more vivid than'),
                'streak' => [$rating->numbers['streaked'] ?? null, $rating->numbers['streakDirectionDeg'] ?? null, $row['streakDeg']],
            ];
            if ($rating->property === 'staining' && $rating->value !== null) {
                $ratings[] = ['property' => 'staining, stiff', 'measured' => true, 'value' => $rating->numbers['stiff']['residue'], 'uncertainty' => $rating->numbers['stiff']['uncertainty'], 'truth' => $of['residue']['stiff'] ?? null, 'class' => null, 'trueClass' => null];
            }
        }

        return ['cells' => $cells, 'ratings' => $ratings];
    }

    /** The channel that was measured in; of those that absorb alike any may be it. */
    public static function channel(CardMeasurement $measured, int $row, int $otherwise): int
    {
        return $measured->rows[$row]->key ?? $otherwise;
    }

    /** @return list<array{0: float, 1: float}> measured and true dE*ab, raw and corrected, of every row and depth */
    public static function fade(int $seed): array
    {
        $layout = self::fadeCard($seed);
        $dose = 2.0 + 38.0 * (($seed * 37) % 100) / 100;
        $print = SheetPress::print($layout);
        $first = self::measure(ScannerStandIn::scan($layout, $seed, self::DPI, print: $print), $layout);
        $scan = ScannerStandIn::scan($layout, $seed, self::DPI, $dose, print: $print);
        $out = [];
        foreach (self::measure($scan, $layout, $first, $dose)->fading as $finding) {
            foreach ($scan->truth['fading'] as $true) {
                if ($true['row'] === $finding->row && $true['depth'] === $finding->depth) {
                    $out[] = [$finding->rawBeyondNoise, $true['raw']];
                    $out[] = [$finding->beyondNoise, $true['corrected']];
                }
            }
        }

        return $out;
    }
}
