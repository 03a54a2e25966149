<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\Card;
use App\Models\Ledger;
use App\Models\Paper;
use App\Models\Revision;
use App\Queries\RecordEvidence;
use App\Storage\NoRoom;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\RatingStatus;
use ZipArchive;

/**
 * All published records of this ledger as plain tables: made of the newest revision of each, as it would be passed on. Withdrawn records are named and
 * leave no tests. With the data dictionary they are a data package (Frictionless Data Package, version 1), which a statistician opens in one line.
 *
 * @phpstan-type OpenTablesDictionary array{
 *     profile: 'tabular-data-package', name: 'marsh-trial-ledger', id: string, title: string, created: string,
 *     description: string,
 *     resources: list<array{
 *         name: string, path: string, profile: 'tabular-data-resource', format: 'csv', mediatype: 'text/csv',
 *         encoding: 'utf-8',
 *         schema: array{
 *             primaryKey?: string,
 *             fields: list<array{
 *                 description?: string, name: string,
 *                 type: 'boolean'|'datetime'|'integer'|'string'|'date'|'number',
 *             }>,
 *             missingValues: array{string},
 *             foreignKeys?: list<array{fields: string, reference: array{resource: string, fields: string}}>,
 *         },
 *     }>,
 * }
 */
final class OpenTables
{
    /**
     * Table => field => [type of the Table Schema, what it is].
     *
     * @var array<string, array<string, array{0: string, 1: string}>>
     */
    public const TABLES = [
        'records' => [
            'card' => ['string', 'name of the record (UUID)'], 'revision' => ['integer', 'number of its newest revision'], 'title' => ['string', 'title'], 'kind' => ['string', 'kind of card'], 'tester' => ['string', 'who tested'], 'tester_id' => ['string', 'the same (UUID)'],
            'ledger' => ['string', 'ledger that it is of'], 'ledger_id' => ['string', 'the same (UUID)'], 'published' => ['datetime', 'when the newest revision was published'], 'withdrawn' => ['boolean', 'it was withdrawn, and counts as no evidence'], 'withdrawn_because' => ['string', 'why'], 'licence' => ['string', 'under which it may be used'],
            'paper_maker' => ['string', 'maker of the paper'], 'paper_fibre' => ['string', 'fibre of the paper'], 'paper_weight_gsm' => ['integer', 'weight of the paper, g/m2'], 'paper_surface' => ['string', 'surface of the paper'], 'paper_side' => ['string', 'felt or wire side'], 'repeats' => ['string', 'record that this one repeats (UUID)'], 'fingerprint' => ['string', 'SHA-256 over its canonical form (RFC 8785)'],
        ],
        'paints' => ['paint' => ['string', 'name of the paint (UUID)'], 'maker' => ['string', 'maker'], 'range' => ['string', 'range of the maker'], 'name' => ['string', 'name of the paint'], 'pigments' => ['string', 'pigments as the maker states them'], 'medium' => ['string', 'medium'], 'discontinued' => ['boolean', 'no longer made']],
        'rows' => ['specimen' => ['string', 'name of the painted row (UUID)'], 'card' => ['string', 'record (UUID)'], 'row' => ['integer', 'row of the card, from 1'], 'paint' => ['string', 'paint (UUID)'], 'form' => ['string', 'form of the paint'], 'batch' => ['string', 'batch'], 'volume_ml' => ['number', 'volume of the pan or tube, ml'], 'opened' => ['date', 'when it was opened'], 'got' => ['string', 'disclosure, how the tester came by it']],
        'conditions' => ['specimen' => ['string', 'painted row (UUID)'], 'condition' => ['string', 'what'], 'value' => ['string', 'how it was']],
        'ratings' => [
            'specimen' => ['string', 'painted row (UUID)'], 'measurement' => ['string', 'measurement (UUID)'], 'property' => ['string', 'what was rated'], 'status' => ['string', 'measured, or why not'], 'value' => ['number', 'value of the property, in the unit of its measure'], 'uncertainty' => ['number', 'standard uncertainty (1 sigma) of the value'],
            'class' => ['string', 'class, where one holds'], 'protocol' => ['string', 'how it was tested'], 'scale' => ['string', 'scale'], 'rules' => ['integer', 'version of the rules'], 'left_out' => ['boolean', 'the tester set this test aside'],
        ],
        'verdicts' => ['specimen' => ['string', 'painted row (UUID)'], 'property' => ['string', 'what was judged by eye'], 'word' => ['string', 'word of the scale'], 'check' => ['string', 'fade check at which it was judged (UUID)'], 'tester' => ['string', 'who judged'], 'given' => ['datetime', 'when'], 'names_hidden' => ['boolean', 'judged without knowing which paint it was']],
        'checks' => ['check' => ['string', 'fade check (UUID)'], 'card' => ['string', 'record (UUID)'], 'on' => ['date', 'day'], 'dose_mlxh' => ['number', 'light so far, million lux hours'], 'dose_uncertainty' => ['number', 'standard deviation of its natural logarithm']],
        'fading' => [
            'specimen' => ['string', 'painted row (UUID)'], 'check' => ['string', 'fade check (UUID)'], 'depth' => ['integer', 'depth of the field'], 'change' => ['number', 'colour difference of the window half to the dark half, dE*ab, corrected and beyond noise'], 'uncertainty' => ['number', 'standard uncertainty of the change'], 'outcome' => ['string', 'which way this field went between first reading and this check (what is told of the row stands in light)'],
            'dark_L' => ['number', 'CIELAB of the dark half (D65, 2 degrees)'], 'dark_a' => ['number', ''], 'dark_b' => ['number', ''], 'window_L' => ['number', 'CIELAB of the window half'], 'window_a' => ['number', ''], 'window_b' => ['number', ''],
        ],
        'light' => [
            'specimen' => ['string', 'painted row (UUID)'], 'words' => ['string', 'what light did to this row, as it is told on every page'],
            'chance' => ['number', 'chance that the words are true, 0 to 1'], 'mlxh' => ['number', 'light that it rests on, million lux hours; empty: not known'],
            'change' => ['number', 'greatest change that the course gives at that light, dE*ab'],
            'uncertainty' => ['number', 'standard uncertainty of it'], 'doubt' => ['string', 'why it cannot be told, where it cannot'],
            'categories' => ['string', 'lightfastness categories that the course leaves possible'],
            'ten_years' => ['string', 'how the row stands for ten years on a living room wall'],
        ],
        'readings' => ['measurement' => ['string', 'measurement (UUID)'], 'card' => ['string', 'record (UUID)'], 'cell' => ['string', 'place on the card'], 'role' => ['string', 'what is painted there'], 'row' => ['integer', 'row of the card'], 'L' => ['number', 'CIELAB lightness (D65, 2 degrees)'], 'a' => ['number', 'CIELAB a*'], 'b' => ['number', 'CIELAB b*'], 'uncertainty95' => ['number', '95 % uncertainty, dE*00']],
    ];

