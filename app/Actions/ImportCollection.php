<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\ImportWaits;
use App\Models\Import;
use App\Models\User;
use App\Storage\DiskSpace;
use App\Storage\DurableFile;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\Columns;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Money;

/** Takes a spreadsheet in: kept as it came, checked row by row, then made in one transaction or not at all. */
final class ImportCollection
{
    public const LARGEST_BYTES = 20_000_000;

    /** More would hold the database for too long in one transaction. */
    public const MOST_ROWS = 20_000;

    public const CHUNK = 200;

    /** What decides how the rows are read. */
    private const SETTINGS = ['separator', 'encoding', 'mapping', 'defaults'];

    private const SHOWN_ROWS = 12;

    /** @throws CoreException when it is no separated text with headings */
    public static function receive(string $uuid, string $path, string $name): Import
    {
        $beginning = (string) file_get_contents($path, length: 65_536);
        $csv = Csv::guess($beginning);
        $import = new Import(['uuid' => $uuid, 'separator' => $csv->separator, 'encoding' => $csv->encoding]);
        DiskSpace::needed();
        DurableFile::write($import->path(), (string) file_get_contents($path));
        $import = Import::put($uuid, [
            'name' => mb_substr($name, 0, 200), 'separator' => $csv->separator, 'encoding' => $csv->encoding, ...self::headings($import),
            'defaults' => ['currency' => 'EUR', 'form' => 'tube', 'dates' => 'day first'],
        ]);
        self::check($import);

        return $import;
    }

    /** @return array{headings: list<string>, mapping: array<string, int>} as they follow from separator and encoding */
    public static function headings(Import $import): array
    {
        $stream = fopen($import->path(), 'rb') ?: throw new CoreException('The file could not be read.');
        foreach ((new Csv($import->separator, $import->encoding))->rows($stream) as $line) {
            $headings = array_map(static fn (string $c): string => mb_substr($c, 0, 80), $line['cells']);

            return ['headings' => $headings, 'mapping' => Columns::guess($headings)];
        }
        throw new CoreException('The file has no rows.');
    }

    /** Checks the rows in the background, or says at once which column is missing. */
    public static function check(Import $import): void
    {
        try {
            Columns::check($import->mapping, count($import->headings));
        } catch (CoreException $e) {
            $import->update(['state' => 'checked', 'problem' => $e->getMessage(), 'report' => null, 'progress' => 1]);

            return;
        }
        $import->update(['state' => 'checking', 'problem' => null, 'report' => null, 'progress' => 0]);
        event(new ImportWaits($import->id));
    }

    /** What every row would do; nothing is written but the report. */
    public static function look(Import $import, User $user): void
    {
        $settings = $import->only(self::SETTINGS);
        $read = new ReadCollection($import, $user);
        $counts = ['new' => 0, 'same' => 0, 'change' => 0, 'wrong' => 0];
        $shown = $faults = [];
        $paints = $done = 0;
        $told = microtime(true);
        foreach ($read->rows() as $number => $row) {
            if ($read->rows > self::MOST_ROWS) {
                $import->update(['state' => 'checked', 'progress' => 1, 'problem' => sprintf('The file has %d rows; up to %d are taken at once. Split it into several.', $read->rows, self::MOST_ROWS)]);

                return;
            }
            $counts[$row['does']]++;
            $paints += (int) ($row['paint']['new'] ?? false);
            if (count($shown) < self::SHOWN_ROWS) {
                $shown[] = ['row' => $number, 'does' => $row['does'], 'values' => self::shown($row['values']), 'newPaint' => $row['paint']['new'] ?? false];
            }
            if ($row['faults'] !== []) {
                $faults[] = ['row' => $number, 'faults' => $row['faults'], 'about' => mb_strimwidth(implode(' · ', array_filter($row['cells'])), 0, 100, '…')];
            }
            if (++$done % 50 === 0 && microtime(true) - $told > 0.25) {
                $told = microtime(true);
                DB::table('imports')->where('id', $import->id)->update(['progress' => $done / max(1, $read->rows)]);
            }
        }
        if ($import->refresh()->only(self::SETTINGS) !== $settings) {
            // Set otherwise meanwhile: they are looked at once more, as they are to be read now.
            return;
        }
        $import->update(['state' => 'checked', 'progress' => 1, 'report' => ['rows' => $done, ...$counts, 'newPaints' => $paints, 'shown' => $shown, 'faults' => $faults]]);
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return array<string, string>
     */
    private static function shown(array $values): array
    {
        $price = $values['price'] instanceof Money ? $values['price']->text() : '';
        unset($values['extras'], $values['paintId'], $values['panId'], $values['currency']);

        return array_filter(array_map(static fn (mixed $v): string => is_bool($v) ? ($v ? 'yes' : '') : (is_scalar($v) ? (string) $v : ''), [...$values, 'price' => $price]), static fn (string $v): bool => $v !== '');
    }

    /** Makes all rows that are right, in one transaction; wrong ones are left out as the report said. */
    public static function run(Import $import, User $user): void
    {
        DB::transaction(static function () use ($import, $user): void {
            $import->refresh();
            if ($import->state !== 'importing') {
                return;
            }
            $read = new ReadCollection($import, $user);
            $writer = new ImportWriter($import, $user);
            $done = 0;
            $told = microtime(true);
            foreach ($read->rows() as $row) {
                $writer->add($row);
                if (++$done % self::CHUNK === 0 && microtime(true) - $told > 0.25) {
                    $told = microtime(true);
                    // The database is held by this transaction, so progress goes another way.
                    self::tell($import, $done / max(1, $read->rows));
                }
            }
            $writer->finish($read);
            $import->update(['state' => 'done', 'progress' => 1]);
        });
        Cache::store('file')->forget("import-$import->uuid");
    }

    public static function tell(Import $import, float $progress): void
    {
        Cache::store('file')->put("import-$import->uuid", $progress, 600);
    }

    public static function progress(Import $import): float
    {
        return $import->state === 'importing' ? (float) Cache::store('file')->get("import-$import->uuid", 0.0) : $import->progress;
    }
}
