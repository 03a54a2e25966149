<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\CoreException;

/**
 * Text files of colour measurements in the manner of CGATS.17: keywords, then BEGIN_DATA_FORMAT ... END_DATA_FORMAT naming the fields and
 * BEGIN_DATA ... END_DATA with one sample a line. Fields stand apart by tabs or blanks, in any order; a # begins a comment.
 */
final class Cgats
{
    /** Most that is read. */
    public const MOST_BYTES = 4_000_000;

    public const MOST_SAMPLES = 20_000;

    /**
     * @return list<CgatsTable> one or more, in the order of the file
     *
     * @throws CoreException with a sentence when the file holds no table
     */
    public static function read(string $text): array
    {
        if (strlen($text) > self::MOST_BYTES) {
            throw new CoreException(sprintf('The measurement file has %.1f MB; at most %d MB are read.', strlen($text) / 1e6, self::MOST_BYTES / 1e6));
        }
        if (str_starts_with($text, "\xff\xfe") || str_starts_with($text, "\xfe\xff")) {
            $text = mb_convert_encoding(substr($text, 2), 'UTF-8', $text[0] === "\xff" ? 'UTF-16LE' : 'UTF-16BE');
        }
        $text = str_starts_with($text, "\xef\xbb\xbf") ? substr($text, 3) : $text;
        if (str_contains(substr($text, 0, 4096), "\0")) {
            throw new CoreException('This is not a text file of measurements. Export the readings as CGATS text.');
        }
        if (! mb_check_encoding($text, 'UTF-8')) {
            $text = mb_convert_encoding($text, 'UTF-8', 'Windows-1252');
        }
        $tables = [];
        $keywords = $fields = $rows = [];
        $in = '';
        foreach (preg_split('/\r\n|\r|\n/', $text) ?: [] as $number => $line) {
            $words = self::words($line);
            if ($words === []) {
                continue;
            }
            $first = strtoupper($words[0]);
            if ($in === 'format') {
                if ($first === 'END_DATA_FORMAT') {
                    $in = '';
                } else {
                    array_push($fields, ...array_map(strtoupper(...), $words));
                }
            } elseif ($in === 'data') {
                if ($first === 'END_DATA') {
                    $tables[] = new CgatsTable($keywords, $fields, $rows);
                    $rows = [];
                    $in = '';
                } elseif (count($rows) >= self::MOST_SAMPLES) {
                    throw new CoreException(sprintf('The measurement file has more than %d samples; that many are not read.', self::MOST_SAMPLES));
                } elseif (count($words) > count($fields)) {
                    throw new CoreException(sprintf('Line %d of the measurement file has %d values for %d fields. Export it again.', $number + 1, count($words), count($fields)));
                } else {
                    $row = [];
                    foreach ($words as $i => $word) {
                        $row[$fields[$i]] = $word;
                    }
                    $rows[] = $row;
                }
            } elseif ($first === 'BEGIN_DATA_FORMAT') {
                // A further table may have fields of its own, or keep those before it.
                $fields = [];
                $in = 'format';
            } elseif ($first === 'BEGIN_DATA') {
                if ($fields === []) {
                    throw new CoreException('The measurement file has data before it says what its fields are (BEGIN_DATA_FORMAT is missing).');
                }
                $in = 'data';
            } elseif ($first !== 'KEYWORD') {
                $keywords[$first] = $words[1] ?? '';
            }
        }
        if ($in === 'data') {
            throw new CoreException('The measurement file ends in the middle of its data (END_DATA is missing), so part of it may be lost. Copy or export it again.');
        }
        if ($tables === []) {
            throw new CoreException('This is not a file of colour measurements: it has no BEGIN_DATA with samples. Export the readings as CGATS text.');
        }

        return $tables;
    }

    /**
     * @param array<string, string> $keywords
     * @param list<string> $fields
     * @param list<list<string|float|int|null>> $rows values in the order of the fields; null: left out, written as N/A
     */
    public static function write(string $kind, array $keywords, array $fields, array $rows): string
    {
        $quoted = static fn (string $v): string => $v === '' || preg_match('/[\s"#]/', $v) ? '"'.str_replace('"', '""', $v).'"' : $v;
        $lines = [$kind];
        foreach ($keywords as $name => $value) {
            $lines[] = $name.' "'.str_replace('"', '""', $value).'"';
        }
        $lines[] = 'NUMBER_OF_FIELDS '.count($fields);
        array_push($lines, 'BEGIN_DATA_FORMAT', implode(' ', $fields), 'END_DATA_FORMAT', 'NUMBER_OF_SETS '.count($rows), 'BEGIN_DATA');
        foreach ($rows as $row) {
            $lines[] = implode("\t", array_map(static fn (string|float|int|null $v): string => match (true) {
                $v === null => 'N/A',
                is_string($v) => $quoted($v),
                default => rtrim(rtrim(sprintf('%.6f', $v), '0'), '.'),
            }, $row));
        }
        $lines[] = 'END_DATA';

        return implode("\r\n", $lines)."\r\n";
    }

    /** @return list<string> the words of a line, quotes taken off and comments left out */
    private static function words(string $line): array
    {
        $words = [];
        // A doubled quote inside quotes is a quote.
        preg_match_all('/"((?:[^"]|"")*)"?|#.*|[^\s"#]+/u', $line, $found, PREG_SET_ORDER);
        foreach ($found as $match) {
            if ($match[0][0] === '#') {
                break;
            }
            $words[] = $match[0][0] === '"' ? str_replace('""', '"', $match[1] ?? '') : $match[0];
        }

        return $words;
    }
}
