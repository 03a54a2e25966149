<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Observer;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Colour\Xyz;
use MarshTrial\Core\CoreException;

/** One table of a measurement file. */
final readonly class CgatsTable
{
    /** Names under which instruments write a wavelength: the number is what follows. */
    private const SPECTRAL = '/^(?:SPECTRAL_NM_?|SPECTRAL_|SPEC_|NM_?|R_|XNM)?(\d{3})(?:\.0+)?(?:NM)?$/';

    public function __construct(
        /** @var array<string, string> in capitals */
        public array $keywords,
        /** @var list<string> in capitals */
        public array $fields,
        /** @var list<array<string, string>> by field; what is left out has no entry */
        public array $rows,
    ) {}

    /**
     * The samples as colours.
     *
     * @return list<Sample> those that have a colour
     *
     * @throws CoreException when no field tells a colour, or none is complete
     */
    public function samples(): array
    {
        $nanometres = [];
        foreach ($this->fields as $field) {
            if (preg_match(self::SPECTRAL, $field, $m) && (int) $m[1] >= 300 && (int) $m[1] <= 900) {
                $nanometres[$field] = (int) $m[1];
            }
        }
        asort($nanometres);
        $steps = array_unique(array_map(static fn (int $a, int $b): int => $b - $a, array_slice(array_values($nanometres), 0, -1), array_slice(array_values($nanometres), 1)));
        $spectral = count($nanometres) >= 16 && count($steps) === 1;
        $lab = $this->has('LAB_L', 'LAB_A', 'LAB_B');
        $xyz = $this->has('XYZ_X', 'XYZ_Y', 'XYZ_Z');
        if (! $spectral && ! $lab && ! $xyz) {
            throw new CoreException('The measurement file tells no colour: it has neither LAB_L, LAB_A, LAB_B nor XYZ_X, XYZ_Y, XYZ_Z nor a spectrum at even steps.');
        }
        // Reflectance is written as a factor by some and in percent by others.
        $unit = $spectral && max(array_map(static fn (array $r): float => max(array_map(static fn (string $f): float => self::number($r[$f] ?? null) ?? 0.0, array_keys($nanometres))), $this->rows) ?: [0.0]) > 2.0 ? 100.0 : 1.0;
        // Spectra tell the colour by themselves, whatever the file says its other numbers are made for.
        $light = $spectral ? Illuminant::d50() : $this->light();
        $out = [];
        foreach ($this->rows as $i => $row) {
            $spectrum = null;
            if ($spectral) {
                $values = array_map(static fn (string $f): ?float => self::number($row[$f] ?? null), array_keys($nanometres));
                if (! in_array(null, $values, true)) {
                    $spectrum = new Spectrum((float) reset($nanometres), (float) reset($steps), array_map(static fn (?float $v): float => (float) $v / $unit, $values));
                }
            }
            // A spectrum tells the colour under D65 itself; L*a*b* for another light has to be adapted, which is less exact.
            $colour = match (true) {
                $spectrum !== null && $spectrum->fromNm <= 420 && $spectrum->toNm() >= 680 => $spectrum->toLab(Illuminant::d65()),
                $lab && ($v = $this->three($row, 'LAB_L', 'LAB_A', 'LAB_B')) !== null => self::adapted(self::xyzOfLab($v, Observer::white($light)), $light),
                $xyz && ($v = $this->three($row, 'XYZ_X', 'XYZ_Y', 'XYZ_Z')) !== null => self::adapted(new Xyz($v[0] / 100, $v[1] / 100, $v[2] / 100), $light),
                $spectrum !== null => $spectrum->toLab(Illuminant::d65()),
                default => null,
            };
            if ($colour !== null) {
                $out[] = new Sample($this->name($row, $i), $colour, $spectrum);
            }
        }
        if ($out === []) {
            throw new CoreException('No sample of the measurement file has a complete colour.');
        }

        return $out;
    }

    /** The light that L*a*b* and XYZ are told for: as the file says, D50 where it says nothing, as is usual for such files. */
    public function light(): Illuminant
    {
        $told = ($this->keywords['ILLUMINANT_NAME'] ?? '').' '.($this->keywords['ILLUMINANT'] ?? '').' '.($this->keywords['WEIGHTING_FUNCTION'] ?? '').' '.($this->keywords['MEASUREMENT_SOURCE'] ?? '');

        $observer = trim(($this->keywords['OBSERVER'] ?? '').' '.($this->keywords['OBSERVER_ANGLE'] ?? ''));
        if (preg_match('/\b10\b/', $observer) || preg_match('/\b(10[ _-]?deg|1964)/i', $told)) {
            throw new CoreException('The measurement file is made for the 10 degree observer; colours here are those of the 2 degree observer. Export it for 2 degrees, or with its spectra.');
        }
        if (preg_match('/\b(D55|D75|D93|F\d{1,2}|TL\d{2}|B|C)\b/', $told, $other)) {
            throw new CoreException("The measurement file is made for the illuminant $other[1]; D50, D65 and A are read. Export it for one of these, or with its spectra.");
        }

        return match (true) {
            (bool) preg_match('/D65/i', $told) => Illuminant::d65(),
            (bool) preg_match('/(ILLUMINANT[ ,]*|^ *)A\b/i', trim($told)) => Illuminant::a(),
            default => Illuminant::d50(),
        };
    }

    /** @param array<string, string> $row */
    private function name(array $row, int $i): string
    {
        foreach (['SAMPLE_NAME', 'SAMPLE_ID', 'SAMPLE_LOC', 'SAMPLEID', 'SAMPLENAME'] as $field) {
            if (($row[$field] ?? '') !== '') {
                return $row[$field];
            }
        }

        return (string) ($i + 1);
    }

    private function has(string ...$fields): bool
    {
        return array_diff($fields, $this->fields) === [];
    }

    /**
     * @param array<string, string> $row
     *
     * @return array{0: float, 1: float, 2: float}|null
     */
    private function three(array $row, string $a, string $b, string $c): ?array
    {
        [$x, $y, $z] = [self::number($row[$a] ?? null), self::number($row[$b] ?? null), self::number($row[$c] ?? null)];

        return $x === null || $y === null || $z === null || abs($x) > 500 || abs($y) > 500 || abs($z) > 500 ? null : [$x, $y, $z];
    }

    /** A decimal point or comma; null for anything else. */
    private static function number(?string $text): ?float
    {
        $text = str_replace(',', '.', trim($text ?? ''));

        return is_numeric($text) && is_finite((float) $text) ? (float) $text : null;
    }

    /**
     * @param array{0: float, 1: float, 2: float} $lab
     * @param array{0: float, 1: float, 2: float} $white
     */
    private static function xyzOfLab(array $lab, array $white): Xyz
    {
        $d65 = (new Lab(...$lab))->toXyz();

        return new Xyz($d65->x / Xyz::D65[0] * $white[0], $d65->y, $d65->z / Xyz::D65[2] * $white[2]);
    }

    private static function adapted(Xyz $xyz, Illuminant $light): Lab
    {
        return $xyz->adaptedFrom(Observer::white($light))->toLab();
    }
}
