<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Measurement;
use App\Models\Swatch;
use Illuminate\Support\Str;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Measuring\CardMeasurement;

/** Writes what every placing of a pocket frame in a picture says; who named a swatch, when and how, stays. */
final class DeriveSwatches
{
    public static function from(Measurement $measurement, CardMeasurement $measured): void
    {
        $json = MeasurementJson::toArray($measured);
        $picture = $measurement->picture;
        foreach ($json['swatches'] as $swatch) {
            $row = (int) $swatch['row'];
            $deposits = array_column($swatch['deposits'], 'deposit', 'cell');
            $cells = array_values(array_filter($json['cells'], static fn (array $c): bool => $c['row'] === $row));
            $told = $swatch['problem'] !== null ? null : [
                'places' => array_map(static fn (array $c): array => ['cell' => $c['id'], 'role' => $c['role'], 'what' => $c['what'], 'lab' => $c['lab'], 'rgb' => $c['rgbLinear'], 'uncertainty95' => $c['uncertainty95'], 'deposit' => $deposits[$c['id']] ?? null, 'polygonPx' => $c['polygonPx']], $cells),
                'keyChannel' => $swatch['keyChannel'], 'overBarePaper' => $swatch['overBarePaper'], 'outshines' => $swatch['outshines'], 'remarks' => [...$swatch['remarks'], ...$json['scan']['remarks']],
                'ratings' => array_values(array_map(static fn (array $r): array => array_diff_key($r, ['numbers' => 0, 'cells' => 0]), array_filter($json['ratings'], static fn (array $r): bool => $r['row'] === $row))),
                'photo' => $json['scan']['photo'], 'outlinePx' => $json['scan']['pieces'][$row - 1]['outlinePx'] ?? null,
            ];
            $kept = Swatch::query()->firstOrNew(['picture_id' => $picture->id, 'placing' => $row], ['uuid' => (string) Str::uuid(), 'owner_id' => $picture->owner_id, 'edition' => 0]);
            $kept->fill(['told' => $told, 'problem' => $swatch['problem'], 'edition' => $kept->edition + 1]);
            // One name for two swatches would be wrong for one of them.
            if (! $kept->exists && count($json['swatches']) === 1) {
                $kept->fill(['called' => $picture->called]);
            }
            $kept->save();
        }
        Swatch::query()->where('picture_id', $picture->id)->where('placing', '>', count($json['swatches']))->update(['told' => null, 'problem' => 'A later reading of this picture found no frame here.']);
    }
}
