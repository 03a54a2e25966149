<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Instrument\Plausibility;

/**
 * Readings of a colour instrument on the cells of a card.
 *
 * @property int $card_id
 * @property string $name
 * @property string $source file, hand or stand-in
 * @property list<array{cell: string, name: string, lab: array{0: float, 1: float, 2: float}, spectrum: array{fromNm: float, stepNm: float, values: list<float>}|null}> $samples
 * @property Carbon $created_at
 * @property Card $card
 */
final class InstrumentRun extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['samples' => 'array'];
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }

    /** Colour of a card's bare paper by the newest readings that can be paper; null where no instrument was put on it. */
    public static function paperOf(int $cardId, bool $ofStandIn): ?Lab
    {
        // What a stand-in read says nothing of paper that a picture was taken of.
        foreach (self::query()->where('card_id', $cardId)->when(! $ofStandIn, static fn ($q) => $q->where('source', '<>', 'stand-in'))->latest('id')->get() as $run) {
            $papers = array_values(array_filter($run->samples, static fn (array $s): bool => str_ends_with($s['cell'], '-paper') && ! str_starts_with($s['cell'], 'exposed-') && Plausibility::isPaper(new Lab(...$s['lab']))));
            if ($papers !== []) {
                return Lab::mean(array_map(static fn (array $s): Lab => new Lab(...$s['lab']), $papers));
            }
        }

        return null;
    }

    /** Whether anything was read by wavelength, and not as a colour only. */
    public function hasSpectra(): bool
    {
        return array_filter(array_column($this->samples, 'spectrum')) !== [];
    }

    /** @return array<string, Spectrum> what was read last in every cell of a card, by cell; what a stand-in read says nothing of a real picture */
    public static function spectraOf(int $cardId, bool $ofStandIn): array
    {
        $out = [];
        foreach (self::query()->where('card_id', $cardId)->when(! $ofStandIn, static fn ($q) => $q->where('source', '<>', 'stand-in'))->oldest('id')->get() as $run) {
            foreach ($run->samples as $kept) {
                $spectrum = self::sample($kept)->spectrum;
                if ($spectrum !== null) {
                    $out[$kept['cell']] = $spectrum;
                }
            }
        }

        return $out;
    }

    /** @return array{fromNm: float, stepNm: float, values: list<float>}|null */
    public static function spectrum(?Spectrum $spectrum): ?array
    {
        return $spectrum === null ? null : ['fromNm' => $spectrum->fromNm, 'stepNm' => $spectrum->stepNm, 'values' => array_map(static fn (float $v): float => round($v, 5), $spectrum->values)];
    }

    /** @param array{cell: string, name: string, lab: array<int, float>, spectrum: array{fromNm: float, stepNm: float, values: list<float>}|null} $kept */
    public static function sample(array $kept): Sample
    {
        $spectrum = $kept['spectrum'];

        return new Sample($kept['cell'], new Lab(...array_map(floatval(...), $kept['lab'])), $spectrum === null ? null : new Spectrum($spectrum['fromNm'], $spectrum['stepNm'], $spectrum['values']));
    }
}
