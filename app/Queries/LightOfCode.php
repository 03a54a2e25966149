<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use App\Models\User;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Evidence\AgedStrip;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\Strip;

/**
 * All strips of a code aged together: sampled by dose, so that the dial only picks.
 *
 * @phpstan-type LightOfCodeDetail array{
 *     doses: list<float>, checks: list<float>, yearly: float, most: float,
 *     paints: array<string, list<LightOfCodeStop|null>|null>|\stdClass, tested: int, shown: int,
 * }
 * @phpstan-type LightOfCodeStop array{
 *     kind: 'between'|'checked'|'expected', ladder: list<string>, ladderMost: list<string>|null,
 *     swatch: string|null, swatchMost: string|null, dE00Above: float|null, seam: bool,
 * }
 */
final class LightOfCode
{
    /** Stops of the dial beside the checks: from the least to the most light, Mlx h, in equal steps of the logarithm. */
    private const STOPS = 26;

    private const LEAST_MLXH = 0.1;

    private const MOST_MLXH = 100.0;

    /**
     * @param float $depth deposit at which swatches are asked for
     *
     * @return LightOfCodeDetail
     */
    public static function of(string $code, float $depth, ?User $user): array
    {
        $paints = array_column(CodePage::ordered($code, $user), null, 'id');
        $strips = PaintStrips::of(array_keys($paints), $user)['strips'];
        $aged = self::aged(array_keys($paints), $user);
        $checks = array_merge([], ...array_map(static fn (AgedStrip $a): array => $a->checks(), array_values($aged)));
        $doses = self::doses($checks);
        // In the channel of the uppermost paint, as the Depth dial has it.
        $ordered = array_values(array_filter($paints, static fn (Paint $p): bool => isset($strips[$p->id])));
        $key = $ordered === [] ? null : $strips[$ordered[0]->id]->key;
        $out = $above = [];
        foreach ($ordered as $paint) {
            $out[$paint->uuid] = isset($aged[$paint->id]) ? array_map(static function (float $mlxh, int $i) use ($aged, $strips, $paint, $depth, $key, &$above): ?array {
                return self::stop($aged[$paint->id], $strips[$paint->id], $mlxh, $depth, $key, $above[$i]);
            }, $doses, array_keys($doses)) : null;
            if (! isset($aged[$paint->id])) {
                $above = [];
            }
        }

        return [
            'doses' => array_map(static fn (float $d): float => round($d, 3), $doses), 'checks' => array_values(array_unique(array_map(static fn (float $d): float => round($d, 3), $checks))),
            'yearly' => Dose::YEARS['living room'], 'most' => self::MOST_MLXH, 'paints' => (object) $out, 'tested' => count(array_filter($out)), 'shown' => count($ordered),
        ];
    }

    /**
     * @param LinearRgb|null $above what the strip above shows there; becomes what this one shows
     *
     * @return LightOfCodeStop|null null beyond the evidence
     */
    private static function stop(AgedStrip $aged, Strip $strip, float $mlxh, float $depth, ?int $key, ?LinearRgb &$above): ?array
    {
        $changes = $aged->changes($mlxh);
        $was = $above;
        $above = null;
        if ($changes === null) {
            return null;
        }
        $ladder = static fn (array $by): array => array_map(static fn (array $s): string => AgedStrip::colour($s['onPaper'], $strip->paper, $strip->key, $by)->toHex(), $strip->steps);
        $fresh = $strip->at($depth, $key);
        $least = $fresh === null ? null : AgedStrip::colour($fresh, $strip->paper, $strip->key, $changes['least']);
        $expected = $changes['kind'] === 'expected';
        if (! $expected) {
            $above = $least;
        }
        $dE = $was === null || $least === null || $expected ? null : Difference::ciede2000($was->toLab(), $least->toLab());

        return [
            'kind' => $changes['kind'], 'ladder' => $ladder($changes['least']), 'ladderMost' => $expected ? $ladder($changes['most']) : null,
            'swatch' => $least?->toHex(), 'swatchMost' => $expected && $fresh !== null ? AgedStrip::colour($fresh, $strip->paper, $strip->key, $changes['most'])->toHex() : null,
            'dE00Above' => $dE === null ? null : round($dE, 2), 'seam' => $dE === null || $dE >= DepthDial::SEAM,
        ];
    }

    /**
     * The course of every paint, of the strip that speaks for it everywhere.
     *
     * @param list<int> $paintIds
     *
     * @return array<int, AgedStrip> by paint
     */
    public static function aged(array $paintIds, ?User $user): array
    {
        $known = array_filter(LightVerdicts::of($paintIds, $user), static fn (PaintLight $l): bool => $l->verdict()->mlxh() !== null);

        return array_map(static fn (PaintLight $l): AgedStrip => new AgedStrip($l->verdict()->courses()), $known);
    }

    /**
     * @param list<float> $checks
     *
     * @return list<float> rising, nothing first
     */
    private static function doses(array $checks): array
    {
        $doses = [0.0, ...$checks];
        for ($i = 0; $i < self::STOPS; $i++) {
            $dose = self::LEAST_MLXH * (self::MOST_MLXH / self::LEAST_MLXH) ** ($i / (self::STOPS - 1));
            // A stop beside a check would say the same.
            if (array_filter($checks, static fn (float $c): bool => abs($c - $dose) < 0.08 * $c) === []) {
                $doses[] = $dose;
            }
        }
        $doses = array_values(array_unique(array_map(static fn (float $d): float => round($d, 4), $doses)));
        sort($doses);

        return $doses;
    }
}
