<?php

declare(strict_types=1);

namespace App\Queries;

use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Optics\Deposit;

/**
 * A strip as screen colours, for drawing.
 *
 * @phpstan-import-type FadeStripDepth from \MarshTrial\Core\Evidence\FadeStrip
 * @phpstan-type StripDetail array{
 *     ladder: array{
 *         paper: string, ink: string|null,
 *         steps: list<array{onPaper: string, onBlack: string|null, deposit: float|null}>, wash: string|null,
 *         unlifted: string|null, lifted: string|null, residue: float|null,
 *         grain: array{value: float, deltaL: float|null, sizeMm: float|null}|null,
 *     }|null,
 *     fade: array{ doseMlxh: float|null, paper: array{string, string}, depths: list<FadeStripDepth>, }|null,
 * }
 */
final class StripView
{
    /**
     * @param array<string, mixed>|null $fade as from FadeStrip
     *
     * @return StripDetail|null null when nothing was measured
     */
    public static function of(?Strip $strip, ?array $fade): ?array
    {
        if ($strip === null && $fade === null) {
            return null;
        }

        return [
            'ladder' => $strip === null ? null : [
                'paper' => $strip->paper->toHex(),
                'ink' => $strip->ink?->toHex(),
                'steps' => array_map(static fn (array $s): array => [
                    'onPaper' => $s['onPaper']->toHex(),
                    'onBlack' => $s['onBlack']?->toHex(),
                    'deposit' => self::deposit($s['onPaper'], $strip),
                ], $strip->steps),
                'wash' => $strip->wash?->toHex(),
                'unlifted' => $strip->unlifted?->toHex(),
                'lifted' => $strip->lifted?->toHex(),
                'residue' => $strip->residue,
                'grain' => $strip->grain === null ? null : ['value' => $strip->grain, 'deltaL' => $strip->grainDeltaL, 'sizeMm' => $strip->grainSizeMm],
            ],
            'fade' => $fade,
        ];
    }

    private static function deposit(LinearRgb $colour, Strip $strip): ?float
    {
        $deposit = $strip->key === null ? null : Deposit::of($colour, $strip->paper)->in($strip->key);

        return $deposit === null ? null : round($deposit, 3);
    }
}
