<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\MixRun;
use App\Models\Paint;
use App\Models\Swatch;
use App\Models\User;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Mixing\Doubt;
use MarshTrial\Core\Mixing\MixFields;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintedMix;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Rating\Scale;

/**
 * Mixes of two paints that somebody painted and measured, beside what their ladders led to expect.
 *
 * @phpstan-type PaintedMixesField array{
 *     deposit: float, dropsA: float|null, dropsB: float|null, share: float|null,
 *     spoken: array{share: float, left: float}, places: list<string>, expected: list<string>, off: float|null,
 *     range95: float|null, asExpected: bool|null,
 * }
 */
final readonly class PaintedMixes
{
    /** Painted mixes of a pair that are shown, of swatches and of cards. */
    private const MOST_PAINTED = 50;

    /** @param list<array{measure: string, drops: array{0: float, 1: float}|null, labs: non-empty-list<Lab>, told: array<string, mixed>}> $fields amounts of the first and the second; null: nobody wrote them down */
    private function __construct(private array $fields) {}

    /**
     * Mixes of the two that were painted, on cards or seen through the pocket frame.
     */
    public static function of(Paint $a, Paint $b, ?User $user): self
    {
        $out = [];
        $either = static fn (string $one, string $other) => static fn ($q) => $q->where(static fn ($q) => $q->where($one, $a->id)->where($other, $b->id))->orWhere(static fn ($q) => $q->where($one, $b->id)->where($other, $a->id));
        foreach (Swatch::query()->visibleTo($user)->with('picture', 'owner')->where($either('mix_a_id', 'mix_b_id'))->orderBy('id')->limit(self::MOST_PAINTED)->get() as $swatch) {
            $labs = array_values(array_map(static fn (array $p): Lab => new Lab(...array_map(floatval(...), $p['lab'])), array_filter($swatch->told['places'] ?? [], static fn (array $p): bool => in_array($p['role'], ['swatch', 'wash'], true))));
            $drops = $swatch->drops_a === null || $swatch->drops_b === null ? null : [(float) $swatch->drops_a, (float) $swatch->drops_b];
            if ($labs !== []) {
                $out[] = ['measure' => $swatch->measure, 'drops' => $swatch->mix_a_id === $b->id && $drops !== null ? array_reverse($drops) : $drops, 'labs' => $labs, 'told' => ['key' => $swatch->uuid, 'by' => $swatch->owner->name, 'card' => null, 'simulated' => $swatch->picture->source === 'stand-in']];
            }
        }
        $runs = MixRun::query()->with('measurement.card.owner', 'measurement.picture:id,source')->whereIn('measurement_id', Measurement::idsVisibleTo($user))->whereNotIn('specimen_id', DB::table('spoilings')->whereNull('property')->select('specimen_id'))->where($either('paint_id', 'partner_id'))->orderBy('id')->limit(self::MOST_PAINTED)->get();
        $amounts = Amounts::ofSpecimens(array_values($runs->pluck('specimen_id')->map(intval(...))->all()));
        foreach ($runs as $run) {
            $card = $run->measurement->card;
            foreach ($run->data as $i => $field) {
                // Stocks alone tell of their puddles, not of a mix.
                if ($field['ratio'][0] > 0 && $field['ratio'][1] > 0) {
                    $drops = array_map(floatval(...), $run->paint_id === $b->id ? array_reverse($field['ratio']) : $field['ratio']);
                    $out[] = ['measure' => $amounts[$run->specimen_id], 'drops' => [$drops[0], $drops[1]], 'labs' => [MixFields::lab($field)], 'told' => ['key' => "$run->id-$i", 'by' => $card->owner->name, 'card' => ['uuid' => $card->uuid, 'title' => $card->title, 'mayChange' => $card->mayBeChangedBy(Auth::user())], 'simulated' => $run->measurement->picture->source === 'stand-in']];
                }
            }
        }

        return new self($out);
    }

    /**
     * What was painted beside what was expected of the ladders.
     *
     * @param string|null $measure what both ladders were measured out in; null: in different things
     *
     * @return list<array<string, mixed>>
     */
    public function told(PaintFilm $first, PaintFilm $second, ?string $measure): array
    {
        $doubt = Doubt::of(Scale::current(), [$first, $second]);

        return array_map(static fn (array $f): array => [...$f['told'], 'measure' => $f['measure'], ...self::field($first, $second, $doubt, $f['labs'], $f['drops'], $f['measure'] === $measure)], $this->fields);
    }

    /**
     * Fields whose amounts were measured out as the ladders were.
     *
     * @return list<array{ratio: float, lab: Lab}>
     */
    public function counted(?string $measure): array
    {
        $out = [];
        foreach ($this->fields as $f) {
            if ($f['drops'] !== null && $f['measure'] === $measure && $f['drops'][0] > 0) {
                $out[] = ['ratio' => $f['drops'][1] / $f['drops'][0], 'lab' => $f['labs'][0]];
            }
        }

        return $out;
    }

    /**
     * One painted mix.
     *
     * @param non-empty-list<Lab> $labs measured
     * @param array{0: float, 1: float}|null $drops of both; null: nobody wrote them down
     * @param bool $asLadders whether they were counted as the ladders were: nothing turns brush loads or grams into drops
     *
     * @return PaintedMixesField
     */
    private static function field(PaintFilm $first, PaintFilm $second, Doubt $doubt, array $labs, ?array $drops, bool $asLadders): array
    {
        $mix = new PaintedMix($first, $second, $labs);
        [$spoken, $left] = $mix->spoken();
        $share = null;
        if ($drops !== null && $asLadders && $first->unitDrops !== null && $second->unitDrops !== null) {
            [$x, $y] = [$drops[0] / $first->unitDrops, $drops[1] / $second->unitDrops];
            $share = $y / ($x + $y);
        }
        [$off, $expected] = $share === null ? [null, []] : $mix->off($share);
        $range = $share === null ? null : $doubt->expected(static fn (array $f): LinearRgb => ($m = new Mixture([[$f[0], 1 - $share], [$f[1], $share]], $f[0]->backing))->overPaper($m->timesForLightness($labs[0]->l)))[1];
        $hex = static fn (Lab $l): string => $l->toXyz()->toLinearRgb()->toHex();

        // In which of the depths that are shown it stands.
        $bare = (new Mixture([[$first, 1.0]], $first->backing))->overPaper(0.0)->toArray();
        $deposit = max(array_map(static fn (float $v, float $p): float => -log(max(1e-3, $v) / $p), $labs[0]->toXyz()->toLinearRgb()->toArray(), $bare));

        return [
            'deposit' => round($deposit, 2), 'dropsA' => $drops[0] ?? null, 'dropsB' => $drops[1] ?? null, 'share' => $share === null ? null : round($share, 4), 'spoken' => ['share' => round($spoken, 3), 'left' => round($left, 1)],
            'places' => array_map($hex, $labs), 'expected' => array_map($hex, $expected), 'off' => $off === null ? null : round($off, 1), 'range95' => $range === null ? null : round($range, 1),
            'asExpected' => $off === null || $range === null ? null : $off <= $range,
        ];
    }
}
