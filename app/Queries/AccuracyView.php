<?php

declare(strict_types=1);

namespace App\Queries;

use MarshTrial\Core\Colour\Lab;

/**
 * What bin/accuracy found when it measured pictures whose truth is known, as its page shows it.
 *
 * @phpstan-type AccuracyAll array{
 *     photos: array<string, mixed>|null, drying: mixed, covered: mixed, swatches: mixed, courses: mixed,
 *     scans: mixed,
 * }
 * @phpstan-type AccuracyPhotos array{
 *     words: mixed, outside: mixed, others: list<mixed>,
 *     kinds: list<array{kind: string, figures: array<string, mixed>}>,
 *     chances: list<array{kind: string, figures: array<string, mixed>}>, worst: array<array<string, mixed>>,
 * }
 */
final class AccuracyView
{
    public const FOLDER = 'docs/accuracy';

    /** @return AccuracyAll scans, photos, drying, covered, swatches, courses; null where that part was not run */
    public static function all(): array
    {
        $file = base_path(self::FOLDER.'.json');
        $report = is_file($file) ? (array) json_decode((string) file_get_contents($file), true) : [];
        $photos = $report['photos'] ?? null;

        return ['photos' => $photos === null ? null : self::photos($photos), 'drying' => $report['drying'] ?? null, 'covered' => $report['covered'] ?? null, 'swatches' => $report['swatches'] ?? null, 'courses' => $report['courses'] ?? null, 'scans' => $report['scans'] ?? null];
    }

    /**
     * Figures of one device and calibration in a row, what was said with a chance beside how often it was right, the rest by themselves; worst cells as they look.
     *
     * @param array<string, mixed> $photos
     *
     * @return AccuracyPhotos
     */
    private static function photos(array $photos): array
    {
        $kinds = array_fill_keys(array_column($photos['worst'], 'kind'), []);
        $chances = $others = [];
        foreach ($photos['figures'] as $figure) {
            [$of, $name] = [...explode(': ', $figure['name'], 2), ''];
            if (isset($kinds[$of])) {
                $kinds[$of][] = ['name' => $name] + $figure;
            } elseif (str_starts_with($of, 'chances of ')) {
                $chances[substr($of, strlen('chances of '))][] = ['name' => $name] + $figure;
            } else {
                $others[] = $figure;
            }
        }
        $grouped = static fn (array $by): array => array_map(static fn (string $kind, array $figures): array => ['kind' => $kind, 'figures' => $figures], array_keys($by), $by);
        $hex = static fn (array $lab): string => (new Lab(...array_map(floatval(...), $lab)))->toXyz()->toLinearRgb()->toHex();

        return [
            'words' => $photos['words'], 'outside' => $photos['outside'], 'others' => $others,
            'kinds' => $grouped($kinds), 'chances' => $grouped($chances),
            'worst' => array_map(static fn (array $w): array => $w + ['measuredHex' => $hex($w['measured']), 'trueHex' => $hex($w['true'])], $photos['worst']),
        ];
    }
}
