<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\CoreException;

/**
 * Reads and writes separated text row by row (RFC 4180; separators comma, semicolon, tab or bar; UTF-8, UTF-16 or Windows-1252).
 *
 * Cells that a spreadsheet would run as a formula are written with an apostrophe before them, which reading takes away again.
 */
final readonly class Csv
{
    public const SEPARATORS = ['comma' => ',', 'semicolon' => ';', 'tab' => "\t", 'bar' => '|'];

    public const ENCODINGS = ['UTF-8', 'Windows-1252', 'UTF-16'];

    /** A cell beyond this many bytes most likely lacks its closing quote. */
    public const LONGEST_CELL = 4000;

    /** Byte order mark of UTF-8; spreadsheets write it, and read UTF-8 rightly only with it. */
    public const BOM = "\xEF\xBB\xBF";

    private const FORMULA = '/^\'*[=+\-@\t\r]/';

    public function __construct(public string $separator, public string $encoding) {}

    /**
     * What a file most likely is, from its beginning.
     *
     * @throws CoreException when it is no text
     */
    public static function guess(string $beginning): self
    {
        $encoding = match (true) {
            str_starts_with($beginning, "\xFF\xFE"), str_starts_with($beginning, "\xFE\xFF") => 'UTF-16',
            str_starts_with($beginning, self::BOM), self::mostlyUtf8($beginning) => 'UTF-8',
            default => 'Windows-1252',
        };
        $text = $encoding === 'UTF-16' ? self::fromUtf16($beginning) : $beginning;
        if ($text === '' || str_contains($text, "\0") || preg_match('/[\x01-\x08\x0E-\x1F]/', $text)) {
            throw new CoreException($text === '' ? 'The file is empty.' : 'This is no text file. Save the spreadsheet as CSV and choose that file.');
        }
        $first = strtok($text, "\r\n");
        $counts = array_map(static fn (string $s): int => substr_count((string) $first, $s), self::SEPARATORS);
        arsort($counts);

        return new self(array_key_first($counts), $encoding);
    }

    /** Valid UTF-8 but for a few lines; a last character that is cut off does not count. */
    private static function mostlyUtf8(string $bytes): bool
    {
        if (! preg_match('/[\x80-\xFF]/', $bytes)) {
            return true;
        }
        $lines = array_slice(array_filter(explode("\n", $bytes), static fn (string $l): bool => (bool) preg_match('/[\x80-\xFF]/', $l)), 0, -1) ?: [$bytes];
        $good = array_filter($lines, static fn (string $l): bool => mb_check_encoding($l, 'UTF-8'));

        return count($good) * 2 > count($lines);
    }

    private static function fromUtf16(string $bytes): string
    {
        $bytes = strlen($bytes) % 2 === 0 ? $bytes : substr($bytes, 0, -1);

        return (string) mb_convert_encoding(substr($bytes, 2), 'UTF-8', str_starts_with($bytes, "\xFE\xFF") ? 'UTF-16BE' : 'UTF-16LE');
    }

    /**
     * The rows of a file, numbered as a spreadsheet numbers them (the first is 1); blank rows are left out.
     *
     * @param resource $stream at its beginning; must be seekable
     *
     * @return iterable<int, array{cells: list<string>, fault: string|null}>
     */
    public function rows($stream): iterable
    {
        if ($this->encoding === 'UTF-16') {
            $whole = self::fromUtf16((string) stream_get_contents($stream));
            $stream = fopen('php://temp', 'w+b') ?: throw new CoreException('The file could not be read.');
            fwrite($stream, $whole);
            rewind($stream);
        }
        if (fread($stream, 3) !== self::BOM) {
            rewind($stream);
        }
        $number = 0;
        while (($cells = fgetcsv($stream, null, self::SEPARATORS[$this->separator], '"', '')) !== false) {
            $number++;
            if ($cells === [null]) {
                continue;
            }
            $fault = null;
            foreach ($cells as $i => $cell) {
                $cell = (string) $cell;
                if ($this->encoding === 'Windows-1252') {
                    $cell = mb_convert_encoding($cell, 'UTF-8', 'Windows-1252');
                } elseif (! mb_check_encoding($cell, 'UTF-8')) {
                    $fault = 'has characters that are not UTF-8; save the file as UTF-8, or choose Windows-1252 if the whole file is in it';
                    $cell = mb_scrub($cell, 'UTF-8');
                }
                if (strlen($cell) > self::LONGEST_CELL) {
                    $fault = 'has a cell longer than '.self::LONGEST_CELL.' characters; perhaps a closing quote is missing';
                    $cell = mb_strcut($cell, 0, 80);
                }
                $cells[$i] = trim($cell, " \u{A0}");
            }
            if (implode('', $cells) !== '') {
                yield $number => ['cells' => $cells, 'fault' => $fault];
            }
        }
    }

    /** Whether a spreadsheet would take the cell for a formula; a plain number is none. */
    public static function isFormula(string $cell): bool
    {
        return strlen($cell) > 1 && preg_match('/^[=+\-@\t\r]/', $cell) === 1 && ! preg_match('/^[+\-]\s?\d+(?:[.,]\d+)?$/', $cell);
    }

    /** Takes the guarding apostrophe away. */
    public static function unguard(string $cell): string
    {
        return $cell !== '' && $cell[0] === "'" && preg_match(self::FORMULA, $cell) ? substr($cell, 1) : $cell;
    }

    /**
     * One row as text with a line feed, comma and quotes as RFC 4180 has them.
     *
     * @param list<string|int|float|null> $cells
     */
    public static function line(array $cells): string
    {
        return implode(',', array_map(static function (string|int|float|null $cell): string {
            // A negative number begins as a formula does, and is none.
            $cell = is_string($cell) && preg_match(self::FORMULA, $cell) ? "'$cell" : (string) $cell;

            return preg_match('/[",\r\n]|^\s|\s$/', $cell) ? '"'.str_replace('"', '""', $cell).'"' : $cell;
        }, $cells))."\r\n";
    }
}
