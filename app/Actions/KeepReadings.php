<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\InstrumentRun;
use App\Models\Specimen;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Simulation\InstrumentStandIn;

/** Keeps the readings of an instrument on the cells of a card. */
final class KeepReadings
{
    /**
     * @param list<array{cell: string, name?: string, lab: array<int, float|int|string>, spectrum?: array{fromNm: float|int, stepNm: float|int, values: list<float|int>}|null}> $samples
     */
    public static function put(string $uuid, Card $card, string $name, string $source, array $samples, ?string $ifMatch): InstrumentRun
    {
        $known = $card->cardLayout()->cellsById();
        $kept = [];
        foreach ($samples as $sample) {
            if (! isset($known[$sample['cell']])) {
                throw new CoreException("This card has no cell called {$sample['cell']}.");
            }
            if (isset($kept[$sample['cell']])) {
                throw new CoreException("Two samples belong to the cell {$sample['cell']}. Take one of them off, or keep them as two sets of readings.");
            }
            $spectrum = $sample['spectrum'] ?? null;
            $kept[$sample['cell']] = [
                'cell' => $sample['cell'], 'name' => (string) ($sample['name'] ?? ''), 'lab' => array_map(floatval(...), array_values($sample['lab'])),
                'spectrum' => $spectrum === null ? null : ['fromNm' => (float) $spectrum['fromNm'], 'stepNm' => (float) $spectrum['stepNm'], 'values' => array_map(floatval(...), $spectrum['values'])],
            ];
        }
        if ($kept === []) {
            throw new CoreException('No sample belongs to a cell of this card, so nothing was kept.');
        }

        $before = InstrumentRun::query()->where('uuid', $uuid)->first()?->hasSpectra() ?? false;
        $run = InstrumentRun::put($uuid, ['card_id' => $card->id, 'name' => $name, 'source' => $source, 'samples' => array_values($kept)], $ifMatch);
        if ($before || $run->hasSpectra()) {
            self::spectraChanged($card);
        }

        return $run;
    }

    public static function remove(InstrumentRun $run): void
    {
        $run->delete();
        if ($run->hasSpectra()) {
            self::spectraChanged($run->card);
        }
    }

    /** Films of paints follow from the spectra that an instrument read as well: the newest dry picture is measured once more. */
    private static function spectraChanged(Card $card): void
    {
        $picture = $card->pictures()->whereNull('withdrawn_at')->whereNotNull('sha256')->where('wet', false)->latest('id')->first();
        if ($picture !== null && $card->kind === CardKind::Property->value) {
            RequestMeasurement::again($picture);
        }
    }

    /** What the instrument stand-in reads on this card. */
    public static function fromStandIn(string $uuid, Card $card): InstrumentRun
    {
        $samples = array_map(static fn (Sample $s): array => ['cell' => $s->name, 'name' => $s->name, 'lab' => $s->lab->toArray(), 'spectrum' => InstrumentRun::spectrum($s->spectrum)], InstrumentStandIn::read(self::painted($card), StandInPicture::SEED, $uuid));

        return self::put($uuid, $card, 'instrument stand-in', 'stand-in', $samples, null);
    }

    /** The layout with what is really painted on it: the card of a blind session does not say, and the make-believe paint follows from the pans. */
    public static function painted(Card $card): CardLayout
    {
        $rows = Specimen::query()->with('pan.paint.maker')->where('card_id', $card->id)->orderBy('row')->get()
            // An old strip is one of two even patches: a stand-in for what can be compared.
            ->map(static fn (Specimen $s): RowLabel => new RowLabel($s->row, $s->pan->uuid.($card->kind === CardKind::Halves->value ? '|form=two' : ''), $s->pan->paint->colour_name, $s->pan->paint->maker->name, $s->pan->paint->pigments));

        // A frame lies over somebody's sheet; what is on it nobody wrote down.
        return $rows->isEmpty() ? $card->cardLayout() : $card->cardLayout()->withRows(array_values($rows->all()));
    }
}
