<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Film;
use App\Models\InstrumentRun;
use App\Models\Measurement;
use App\Models\MixRun;
use App\Models\Rating;
use App\Models\Specimen;
use App\Models\Strip;
use Illuminate\Database\Eloquent\Builder;
use MarshTrial\Core\Card\Blocks\MixRun as Block;
use MarshTrial\Core\Evidence\FadeStrip;
use MarshTrial\Core\Evidence\Strip as CoreStrip;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Mixing\LadderFilm;
use MarshTrial\Core\Mixing\MixFields;
use MarshTrial\Core\Rating\PaintEffect;
use MarshTrial\Core\Rating\Scale;

/** Writes the ratings and strips that follow from a measurement; those of an earlier scale or earlier rules stay, and no longer hold. */
final class DeriveRatings
{
    /**
     * The tests of some rows turn out to be another paint's.
     *
     * @param Builder<Specimen> $specimens
     */
    public static function giveTo(int $paintId, Builder $specimens): void
    {
        foreach ([Rating::everyVersion(), Strip::query(), Film::query(), MixRun::query()] as $derived) {
            $derived->whereIn('specimen_id', (clone $specimens)->select('id'))->update(['paint_id' => $paintId]);
        }
    }

    public static function from(Measurement $measurement, CardMeasurement $measured): void
    {
        $specimens = Specimen::query()->with('pan.paint')->where('card_id', $measurement->card_id)->get()->keyBy('row');
        Rating::everyVersion()->where('measurement_id', $measurement->id)->update(['holds' => false]);
        $measurement->strips()->delete();
        Film::query()->where('measurement_id', $measurement->id)->delete();
        MixRun::query()->where('measurement_id', $measurement->id)->delete();
        $of = static fn (int $row): array => [
            'measurement_id' => $measurement->id,
            'specimen_id' => $specimens[$row]->id,
            'paint_id' => $specimens[$row]->pan->paint_id,
        ];
        foreach ($measured->ratings as $rating) {
            $rating = PaintEffect::held(PaintEffect::list($specimens[$rating->row]->pan->paint->effects), $rating);
            $detail = MeasurementJson::rating($rating);
            $version = ['measurement_id' => $measurement->id, 'row' => $rating->row, 'property' => $rating->property, 'scale' => $rating->scale, 'rules' => Scale::RULES];
            Rating::everyVersion()->updateOrCreate($version, [
                ...$of($rating->row), 'holds' => true,
                'status' => $rating->status->value, 'value' => $rating->value, 'uncertainty' => $rating->uncertainty, 'class' => $rating->class(), 'detail' => $detail,
            ]);
        }
        foreach (CoreStrip::ofCard($measured) as $row => $strip) {
            $lab = $strip->reference();
            Strip::query()->create([...$of($row), 'kind' => 'property', 'data' => $strip->toArray(), 'l' => $lab->l, 'a' => $lab->a, 'b' => $lab->b]);
        }
        foreach (FadeStrip::ofCard($measured) as $row => $strip) {
            // What was kept from light is a test of the paint's colour too.
            $lab = CoreStrip::ofKeptHalves($strip)?->reference();
            Strip::query()->create([...$of($row), 'kind' => 'fade', 'data' => $strip, 'l' => $lab?->l, 'a' => $lab?->a, 'b' => $lab?->b]);
        }
        foreach (LadderFilm::ofCard(Scale::current(), $measured, InstrumentRun::spectraOf($measurement->card_id, $measurement->picture->source === 'stand-in')) as $row => $film) {
            Film::query()->create([...$of($row), 'counted' => $film->unitDrops !== null, 'data' => $film->toArray()]);
        }
        foreach (MixFields::ofCard($measured) as $row => $fields) {
            MixRun::query()->create([...$of($row), 'partner_id' => $specimens[Block::PARTNER_ROW]->pan->paint_id, 'data' => $fields]);
        }
        PoolPictures::ofCard($measurement->card);
    }
}
