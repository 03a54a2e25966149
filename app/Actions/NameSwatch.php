<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Paint;
use App\Models\Swatch;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use MarshTrial\Core\Collection\VagueDate;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Session\Amounts;

/**
 * Says which paint a swatch is, as far as anybody knows, and when and on what it was painted.
 *
 * @phpstan-type NameSwatchNaming array{
 *     naming: 'unknown'|'mixed'|'named', paint_id: int|null, mix_a_id: int|null, mix_b_id: int|null,
 *     drops_a: mixed, drops_b: mixed, measure: mixed, called?: string,
 * }
 */
final class NameSwatch
{
    /** Stands for the maker of a paint that was only called by its name. */
    public const NO_MAKER = 'maker not recorded';

    /** @param array<string, mixed> $values paintUuid, or colourName with makerName and pigments, or mix of two paints with drops, or unknown; paintedWhen, paperWords, note, shared */
    public static function put(Swatch $swatch, array $values, ?string $ifMatch): Swatch
    {
        return DB::transaction(static function () use ($swatch, $values, $ifMatch): Swatch {
            Gate::authorize('update', $swatch);
            $change = self::naming($values);
            if (array_key_exists('paintedWhen', $values)) {
                $when = VagueDate::parse((string) $values['paintedWhen']);
                $change += ['painted_when' => $when->words, 'painted_from' => $when->from, 'painted_to' => $when->to];
            }
            foreach (['paperWords' => 'paper_words', 'note' => 'note'] as $from => $to) {
                $change += array_key_exists($from, $values) ? [$to => trim((string) $values[$from])] : [];
            }
            $change += array_key_exists('shared', $values) ? ['shared' => (bool) $values['shared']] : [];

            return $swatch->change($change, $ifMatch);
        });
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return array{}|NameSwatchNaming
     */
    private static function naming(array $values): array
    {
        $alone = ['mix_a_id' => null, 'mix_b_id' => null, 'drops_a' => null, 'drops_b' => null, 'measure' => Amounts::DROPS];
        if ($values['unknown'] ?? false) {
            return ['naming' => 'unknown', 'paint_id' => null, ...$alone];
        }
        if (isset($values['mix'])) {
            [$a, $b] = array_map(self::paint(...), [$values['mix']['a'], $values['mix']['b']]);
            if ($a->is($b)) {
                throw new CoreException('A paint mixed with itself is that paint. Choose another one for the other side.');
            }
            $counted = isset($values['mix']['dropsA'], $values['mix']['dropsB']);

            return ['naming' => 'mixed', 'paint_id' => null, 'mix_a_id' => $a->id, 'mix_b_id' => $b->id, 'drops_a' => $counted ? $values['mix']['dropsA'] : null, 'drops_b' => $counted ? $values['mix']['dropsB'] : null, 'measure' => $values['mix']['measure'] ?? Amounts::DROPS];
        }
        if (($values['paintUuid'] ?? null) !== null) {
            $paint = self::paint($values['paintUuid']);

            return ['naming' => 'named', 'paint_id' => $paint->id, ...$alone];
        }
        $name = trim((string) ($values['colourName'] ?? ''));
        if ($name === '') {
            return [];
        }
        try {
            $paint = RecordPaint::put((string) Str::uuid(), ['colourName' => $name, 'makerName' => trim((string) ($values['makerName'] ?? '')) ?: self::NO_MAKER, 'pigments' => (string) ($values['pigments'] ?? '')], null);
        } catch (AlreadyThere $there) {
            // What is typed as it is recorded is what is recorded.
            $paint = Paint::query()->where('uuid', $there->uuid)->firstOrFail();
        }

        return ['naming' => 'named', 'paint_id' => $paint->id, 'called' => $name, ...$alone];
    }

    /** The paint of this UUID, or what it was merged into. */
    private static function paint(string $uuid): Paint
    {
        return (new Paint)->resolveRouteBinding($uuid) ?? throw (new ModelNotFoundException)->setModel(Paint::class);
    }
}
