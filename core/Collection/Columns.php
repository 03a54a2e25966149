<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\CoreException;

/** The columns of a collection's spreadsheet: what each field is called here, and which column of a foreign file it most likely is. */
final class Columns
{
    /** Field => name in this program's own export. */
    public const FIELDS = [
        'maker' => 'Maker', 'range' => 'Range', 'colourName' => 'Colour name', 'pigments' => 'Pigments', 'series' => 'Series', 'discontinued' => 'Discontinued',
        'form' => 'Form', 'batch' => 'Batch', 'volumeMl' => 'Volume ml', 'price' => 'Price', 'currency' => 'Currency', 'opened' => 'Opened',
        'state' => 'State', 'palette' => 'Palette', 'slot' => 'Slot', 'keptAt' => 'Kept at', 'got' => 'How got', 'note' => 'Note',
        'paintId' => 'Paint id', 'panId' => 'Pan id',
    ];

    public const NEEDED = ['maker', 'colourName'];

    /** Other headings that mean a field, in lower case without punctuation. */
    private const ALSO = [
        'maker' => ['brand', 'manufacturer', 'make', 'company', 'producer', 'hersteller', 'fabricant'],
        'range' => ['line', 'product line', 'collection', 'grade', 'quality'],
        'colourName' => ['colour', 'color', 'color name', 'name', 'paint', 'paint name', 'farbe', 'couleur'],
        'pigments' => ['pigment', 'pigment code', 'pigment codes', 'ci', 'ci name', 'colour index', 'color index', 'code', 'codes'],
        'series' => ['price group', 'serie'],
        'discontinued' => ['no longer made', 'out of production'],
        'form' => ['type', 'tube or pan', 'format'],
        'batch' => ['lot', 'batch no', 'batch number', 'charge'],
        'volumeMl' => ['ml', 'volume', 'size', 'content', 'contents', 'volume in ml'],
        'price' => ['cost', 'paid', 'preis', 'prix'],
        'currency' => ['curr', 'cur'],
        'opened' => ['date opened', 'opened on', 'open date', 'open since'],
        'state' => ['status', 'condition'],
        'palette' => ['box', 'tin', 'paintbox'],
        'slot' => ['place', 'position', 'well', 'slot no'],
        'keptAt' => ['location', 'where', 'kept', 'stored', 'storage'],
        'got' => ['source', 'origin', 'disclosure', 'got from', 'acquired'],
        'note' => ['notes', 'remark', 'remarks', 'comment', 'comments'],
    ];

    /**
     * @param list<string> $headings
     *
     * @return array<string, int> field => column, from 0; every column at most once
     */
    public static function guess(array $headings): array
    {
        $headings = array_map(self::plain(...), $headings);
        $out = [];
        foreach (self::FIELDS as $field => $own) {
            foreach ([self::plain($own), ...self::ALSO[$field] ?? []] as $name) {
                $at = array_search($name, $headings, true);
                if ($at !== false && ! in_array($at, $out, true)) {
                    $out[$field] = $at;
                    break;
                }
            }
        }

        return $out;
    }

    /**
     * @param array<string, mixed> $mapping
     *
     * @return array<string, int>
     *
     * @throws CoreException when a field is unknown, a column is used twice or is not there, or a needed field has none
     */
    public static function check(array $mapping, int $columns): array
    {
        $out = [];
        foreach ($mapping as $field => $at) {
            if ($at === null || $at === '') {
                continue;
            }
            if (! isset(self::FIELDS[$field]) || ! is_numeric($at) || $at < 0 || $at >= $columns) {
                throw new CoreException('A column was chosen that the file does not have.');
            }
            if (in_array((int) $at, $out, true)) {
                throw new CoreException('One column was chosen for two fields; choose another for one of them.');
            }
            $out[$field] = (int) $at;
        }
        foreach (self::NEEDED as $field) {
            if (! isset($out[$field])) {
                throw new CoreException('Choose the column for "'.self::FIELDS[$field].'"; without it no paint can be recorded.');
            }
        }

        return $out;
    }

    private static function plain(string $heading): string
    {
        return trim((string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', mb_strtolower(str_replace('.', '', $heading))));
    }
}
