<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\LightLog;
use DateTimeZone;
use Illuminate\Http\UploadedFile;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Daylight\LightLog as Sum;

/** Reads a light logger's CSV line by line, whatever its columns are called, and keeps its sums by day. */
final class ReadLightLog
{
    /** Lines above the readings that may say something else. */
    private const MOST_HEADINGS = 60;

    private const MOST_BYTES = 120_000_000;

    /** Words that stand over a column of times and of light. */
    private const TIMES = '/time|date|when|stamp/i';

    private const LIGHTS = '/lux|lx|light|illum|irrad|w\/m|value/i';

    public static function keep(string $uuid, Card $card, UploadedFile $file, string $unit, string $zone, ?int $timeColumn, ?int $lightColumn): LightLog
    {
        if ($file->getSize() > self::MOST_BYTES) {
            throw new CoreException('This file is larger than a year of readings every minute. Export a part of it.');
        }
        $sum = self::summed($file->getPathname(), $unit, $zone, $timeColumn, $lightColumn, $card->hanging?->time_zone);

        return LightLog::put($uuid, [
            'card_id' => $card->id, 'name' => mb_substr($file->getClientOriginalName(), 0, 200), 'unit' => $unit, 'time_zone' => $zone,
            'readings' => $sum->readings, 'gaps' => $sum->gaps, 'clipped' => $sum->isClipped(), 'days' => $sum->days(),
        ]);
    }

    /**
     * @param string $zone by which the logger's clock went
     * @param string|null $windowZone by whose days the light is summed; null: the clock's
     * @param int|null $timeColumn counted from 1; null: told by its heading or by what stands in it
     *
     * @throws CoreException with one sentence for a file that holds no light
     */
    public static function summed(string $path, string $unit, string $zone, ?int $timeColumn = null, ?int $lightColumn = null, ?string $windowZone = null): Sum
    {
        $stream = fopen($path, 'rb') ?: throw new CoreException('The file could not be opened.');
        $beginning = (string) fread($stream, 65536);
        $csv = new Csv(self::separator($beginning), Csv::guess($beginning)->encoding);
        rewind($stream);
        $sum = new Sum(new DateTimeZone($zone), Sum::UNITS[$unit], new DateTimeZone($windowZone ?? $zone));
        [$time, $light] = [$timeColumn === null ? null : $timeColumn - 1, $lightColumn === null ? null : $lightColumn - 1];
        foreach ($csv->rows($stream) as $line => ['cells' => $cells]) {
            if ($sum->readings === 0) {
                [$time, $light] = [$timeColumn === null ? self::named($cells, self::TIMES) ?? $time : $time, $lightColumn === null ? self::named($cells, self::LIGHTS) ?? $light : $light];
                if (! self::isReading($cells, $time ?? 0, $light ?? 1)) {
                    if ($line > self::MOST_HEADINGS) {
                        break;
                    }
                    continue;
                }
                [$time, $light] = [$time ?? 0, $light ?? 1];
            }
            $value = str_replace(',', '.', trim((string) ($cells[$light] ?? '')));
            if ($value === '' || ! isset($cells[$time])) {
                continue;
            }
            if (! is_numeric($value)) {
                throw new CoreException("Line $line holds \"$value\" where the light should stand. Look whether the right column was chosen.");
            }
            $sum->add(trim($cells[$time]), (float) $value);
        }
        fclose($stream);
        if ($sum->readings < 2) {
            throw new CoreException('No readings were found: a line of the file should hold a time such as 2026-03-01 14:05 and a number. Say which columns they are in.');
        }

        return $sum;
    }

    /** What parts most lines: a logger writes lines of its own above its table, and commas may be decimal ones. */
    private static function separator(string $beginning): string
    {
        $lines = array_filter(explode("\n", $beginning), static fn (string $l): bool => trim($l) !== '');
        foreach (['semicolon', 'tab', 'bar'] as $separator) {
            if (count(array_filter($lines, static fn (string $l): bool => str_contains($l, Csv::SEPARATORS[$separator]))) * 2 > count($lines)) {
                return $separator;
            }
        }

        return 'comma';
    }

    /** @param array<int, string|null> $cells */
    private static function named(array $cells, string $pattern): ?int
    {
        foreach ($cells as $i => $cell) {
            if (preg_match('/[a-z]/i', (string) $cell) === 1 && preg_match('/\d:\d/', (string) $cell) === 0 && preg_match($pattern, (string) $cell) === 1) {
                return $i;
            }
        }

        return null;
    }

    /** @param array<int, string|null> $cells */
    private static function isReading(array $cells, int $time, int $light): bool
    {
        return preg_match('/\d{4}.*\d:\d/', (string) ($cells[$time] ?? '')) === 1 && is_numeric(str_replace(',', '.', trim((string) ($cells[$light] ?? ''))));
    }
}
