<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use App\Models\User;
use Illuminate\Support\Facades\Cache;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Evidence\AgedStrip;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Mixing\AgedFilm;
use MarshTrial\Core\Mixing\MixRun;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Rating\Scale;

/**
 * A mix that fades: each film along the course that its own paint was measured to take; only where both have one.
 *
 * @phpstan-type MixInLightDetail array{
 *     start: array{hex: string, words: string},
 *     stops: list<array{
 *         mlxh: float, hex: string, kind: 'between'|'checked'|'expected', words: string, dE00: float,
 *         change: list<string>,
 *     }>,
 *     yearly: float, weaker: string|null,
 * }
 */
final class MixInLight
{
    /** Looked at beyond the last check, as multiples of its dose, as far as the rule allows. */
    private const AHEAD = [2.0, 5.0];

    /** Difference that both partners must reach to be told apart, dE00 (own). */
    private const SEEN = 1.0;

    /** @return MixInLightDetail */
    public static function of(Paint $a, Paint $b, float $share, float $deposit, ?User $user): array
    {
        [$one, $other] = MixView::pair($a, $b, $user);
        $strips = PaintStrips::of([$a->id, $b->id], $user)['strips'];
        $aged = LightOfCode::aged([$a->id, $b->id], $user);
        foreach ([$a, $b] as $paint) {
            if (! isset($aged[$paint->id], $strips[$paint->id])) {
                throw new CoreException("How “{$paint->colour_name}” fades was not measured, so nothing tells what light does to the mix. Hang it on a fade card, and check it.");
            }
        }
        [$fresh, $second] = [$one->film(), $other->film()];
        $mixture = new Mixture([[$fresh, 1 - $share], [$second, $share]], $fresh->backing);
        $times = $mixture->timesFor($deposit);
        $amounts = [$times * (1 - $share), $times * $share];
        $start = $mixture->overPaper($times);
        $alone = static fn (PaintFilm $film, float $amount): LinearRgb => (new Mixture([[$film, $amount]], $fresh->backing))->overPaper();
        $out = [];
        $moved = [0.0, 0.0];
        foreach (self::doses($aged[$a->id], $aged[$b->id]) as $mlxh) {
            $films = [self::after($fresh, $strips[$a->id], $aged[$a->id], $mlxh), self::after($second, $strips[$b->id], $aged[$b->id], $mlxh)];
            if ($films[0] === null || $films[1] === null) {
                continue;
            }
            $seen = (new Mixture([[$films[0][0], $amounts[0]], [$films[1][0], $amounts[1]]], $fresh->backing))->overPaper();
            $moved = [Difference::ciede2000($alone($fresh, $amounts[0])->toLab(), $alone($films[0][0], $amounts[0])->toLab()), Difference::ciede2000($alone($second, $amounts[1])->toLab(), $alone($films[1][0], $amounts[1])->toLab())];
            $out[] = [
                'mlxh' => round($mlxh, 3), 'hex' => $seen->toHex(), 'kind' => in_array('expected', [$films[0][1], $films[1][1]], true) ? 'expected' : (in_array('between', [$films[0][1], $films[1][1]], true) ? 'between' : 'checked'),
                'words' => MixRun::named($seen->toLab()), 'dE00' => round(Difference::ciede2000($start->toLab(), $seen->toLab()), 1), 'change' => Difference::between($start->toLab(), $seen->toLab())->words(),
            ];
        }

        return [
            'start' => ['hex' => $start->toHex(), 'words' => MixRun::named($start->toLab())], 'stops' => $out, 'yearly' => Dose::YEARS['living room'],
            'weaker' => max($moved) < self::SEEN ? null : ($moved[0] > $moved[1] + self::SEEN ? $a->colour_name : ($moved[1] > $moved[0] + self::SEEN ? $b->colour_name : 'both alike')),
        ];
    }

    /** @return list<float> rising, nothing first */
    private static function doses(AgedStrip $a, AgedStrip $b): array
    {
        $last = min($a->last(), $b->last());
        $doses = array_values(array_unique([0.0, ...array_filter([...$a->checks(), ...$b->checks()], static fn (float $d): bool => $d <= $last * 1.001), ...array_map(static fn (float $t): float => $t * $last, self::AHEAD)]));
        sort($doses);

        return $doses;
    }

    /** @return array{0: PaintFilm, 1: string}|null film and how it is known; null beyond the evidence, or where nothing is left to be fitted */
    private static function after(PaintFilm $film, Strip $strip, AgedStrip $aged, float $mlxh): ?array
    {
        if ($mlxh <= 0) {
            return [$film, 'checked'];
        }
        $changes = $aged->changes($mlxh);
        if ($changes === null) {
            return null;
        }
        $places = array_map(static fn (array $step): array => [$step['onPaper'], AgedStrip::colour($step['onPaper'], $strip->paper, $strip->key, $changes['least'])], $strip->steps);
        $key = 'aged-film-2-'.hash('xxh128', serialize([$film->toArray(), array_map(static fn (array $p): array => [$p[0]->toArray(), $p[1]->toArray()], $places)]));
        // A fit takes a tenth of a second, and is the same for every mix of the paint.
        $kept = Cache::store('file')->rememberForever($key, static function () use ($film, $places, $strip): ?array {
            $alone = new Mixture([[$film, 1.0]], $film->backing);

            return AgedFilm::of(Scale::current(), $film, array_map(static fn (array $p): array => [$alone->timesForLightness($p[0]->toLab()->l), $p[0], $p[1]], $places), $strip->paper)?->toArray();
        });

        return $kept === null ? null : [PaintFilm::fromArray($kept), $changes['kind']];
    }
}
