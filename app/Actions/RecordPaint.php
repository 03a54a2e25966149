<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Formulation;
use App\Models\Maker;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\PaintMerge;
use App\Models\Pan;
use App\Models\Specimen;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Exchange\Money;
use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Records a paint, its maker if new, and with it one's own pan, as one line. */
final class RecordPaint
{
    /**
     * @param array<string, mixed> $line makerName, range, colourName, pigments as written, and optionally pan
     */
    public static function put(string $uuid, array $line, ?string $ifMatch): Paint
    {
        return DB::transaction(static function () use ($uuid, $line, $ifMatch): Paint {
            $statement = PigmentStatement::parse((string) ($line['pigments'] ?? ''));
            self::refuseTwin($uuid, $line);
            $paint = Paint::put($uuid, [
                'maker_id' => self::maker($line['makerName'])->id,
                'range' => trim((string) ($line['range'] ?? '')),
                'colour_name' => trim($line['colourName']),
                'pigments_written' => trim((string) ($line['pigments'] ?? '')),
                'pigments' => $statement->text(),
                'pigments_stated' => $statement->isStated(),
                ...array_key_exists('series', $line) ? ['series' => trim((string) $line['series'])] : [],
                ...array_key_exists('medium', $line) ? ['medium' => $line['medium']] : [],
                ...array_key_exists('printedColour', $line) ? ['printed_colour' => $line['printedColour'] === null ? null : strtolower((string) $line['printedColour'])] : [],
                ...array_key_exists('grade', $line) ? ['grade' => trim((string) $line['grade'])] : [],
                ...array_key_exists('effects', $line) ? ['effects' => $line['effects'] === null ? null : array_values($line['effects'])] : [],
                ...array_key_exists('discontinued', $line) ? ['discontinued' => (bool) $line['discontinued']] : [],
            ], $ifMatch);
            if ($paint->wasChanged('effects')) {
                RequestMeasurement::ofPaint($paint);
            }
            $paint->codes()->delete();
            PaintCode::query()->insert(PaintCode::rows($paint->id, $statement->codes));
            if (isset($line['pan'])) {
                self::putPan($line['pan']['uuid'], $paint, $line['pan'], null);
            }

            return $paint;
        });
    }

    /** @param array<string, mixed> $pan form, batch, volumeMl, price with currency, keptAt, and optionally openedOn, state, got, note, formulationUuid; its slot has its own action */
    public static function putPan(string $uuid, Paint $paint, array $pan, ?string $ifMatch): Pan
    {
        $price = trim((string) ($pan['price'] ?? '')) === '' ? null : Money::parse((string) $pan['price'], (string) ($pan['currency'] ?? ''));

        $formulation = ($pan['formulationUuid'] ?? '') === '' ? null : Formulation::query()->where('paint_id', $paint->id)->where('uuid', $pan['formulationUuid'])->firstOrFail();

        $made = Pan::put($uuid, [
            ...array_key_exists('formulationUuid', $pan) ? ['formulation_id' => $formulation?->id] : [],
            ...array_key_exists('openedOn', $pan) ? ['opened_on' => $pan['openedOn'] ?: null] : [],
            ...array_key_exists('state', $pan) ? ['state' => $pan['state'] ?: 'in use'] : [],
            ...array_key_exists('got', $pan) ? ['got' => (string) $pan['got']] : [],
            ...array_key_exists('note', $pan) ? ['note' => trim((string) $pan['note'])] : [],
            'paint_id' => $paint->id,
            'form' => $pan['form'],
            'batch' => trim((string) ($pan['batch'] ?? '')),
            'volume_ml' => ($pan['volumeMl'] ?? '') === '' ? null : $pan['volumeMl'],
            'price_minor' => $price?->minor,
            'currency' => $price?->currency,
            'kept_at' => trim((string) ($pan['keptAt'] ?? '')),
        ], $ifMatch);
        if ($made->wasChanged('paint_id')) {
            // An unlabelled pan was recognised: its tests are those of the paint.
            DeriveRatings::giveTo($paint->id, Specimen::query()->where('pan_id', $made->id));
        }

        return $made;
    }

    /**
     * The same paint recorded twice would part its tests.
     *
     * @param array<string, mixed> $line
     */
    private static function refuseTwin(string $uuid, array $line): void
    {
        $own = Paint::query()->withoutGlobalScope(Paint::APART)->where('uuid', $uuid)->first();
        if ($own !== null && PaintMerge::query()->where('from_id', $own->id)->exists()) {
            throw new AlreadyThere('This paint was merged with another entry of it. Reload to see it.', $own->resolveRouteBinding($uuid)->uuid ?? $uuid);
        }
        if ($own !== null || ($line['another'] ?? false)) {
            return;
        }
        $twin = Paint::query()->named($line['colourName'])->whereHas('maker', static fn ($q) => $q->named($line['makerName']))->get()
            ->first(static fn (Paint $p): bool => NameKey::same($p->range, (string) ($line['range'] ?? '')));
        if ($twin !== null) {
            throw new AlreadyThere("\"$twin->colour_name\" of this maker and range is recorded already. Add your tube or pan to it, or say that this is another paint.", $twin->uuid);
        }
    }

    private static function maker(string $name): Maker
    {
        $name = Maker::tidy($name);

        return Maker::query()->named($name)->first()
            ?? Maker::query()->create(['uuid' => (string) Str::uuid(), 'owner_id' => Auth::id(), 'edition' => 1, 'name' => $name]);
    }
}
