<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Pan;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\Columns;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\Exchange\Money;

/** A tester's collection as CSV: all fields, and every column that came in with a foreign spreadsheet. */
final class CollectionExport
{
    /** @param resource $stream */
    public static function write(User $user, $stream): void
    {
        $extras = self::extraColumns($user);
        fwrite($stream, Csv::BOM.Csv::line([...array_values(Columns::FIELDS), ...$extras]));
        foreach (self::rows($user) as $row) {
            $values = self::values($row);
            $own = $row->extras === null ? [] : json_decode($row->extras, true);
            fwrite($stream, Csv::line([...array_map(static fn (string $f): ?string => $values[$f], array_keys(Columns::FIELDS)), ...array_map(static fn (string $h): string => (string) ($own[$h] ?? ''), $extras)]));
        }
    }

    /** @return iterable<object> every pan of a tester with its paint, maker and palette */
    public static function rows(User $user): iterable
    {
        return DB::table('pans')->join('paints', 'paints.id', '=', 'pans.paint_id')->join('makers', 'makers.id', '=', 'paints.maker_id')
            ->leftJoin('palettes', 'palettes.id', '=', 'pans.palette_id')
            ->where('pans.owner_id', $user->id)->orderBy('pans.id')
            ->select('pans.*', 'makers.name as maker', 'paints.range', 'paints.colour_name', 'paints.pigments_written', 'paints.series', 'paints.discontinued', 'paints.uuid as paint_uuid', 'palettes.name as palette')
            ->cursor();
    }

    /** @return array<string, string|null> by field */
    public static function values(object $row): array
    {
        $price = $row->price_minor === null ? null : Money::ofMinor((int) $row->price_minor, (string) $row->currency);

        return [
            'maker' => $row->maker, 'range' => $row->range, 'colourName' => $row->colour_name, 'pigments' => $row->pigments_written, 'series' => $row->series, 'discontinued' => $row->discontinued ? 'yes' : '',
            'form' => $row->form, 'batch' => $row->batch, 'volumeMl' => $row->volume_ml === null ? '' : rtrim(rtrim(sprintf('%.2f', $row->volume_ml), '0'), '.'),
            'price' => $price === null ? '' : explode(' ', $price->text())[0], 'currency' => (string) $row->currency, 'opened' => $row->opened_on === null ? '' : substr((string) $row->opened_on, 0, 10),
            'state' => $row->state, 'palette' => (string) $row->palette, 'slot' => (string) $row->slot, 'keptAt' => $row->kept_at, 'got' => $row->got, 'note' => $row->note,
            'paintId' => $row->paint_uuid, 'panId' => $row->uuid,
        ];
    }

    /** @return list<string> */
    private static function extraColumns(User $user): array
    {
        $found = [];
        foreach (Pan::query()->toBase()->where('owner_id', $user->id)->whereNotNull('extras')->select('extras')->cursor() as $row) {
            $found += json_decode($row->extras, true);
        }

        return array_map(strval(...), array_keys($found));
    }
}
