<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Money;
use MarshTrial\Core\Pigment\PigmentCodeState;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * Turns one row of a spreadsheet into a paint and a pan, or into sentences about what is wrong with it.
 *
 * @phpstan-type RowReaderRead array{
 *     values: array{
 *         maker: string, range?: string, colourName: string, series?: string, batch?: string, palette?: string,
 *         keptAt?: string, note?: string, pigments: mixed, discontinued: mixed, form: mixed, volumeMl: mixed,
 *         price: mixed, opened: mixed, state: mixed, slot: mixed, got: mixed, paintId: mixed, panId: mixed,
 *         extras: array<string, string>,
 *     },
 *     faults: list<string>,
 * }
 */
final readonly class RowReader
{
    private const SYMBOLS = ['€' => 'EUR', '£' => 'GBP', '¥' => 'JPY'];

    private const LONGEST = ['maker' => 120, 'range' => 120, 'colourName' => 160, 'pigments' => 300, 'series' => 20, 'batch' => 60, 'palette' => 80, 'keptAt' => 160, 'note' => 1000];

    /**
     * @param array<string, int> $mapping field => column
     * @param list<string> $headings of all columns; those that are no field are kept as extras
     * @param array{currency: string, form: string, dates: string} $defaults currency and form for blank cells; dates "day first" or "month first"
     */
    public function __construct(private array $mapping, private array $headings, private array $defaults) {}

    /**
     * @param list<string> $cells
     *
     * @return RowReaderRead values: all fields of Columns::FIELDS but currency, price as minor units and currency, and extras by heading
     */
    public function read(array $cells): array
    {
        $faults = $text = [];
        foreach ($cells as $i => $cell) {
            if (Csv::isFormula($cell)) {
                $faults[] = sprintf('%s begins like a spreadsheet formula ("%s"); put an apostrophe before it if it is meant as text', $this->heading($i), mb_strimwidth($cell, 0, 24, '…'));
            }
        }
        foreach (Columns::FIELDS as $field => $own) {
            $text[$field] = isset($this->mapping[$field]) ? Csv::unguard($cells[$this->mapping[$field]] ?? '') : '';
            if (mb_strlen($text[$field]) > (self::LONGEST[$field] ?? 80)) {
                $faults[] = sprintf('%s is longer than %d characters', $own, self::LONGEST[$field] ?? 80);
            }
        }
        foreach (Columns::NEEDED as $field) {
            if ($text[$field] === '') {
                $faults[] = Columns::FIELDS[$field].' is missing';
            }
        }
        $try = static function (callable $read) use (&$faults): mixed {
            try {
                return $read();
            } catch (CoreException $e) {
                $faults[] = rtrim($e->getMessage(), '.');

                return null;
            }
        };
        $price = $try(fn (): ?Money => $this->price($text['price'], $text['currency']));
        $values = [
            ...array_intersect_key($text, array_flip(['maker', 'range', 'colourName', 'series', 'batch', 'palette', 'keptAt', 'note'])),
            'pigments' => $try(static fn (): string => self::pigments($text['pigments'])),
            'discontinued' => $try(static fn (): bool => self::yes($text['discontinued'])),
            'form' => $try(fn (): string => self::word($text['form'], PanStates::FORMS, $this->defaults['form'], 'form')),
            'volumeMl' => $try(static fn (): ?string => self::volume($text['volumeMl'])),
            'price' => $price,
            'opened' => $try(fn (): ?string => $this->day($text['opened'])),
            'state' => $try(static fn (): string => self::word($text['state'], PanStates::STATES, 'in use', 'state')),
            'slot' => $try(static fn (): ?int => self::slot($text['slot'], $text['palette'])),
            'got' => $try(static fn (): string => self::word($text['got'], PanStates::GOT, '', 'way of getting a paint')),
            'paintId' => $try(static fn (): ?string => self::id($text['paintId'])),
            'panId' => $try(static fn (): ?string => self::id($text['panId'])),
            'extras' => $this->extras($cells),
        ];

        return ['values' => $values, 'faults' => array_values(array_unique($faults))];
    }

    private function heading(int $i): string
    {
        return ($this->headings[$i] ?? '') !== '' ? '"'.$this->headings[$i].'"' : 'Column '.($i + 1);
    }

    /**
     * @param list<string> $cells
     *
     * @return array<string, string>
     */
    private function extras(array $cells): array
    {
        $out = [];
        foreach ($cells as $i => $cell) {
            if ($cell !== '' && ! in_array($i, $this->mapping, true)) {
                $out[($this->headings[$i] ?? '') !== '' ? $this->headings[$i] : 'Column '.($i + 1)] = Csv::unguard($cell);
            }
        }

        return $out;
    }

    private static function pigments(string $written): string
    {
        foreach (PigmentStatement::parse($written)->codes as $code) {
            if ($code->state === PigmentCodeState::NotColourIndexPigment && preg_match('/^p\s?[a-z]{1,2}\s?[\d:.]+\w*$/i', $code->text)) {
                throw new CoreException("\"$code->text\" looks like a pigment code and is none");
            }
            if ($code->state === PigmentCodeState::NotInCatalogue && (int) preg_replace('/\D.*$/', '', ltrim($code->text, 'A..Za..z')) > 300) {
                throw new CoreException("\"$code->text\" looks like a pigment code and is none");
            }
        }

        return $written;
    }

    private function price(string $written, string $currency): ?Money
    {
        if ($written === '') {
            return null;
        }
        foreach (self::SYMBOLS as $symbol => $code) {
            if (str_contains($written, $symbol)) {
                [$written, $currency] = [trim(str_replace($symbol, '', $written)), $currency ?: $code];
            }
        }
        if (preg_match('/^(.*\d)\s*([A-Za-z]{3})$/', $written, $m)) {
            [$written, $currency] = [$m[1], $currency ?: $m[2]];
        }
        if (preg_match('/^[-−]\s*\d/u', $written)) {
            throw new CoreException("A price cannot be below zero (\"$written\")");
        }

        return Money::parse($written, $currency ?: $this->defaults['currency']);
    }

    private static function volume(string $written): ?string
    {
        $number = str_replace(',', '.', trim((string) preg_replace('/ml\.?$/i', '', $written)));
        if ($number === '') {
            return null;
        }
        if (! is_numeric($number) || $number <= 0 || $number > 5000) {
            throw new CoreException("\"$written\" is not a volume in ml");
        }

        return sprintf('%.2f', $number);
    }

    private function day(string $written): ?string
    {
        if ($written === '') {
            return null;
        }
        $parts = match (true) {
            (bool) preg_match('/^(\d{4})-(\d{1,2})(?:-(\d{1,2}))?$/', $written, $m) => [$m[1], $m[2], $m[3] ?? 1],
            (bool) preg_match('#^(\d{1,2})[./\-](\d{1,2})[./\-](\d{4})$#', $written, $m) => $this->defaults['dates'] === 'month first' && ! str_contains($written, '.') ? [$m[3], $m[1], $m[2]] : [$m[3], $m[2], $m[1]],
            default => [0, 0, 0],
        };
        [$year, $month, $day] = array_map(intval(...), $parts);
        if (! checkdate($month, $day, $year) || $year < 1900 || $year > 2100) {
            throw new CoreException("\"$written\" is not a date; write it as 2026-03-31");
        }

        return sprintf('%04d-%02d-%02d', $year, $month, $day);
    }

    private static function yes(string $written): bool
    {
        return match (mb_strtolower($written)) {
            '', 'no', 'n', '0', 'false' => false,
            'yes', 'y', '1', 'true', 'x', 'discontinued' => true,
            default => throw new CoreException("\"$written\" is neither yes nor no (Discontinued)"),
        };
    }

    /** @param list<string> $words */
    private static function word(string $written, array $words, string $blank, string $what): string
    {
        if ($written === '') {
            return $blank;
        }
        $found = array_search(mb_strtolower($written), $words, true);

        return $found === false ? throw new CoreException("\"$written\" is no known $what; known are: ".implode(', ', array_filter($words))) : $words[$found];
    }

    private static function slot(string $written, string $palette): ?int
    {
        if ($written === '') {
            return null;
        }
        if (! ctype_digit($written) || (int) $written < 1 || (int) $written > 400) {
            throw new CoreException("\"$written\" is not the number of a slot");
        }
        if ($palette === '') {
            throw new CoreException('A slot needs its palette');
        }

        return (int) $written;
    }

    private static function id(string $written): ?string
    {
        if ($written !== '' && ! preg_match('/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i', $written)) {
            throw new CoreException("\"$written\" is not an id of this program");
        }

        return $written === '' ? null : strtolower($written);
    }
}
