<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Observer;
use MarshTrial\Core\CoreException;

/** The readings of an instrument, or the reference values of a target, in a measurement file. */
final class Readings
{
    /** Wavelengths written, nm. */
    private const FROM_NM = 380;

    private const TO_NM = 730;

    /**
     * All samples that tell a colour, table after table; a table without colours is passed over.
     *
     * @return non-empty-list<Sample>
     *
     * @throws CoreException with a sentence when there are none
     */
    public static function of(string $text): array
    {
        $samples = [];
        $why = null;
        foreach (Cgats::read($text) as $table) {
            try {
                array_push($samples, ...$table->samples());
            } catch (CoreException $e) {
                $why ??= $e;
            }
        }

        return $samples ?: throw $why ?? new CoreException('No sample of the measurement file has a complete colour.');
    }

    /**
     * As a file: name, L*a*b* under D50 as is usual, and the spectrum where there is one.
     *
     * @param list<Sample> $samples
     * @param array<string, string> $keywords
     * @param list<string> $described what every sample is, if it is told
     */
    public static function write(array $samples, array $keywords = [], array $described = []): string
    {
        $spectral = array_filter($samples, static fn (Sample $s): bool => $s->spectrum !== null) !== [];
        $fields = ['SAMPLE_ID', 'SAMPLE_NAME', ...$described === [] ? [] : ['SAMPLE_DESCRIPTION'], 'LAB_L', 'LAB_A', 'LAB_B'];
        for ($nm = self::FROM_NM; $spectral && $nm <= self::TO_NM; $nm += 10) {
            $fields[] = "SPECTRAL_NM_$nm";
        }
        $rows = [];
        foreach ($samples as $i => $sample) {
            $lab = $sample->spectrum?->toXyz(Illuminant::d50())->labAgainst(Observer::white(Illuminant::d50()))
                ?? self::underD50($sample->lab);
            $row = [(string) ($i + 1), $sample->name, ...$described === [] ? [] : [$described[$i]], $lab->l, $lab->a, $lab->b];
            for ($nm = self::FROM_NM; $spectral && $nm <= self::TO_NM; $nm += 10) {
                $row[] = $sample->spectrum?->at($nm);
            }
            $rows[] = $row;
        }

        return Cgats::write('CGATS.17', [...$keywords, 'WEIGHTING_FUNCTION' => 'ILLUMINANT, D50', 'OBSERVER' => '2'], $fields, $rows);
    }

    /** What is told for D65 here, adapted to D50 as such files tell it. */
    private static function underD50(Lab $lab): Lab
    {
        $white = Observer::white(Illuminant::d50());

        return $lab->toXyz()->adaptedTo($white)->labAgainst($white);
    }

    /**
     * Typed values of a wedge: L* with commas between, or L*,a*,b* with semicolons between patches.
     *
     * @return list<Lab>
     */
    public static function wedge(string $text): array
    {
        $patches = str_contains($text, ';') ? explode(';', $text) : explode(',', $text);
        $out = [];
        foreach ($patches as $patch) {
            $numbers = array_map(trim(...), explode(',', $patch));
            if (! in_array(count($numbers), [1, 3], true) || array_filter($numbers, static fn (string $n): bool => ! is_numeric($n)) !== [] || (float) $numbers[0] < 0 || (float) $numbers[0] > 100) {
                throw new CoreException('Wedge values are L* from 0 to 100 with commas between them, such as 95,80,65,50,35,20, or L*,a*,b* with semicolons between patches.');
            }
            $out[] = new Lab((float) $numbers[0], (float) ($numbers[1] ?? 0), (float) ($numbers[2] ?? 0));
        }

        return $out;
    }
}
