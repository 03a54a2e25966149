<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Imaging\PixelGrid;

/**
 * From what a device wrote to colour: a tone curve for every channel, then a matrix to linear sRGB; and how sure that is.
 *
 * The tone curve is ln(out) = a + b x + c x^2 + d x^3, x = ln(in), in its darkest part a power.
 *
 * @phpstan-type CalibrationData array{
 *     kind: 'as-told'|'paper-and-black'|'profile'|'target'|'wedge', name: string, tone: list<list<float>>|null,
 *     columns: list<array{float, float, float}>, darkest: float, paper: array{float, float, float}|null,
 *     residuals: list<array{lab: array{float, float, float}, dE00: float}>, remarks: list<string>,
 * }
 */
final readonly class Calibration
{
    /** Base and growth with chroma of the uncertainty, dE00, with a wedge and with the card's own paper and black only (own, simulated). */
    private const WEDGE = [1.2, 0.10];

    private const PAPER = [1.5, 0.02];

    /** What paper that is only taken to be usual adds to pale colours, and print that is to dark ones: dE00 at white and at black, and the lightness from which (own, simulated). */
    private const LIKE_PAPER = [1.6, 70.0];

    private const LIKE_PRINT = [1.4, 45.0];

    /** What a device that was never measured sees otherwise than the eye does, dE00 (own, simulated). */
    private const OTHER_EYES = 1.5;

    /** What a curve that does not fit its greys leaves of an exponent, per dE00 of the patches' mean residual (own, simulated). */
    private const EXPONENT_PER_RESIDUAL = 0.035;

    /** Patches that tell of a colour, and what their root mean square is multiplied with (own, simulated). */
    private const NEIGHBOURS = 14;

    private const WIDTH = 3.8;

    private const WIDTH_OF_PROFILE = 5.2;

    /** A root mean square below this, dE00, is more scatter of the patches than error (own, simulated). */
    private const SCATTER = 0.08;

    /** Lightness below which few patches of a target tell, and how much wider the darkest are, as a share (own, simulated). */
    private const DARK = [35.0, 0.5];

    /**
     * @param list<list<float>>|null $tone a, b, c, d of red, green, blue (d is missing in older profiles); null: values stay
     * @param list<array{0: float, 1: float, 2: float}> $columns linear sRGB of the device's red, green, blue
     * @param list<array{lab: array{0: float, 1: float, 2: float}, dE00: float}> $residuals of patches, each as the others predict it
     * @param array{0: float, 1: float, 2: float}|null $paper device value of the paper when it was made, 1 being the end of the scale
     * @param list<string> $remarks
     */
    public function __construct(
        public CalibrationKind $kind,
        /** Told in the result, such as "colour target of 60 patches". */
        public string $name,
        public ?array $tone,
        public array $columns,
        public array $residuals = [],
        public ?array $paper = null,
        public array $remarks = [],
        /** Darkest value that the tone curve was fitted to, linear. */
        public float $darkest = 0.004,
        /** What the device may have changed before it wrote the picture; null where a target or wedge went through the same. */
        public ?Claim $claim = null,
    ) {}

    /** Colour as the picture's own profile tells it. */
    public static function asTold(PixelGrid $picture, ?Claim $claim = null): self
    {
        return new self(CalibrationKind::AsTold, 'as the file tells it, not checked', null, $picture->columns ?? [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]], claim: $claim);
    }

    public function applyTo(PixelGrid $picture): PixelGrid
    {
        if ($this->kind === CalibrationKind::AsTold) {
            return $picture;
        }

        return $picture->recoloured($this->toned(...), $this->columns);
    }

    /** @param int $channel 0 red, 1 green, 2 blue */
    public function toned(float $value, int $channel): float
    {
        return $this->tone === null ? $value : self::curve($this->tone[$channel], $value, $this->darkest);
    }

    /**
     * @param array{0: float, 1: float, 2: float} $device linear device value
     *
     * @return array{0: float, 1: float, 2: float} after the tone curves
     */
    public function tonedAll(array $device): array
    {
        return [$this->toned($device[0], 0), $this->toned($device[1], 1), $this->toned($device[2], 2)];
    }

    /**
     * Colour of a device value.
     *
     * @param array{0: float, 1: float, 2: float} $device linear
     */
    public function colourOf(array $device): Lab
    {
        return self::through($this->columns, $this->tonedAll($device))->toLab();
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $columns linear sRGB of the device's red, green, blue
     * @param array{0: float, 1: float, 2: float} $toned
     */
    public static function through(array $columns, array $toned): LinearRgb
    {
        [[$r, $g, $b], [$x, $y, $z]] = [$columns, $toned];

        return new LinearRgb($r[0] * $x + $g[0] * $y + $b[0] * $z, $r[1] * $x + $g[1] * $y + $b[1] * $z, $r[2] * $x + $g[2] * $y + $b[2] * $z);
    }

    /**
     * How far it reads a target off, mean dE00 over the patches.
     *
     * @param list<array{0: float, 1: float, 2: float}> $device patches as read
     * @param list<Lab> $reference their colours
     */
    public function meanDifference(array $device, array $reference): float
    {
        return array_sum(array_map(fn (array $d, Lab $true): float => Difference::ciede2000($true, $this->colourOf($d)), $device, $reference)) / max(1, count($device));
    }

    /** @param list<float> $tone a, b, c and perhaps d */
    public static function curve(array $tone, float $value, float $darkest): float
    {
        if ($value <= 0) {
            return 0.0;
        }
        [$a, $b, $c] = $tone;
        $d = $tone[3] ?? 0.0;
        $x = log($value);
        $low = log($darkest);
        if ($x >= $low) {
            // Above the brightest patch the curve goes on straight.
            $top = min($x, 0.0);

            return exp($a + $b * $top + $c * $top ** 2 + $d * $top ** 3 + ($x - $top) * $b);
        }

        return exp($a + $b * $low + $c * $low ** 2 + $d * $low ** 3 + ($b + 2 * $c * $low + 3 * $d * $low ** 2) * ($x - $low));
    }

    /** The same with all values multiplied, channel by channel before the matrix: another exposure, or a light of another colour. */
    public function scaled(float $red, float $green, float $blue): self
    {
        $columns = [];
        foreach ([$red, $green, $blue] as $c => $factor) {
            $columns[] = array_map(static fn (float $v): float => $v * $factor, $this->columns[$c]);
        }

        return $this->with(['columns' => $columns]);
    }

    /**
     * The same under the name it goes by in later pictures.
     *
     * @param array{0: float, 1: float, 2: float}|null $paper device value of the sheet that it was made with
     */
    public function asProfile(string $name, ?array $paper): self
    {
        return $this->with(['kind' => CalibrationKind::Profile, 'name' => $name, 'paper' => $paper]);
    }

    /**
     * The same with more to be said of it.
     *
     * @param list<string> $remarks
     */
    public function remarking(array $remarks): self
    {
        return $this->with(['remarks' => [...$this->remarks, ...$remarks]]);
    }

    /** The same with what the device may have changed. */
    public function claiming(Claim $claim): self
    {
        return $this->with(['claim' => $claim]);
    }

    /** @param array<string, mixed> $changes by name of the parameter */
    private function with(array $changes): self
    {
        return new self(...array_replace(get_object_vars($this), $changes));
    }

    /** Mean and 95th percentile of the residuals, dE00; null where there are none. */
    public function meanResidual(): ?float
    {
        return $this->residuals === [] ? null : array_sum(array_column($this->residuals, 'dE00')) / count($this->residuals);
    }

    public function residual95(): ?float
    {
        if ($this->residuals === []) {
            return null;
        }
        $all = array_column($this->residuals, 'dE00');
        sort($all);

        return $all[min(count($all) - 1, (int) ceil(0.95 * count($all)) - 1)];
    }

    /** What 95 % of colours near this one are wrong by at most because of the calibration, dE00. */
    public function uncertainty95(Lab $colour): float
    {
        return hypot($this->own95($colour), $this->claim?->uncertainty95($colour->toXyz()->toLinearRgb()) ?? 0.0);
    }

    /**
     * The same without what the device may have changed in all colours: from the patches most like it, or from what was found without any (own,
     * simulated).
     */
    public function own95(Lab $colour): float
    {
        if ($this->kind === CalibrationKind::AsTold) {
            return $this->claim === null ? 0.0 : self::OTHER_EYES;
        }
        if ($this->residuals === [] || $this->kind === CalibrationKind::Wedge) {
            // Greys are right, strong colours are as the device sees them.
            [$base, $growth] = $this->kind === CalibrationKind::Wedge ? self::WEDGE : self::PAPER;
            if ($this->kind === CalibrationKind::Paper) {
                [[$pale, $from], [$dark, $to]] = [self::LIKE_PAPER, self::LIKE_PRINT];
                $base += $pale * max(0.0, ($colour->l - $from) / (100 - $from)) + $dark * max(0.0, 1 - $colour->l / $to);
            }

            return $base + $growth * min(60.0, $colour->chroma());
        }
        $near = array_map(static function (array $r) use ($colour): array {
            [$l, $a, $b] = $r['lab'];

            return [(($l - $colour->l) / 2) ** 2 + ($a - $colour->a) ** 2 + ($b - $colour->b) ** 2, $r['dE00']];
        }, $this->residuals);
        usort($near, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $near = array_slice($near, 0, self::NEIGHBOURS);

        $square = array_sum(array_map(static fn (array $n): float => $n[1] ** 2, $near)) / count($near);

        [$dark, $wider] = self::DARK;

        return ($this->kind === CalibrationKind::Profile ? self::WIDTH_OF_PROFILE : self::WIDTH) * $square / (sqrt($square) + self::SCATTER) * (1 + $wider * max(0.0, 1 - $colour->l / $dark));
    }

    /** How far the contrast may be off beyond what the device is known to do: standard deviation of the exponent that values between paper and black may still need (own, simulated). */
    public function contrastUncertainty(): float
    {
        return match ($this->kind) {
            CalibrationKind::Paper => 0.05,
            CalibrationKind::Wedge => 0.02,
            CalibrationKind::Target, CalibrationKind::Profile => max(0.01, self::EXPONENT_PER_RESIDUAL * ($this->meanResidual() ?? 0.0)),
            CalibrationKind::AsTold => 0.0,
        };
    }

    /** @return CalibrationData */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value, 'name' => $this->name, 'tone' => $this->tone, 'columns' => $this->columns, 'darkest' => $this->darkest,
            'paper' => $this->paper, 'residuals' => $this->residuals, 'remarks' => $this->remarks,
        ];
    }

    /**
     * @param mixed $data what {@see toArray} gave
     *
     * @throws CoreException when it is damaged
     */
    public static function fromArray(mixed $data): self
    {
        try {
            if (! is_array($data) || ! isset($data['kind'], $data['name'], $data['columns']) || ! array_key_exists('tone', $data)) {
                throw new \DomainException('Not an object.');
            }
            $numbers = static function (mixed $v, int $least = 3, int $most = 3): array {
                if (! is_array($v) || count($v) < $least || count($v) > $most) {
                    throw new \DomainException("$least numbers are wanted.");
                }

                return array_map(static fn (int|float $x): float => is_finite((float) $x) ? (float) $x : throw new \DomainException('Not finite.'), array_values($v));
            };
            $columns = array_map(static fn (mixed $v): array => $numbers($v), $data['columns']);
            if (count($columns) !== 3) {
                throw new \DomainException('Three columns are wanted.');
            }

            return new self(
                CalibrationKind::from($data['kind']), mb_substr((string) $data['name'], 0, 200), $data['tone'] === null ? null : array_map(static fn (mixed $v): array => $numbers($v, 3, 4), $data['tone']), $columns,
                array_map(static fn (array $r): array => ['lab' => $numbers($r['lab']), 'dE00' => (float) $r['dE00']], $data['residuals'] ?? []),
                isset($data['paper']) ? $numbers($data['paper']) : null, array_map(strval(...), $data['remarks'] ?? []), max(1e-5, (float) ($data['darkest'] ?? 0.004)),
            );
        } catch (\Throwable $e) {
            throw new CoreException('This capture profile is damaged or incomplete. Make it again from a picture of the target.', previous: $e);
        }
    }
}