    /** Field by which a row is known. */
    private const PRIMARY = ['records' => 'card', 'paints' => 'paint', 'rows' => 'specimen', 'checks' => 'check'];

    private const REFERS = ['rows' => [['card', 'records'], ['paint', 'paints']], 'conditions' => [['specimen', 'rows']], 'ratings' => [['specimen', 'rows']], 'verdicts' => [['specimen', 'rows']], 'checks' => [['card', 'records']], 'fading' => [['specimen', 'rows'], ['check', 'checks']], 'light' => [['specimen', 'rows']], 'readings' => [['card', 'records']]];

    /**
     * One table as CSV (RFC 4180, UTF-8).
     *
     * @param resource $to
     *
     * @throws CoreException for an unknown table
     */
    public static function csv(string $table, $to): void
    {
        if (! isset(self::TABLES[$table])) {
            throw new CoreException("There is no table called \"$table\".");
        }
        self::write([$table => $to]);
    }

    /** @param (callable(float): void)|null $progress */
    public static function package(string $path, ?callable $progress = null): void
    {
        // Through files, since an archive holds on to every text until it is closed.
        $files = [];
        foreach (array_keys(self::TABLES) as $table) {
            $files[$table] = tmpfile() ?: throw new NoRoom('There is no room for working.');
        }
        self::write($files, $progress);
        $zip = new ZipArchive;
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::EXCL) !== true) {
            throw new NoRoom('The file could not be begun.');
        }
        $zip->addFromString('datapackage.json', json_encode(self::dictionary(), JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE));
        foreach ($files as $table => $file) {
            fflush($file);
            $zip->addFile((string) stream_get_meta_data($file)['uri'], "$table.csv");
        }
        if (! @$zip->close()) {
            @unlink($path);
            throw new NoRoom('The file could not be written to its end.');
        }
    }

    /**
     * Words that a field may hold, as the program itself has them: of a number, what each stands for.
     *
     * @return array<string, list<string>> by table and field
     */
    public static function words(): array
    {
        return [
            'records.kind' => array_map(static fn (CardKind $k): string => "$k->value: ".$k->words(), CardKind::cases()),
            'records.paper_fibre' => Paper::FIBRES, 'records.paper_surface' => Paper::SURFACES, 'paints.medium' => PanStates::MEDIA, 'rows.form' => PanStates::FORMS, 'rows.got' => array_values(array_filter(PanStates::GOT)),
            'ratings.property' => Property::keys(Property::cases()), 'ratings.status' => array_column(RatingStatus::cases(), 'value'),
            'fading.outcome' => array_column(Outcome::cases(), 'value'),
            'fading.depth' => array_map(static fn (int $n, string $word): string => "$n: $word", array_keys(FadeCard::DEPTH_WORDS), FadeCard::DEPTH_WORDS),
            'readings.role' => array_column(CellRole::cases(), 'value'),
        ];
    }

    private static function described(string $field, string $what): string
    {
        $words = self::words()[$field] ?? [];

        return $words === [] ? $what : "$what: ".implode('; ', $words);
    }

    /** @return OpenTablesDictionary the data dictionary, as datapackage.json */
    public static function dictionary(): array
    {
        $own = Ledger::own();
        $resources = [];
        foreach (self::TABLES as $table => $fields) {
            $schema = ['fields' => array_map(static fn (string $name, array $f): array => ['name' => $name, 'type' => $f[0]] + ($f[1] === '' ? [] : ['description' => self::described("$table.$name", $f[1])]), array_keys($fields), $fields), 'missingValues' => ['']];
            $schema += isset(self::PRIMARY[$table]) ? ['primaryKey' => self::PRIMARY[$table]] : [];
            $schema += isset(self::REFERS[$table]) ? ['foreignKeys' => array_map(static fn (array $k): array => ['fields' => $k[0], 'reference' => ['resource' => $k[1], 'fields' => self::PRIMARY[$k[1]]]], self::REFERS[$table])] : [];
            $resources[] = ['name' => $table, 'path' => "$table.csv", 'profile' => 'tabular-data-resource', 'format' => 'csv', 'mediatype' => 'text/csv', 'encoding' => 'utf-8', 'schema' => $schema];
        }

        return [
            'profile' => 'tabular-data-package', 'name' => 'marsh-trial-ledger', 'id' => $own->uuid, 'title' => "Paint tests of {$own->words()}", 'created' => now()->utc()->format('Y-m-d\TH:i:s\Z'),
            'description' => 'Published tests of watercolour paints. Each record bears its own licence. Evidence from one group’s tests, not a certificate under any standard.', 'resources' => $resources,
        ];
    }

    /**
     * @param array<string, resource> $files by table
     * @param (callable(float): void)|null $progress
     */
    private static function write(array $files, ?callable $progress = null): void
    {
        foreach ($files as $table => $file) {
            fwrite($file, Csv::line(array_keys(self::TABLES[$table])));
        }
        $cards = Card::query()->whereNotNull('published_at');
        $all = max(1, (clone $cards)->count());
        $done = 0;
        $paints = [];
        foreach ($cards->with('ledger', 'owner')->lazyById(20) as $card) {
            foreach (self::ofCard($card, $files) as [$table, $row]) {
                if ($table === 'paints') {
                    if (isset($paints[$row['paint']])) {
                        continue;
                    }
                    $paints[$row['paint']] = true;
                }
                if (isset($files[$table])) {
                    fwrite($files[$table], Csv::line(array_map(static fn (string $field): string|int|float|null => match (true) {
                        is_bool($v = $row[$field] ?? null) => $v ? 'true' : 'false',
                        is_float($v) => round($v, 6),
                        default => $v,
                    }, array_keys(self::TABLES[$table]))));
                }
            }
            $progress === null ?: $progress(++$done / $all);
        }
    }

    /**
     * @param array<string, resource> $files that are asked for
     *
     * @return iterable<array{0: string, 1: array<string, mixed>}> table and row
     */
    private static function ofCard(Card $card, array $files): iterable
    {
        $revision = Revision::query()->where('card_id', $card->id)->newest()->first();
        if ($revision === null) {
            return;
        }
        $record = $revision->record;
        $e = $revision->evidence ?? RecordEvidence::of($card, ['fingerprint' => $revision->fingerprint] + $record);
        $ledger = $card->ledger ?? Ledger::own();
        $people = array_column($e['people'], 'name', 'uuid');
        yield ['records', [
            'card' => $card->uuid, 'revision' => $revision->number, 'title' => $revision->title, 'kind' => $card->kind, 'tester' => $card->owner->name, 'tester_id' => $card->owner->uuid, 'ledger' => $ledger->words(), 'ledger_id' => $ledger->uuid, 'published' => $revision->published_at->utc()->format('Y-m-d\TH:i:s\Z'),
            'withdrawn' => $card->withdrawn_at !== null, 'withdrawn_because' => $card->withdrawn_because, 'licence' => $record['licence']['name'] ?? '', 'paper_maker' => $e['paper']['maker'], 'paper_fibre' => $e['paper']['fibre'], 'paper_weight_gsm' => $e['paper']['weightGsm'], 'paper_surface' => $e['paper']['surface'], 'paper_side' => $record['side'], 'repeats' => $record['repeats']['card'] ?? null, 'fingerprint' => $revision->fingerprint,
        ]];
        if ($card->withdrawn_at !== null) {
            return;
        }
        foreach ($e['paints'] as $p) {
            yield ['paints', ['paint' => $p['uuid'], 'maker' => $p['maker'], 'range' => $p['range'], 'name' => $p['colourName'], 'pigments' => $p['pigmentsWritten'], 'medium' => $p['medium'], 'discontinued' => $p['discontinued']]];
        }
        $specimens = array_column($e['rows'], 'specimen', 'row');
        $spoiled = [];
        foreach ($e['rows'] as $row) {
            yield ['rows', ['specimen' => $row['specimen'], 'card' => $card->uuid, 'row' => $row['row'], 'paint' => $row['paint'], 'form' => $row['pan']['form'], 'batch' => $row['pan']['batch'], 'volume_ml' => $row['pan']['volumeMl'], 'opened' => $row['pan']['openedOn'], 'got' => $row['pan']['got']]];
            foreach ($row['conditions'] as $c) {
                yield ['conditions', ['specimen' => $row['specimen'], 'condition' => $c['key'], 'value' => $c['value']]];
            }
            foreach ($row['spoiled'] as $s) {
                $spoiled[$row['row']][] = $s['property'];
            }
        }
        foreach ($e['checks'] as $c) {
            yield ['checks', ['check' => $c['uuid'], 'card' => $card->uuid, 'on' => $c['on'], 'dose_mlxh' => $c['doseMlxh'], 'dose_uncertainty' => $c['doseUncertainty']]];
        }
        foreach ($e['verdicts'] as $v) {
            yield ['verdicts', ['specimen' => $specimens[$v['row']], 'property' => $v['property'], 'word' => $v['word'], 'check' => $v['check'], 'tester' => $people[$v['by']] ?? '', 'given' => Entries::second(Tests::moment($v['at'])), 'names_hidden' => $v['blind']]];
        }
        foreach ($record['rows'] as $row) {
            foreach (array_filter(array_column($row['ratings'], 'light')) as $light) {
                yield ['light', [
                    'specimen' => $specimens[$row['row']], 'words' => $light['words'], 'chance' => $light['chance'], 'mlxh' => $light['mlxh'],
                    'change' => $light['change'], 'uncertainty' => $light['uncertainty'], 'doubt' => $light['doubt'],
                    'categories' => implode(' ', $light['categories']), 'ten_years' => $light['group'] ?? null,
                ]];
            }
        }
        $checkOf = array_column($e['pictures'], 'check', 'uuid');
        foreach ($e['measurements'] as $m) {
            foreach ($m['ratings'] as $r) {
                yield ['ratings', ['specimen' => $specimens[$r['row']], 'measurement' => $m['uuid'], 'property' => $r['property'], 'status' => $r['status'], 'value' => $r['value'], 'uncertainty' => $r['uncertainty'], 'class' => $r['class'], 'protocol' => $r['detail']['protocol'] ?? '', 'scale' => $r['scale'], 'rules' => $r['rules'], 'left_out' => array_intersect([null, $r['property']], $spoiled[$r['row']] ?? []) !== []]];
            }
            foreach ($m['strips'] as $s) {
                foreach ($s['kind'] === 'fade' ? $s['data']['depths'] : [] as $d) {
                    if (isset($d['change'])) {
                        yield ['fading', ['specimen' => $specimens[$s['row']], 'check' => $checkOf[$m['picture']] ?? null, 'depth' => $d['depth'], 'change' => $d['change'], 'uncertainty' => $d['uncertainty'], 'outcome' => $d['outcome'], ...array_combine(['dark_L', 'dark_a', 'dark_b', 'window_L', 'window_a', 'window_b'], [...array_values($d['dark']), ...array_values($d['window'])])]];
                    }
                }
            }
            foreach (isset($files['readings']) ? ($m['result'] ?? $record['measurement'])['cells'] ?? [] : [] as $cell) {
                yield ['readings', ['measurement' => $m['uuid'], 'card' => $card->uuid, 'cell' => $cell['id'], 'role' => $cell['role'], 'row' => $cell['row'], 'L' => $cell['lab'][0], 'a' => $cell['lab'][1], 'b' => $cell['lab'][2], 'uncertainty95' => $cell['uncertainty95'] ?? null]];
            }
        }
    }
}
