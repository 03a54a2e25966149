<?php

declare(strict_types=1);

namespace App\Queries;

use MarshTrial\Core\Colour\Lab;

/** What bin/accuracy found when it measured pictures whose truth is known, as its page shows it. */
final class AccuracyView
{
    public const FOLDER = 'docs/accuracy';

    /** @return array<string, array<string, mixed>|null> scans, photos, drying, covered; null where that part was not run */
    public static function all(): array
    {
        $file = base_path(self::FOLDER.'.json');
        $report = is_file($file) ? (array) json_decode((string) file_get_contents($file), true) : [];
        $photos = $report['photos'] ?? null;

        return ['photos' => $photos === null ? null : self::photos($photos), 'drying' => $report['drying'] ?? null, 'covered' => $report['covered'] ?? null, 'scans' => $report['scans'] ?? null];
    }

    /**
     * Figures of one device and calibration in a row, the rest by themselves; worst cells as they look.
     *
     * @param array<string, mixed> $photos
     *
     * @return array<string, mixed>
     */
    private static function photos(array $photos): array
    {
        $kinds = $others = [];
        foreach ($photos['figures'] as $figure) {
            $parts = explode(': ', $figure['name'], 2);
            if (count($parts) === 2) {
                $kinds[$parts[0]][] = ['name' => $parts[1]] + $figure;
            } else {
                $others[] = $figure;
            }
        }
        $hex = static fn (array $lab): string => (new Lab(...array_map(floatval(...), $lab)))->toXyz()->toLinearRgb()->toHex();

        return [
            'words' => $photos['words'], 'outside' => $photos['outside'], 'others' => $others,
            'kinds' => array_map(static fn (string $kind, array $figures): array => ['kind' => $kind, 'figures' => $figures], array_keys($kinds), $kinds),
            'worst' => array_map(static fn (array $w): array => $w + ['measuredHex' => $hex($w['measured']), 'trueHex' => $hex($w['true'])], $photos['worst']),
        ];
    }
}
