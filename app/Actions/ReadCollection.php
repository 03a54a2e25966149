<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Import;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\User;
use App\Queries\CollectionExport;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\Collection\RowReader;
use MarshTrial\Core\Exchange\Money;
use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Reads an import's file row by row and decides what each row would do; it writes nothing. */
final class ReadCollection
{
    private const PAN_FIELDS = ['form', 'batch', 'volumeMl', 'price', 'opened', 'state', 'palette', 'slot', 'keptAt', 'got', 'note'];

    /** @var array<string, array<string, mixed>> paints by the keys of maker, range and colour name, those of rows before included */
    private array $paints = [];

    /** @var array<string, string> paint UUID => its key */
    private array $paintKeys = [];

    /** @var array<string, array<string, mixed>> own pans by UUID: comparable values, paint key, id */
    private array $pans = [];

    /** @var array<string, list<string>> own pans by what can be compared, each used once */
    private array $alike = [];

    /** @var array<string, array{id: int|null, name: string, slots: int|null, taken: array<int, array{pan: string|null, who: string}>, most: int}> by name in lower case */
    private array $palettes = [];

    /** @var array<string, bool> */
    private array $foreignPans;

    public int $rows = 0;

    public function __construct(private readonly Import $import, private readonly User $user) {}

    /**
     * @return iterable<int, array{does: string, values: array<string, mixed>, faults: list<string>, cells: list<string>, paint: array<string, mixed>|null, pan: array<string, mixed>|null}> by row; does: new, same, change or wrong
     */
    public function rows(): iterable
    {
        $reader = new RowReader($this->import->mapping, $this->import->headings, $this->import->defaults);
        $this->load();
        $listed = $this->firstPass();
        foreach ($this->pans as $uuid => $pan) {
            if (! isset($listed[$uuid]) && $pan['palette'] !== '' && $pan['slot'] !== '') {
                $this->palettes[NameKey::of($pan['palette'])]['taken'][(int) $pan['slot']] = ['pan' => $uuid, 'who' => "\"{$pan['name']}\""];
            }
        }
        foreach ($this->lines() as $number => $line) {
            ['values' => $values, 'faults' => $faults] = $reader->read($line['cells']);
            if ($line['fault'] !== null) {
                array_unshift($faults, $line['fault']);
            }
            $row = ['does' => 'wrong', 'values' => $values, 'faults' => $faults, 'cells' => $line['cells'], 'paint' => null, 'pan' => null];
            yield $number => $faults === [] ? $this->decide($number, $row) : $row;
        }
    }

    /** @return iterable<int, array{cells: list<string>, fault: string|null}> without the headings */
    private function lines(): iterable
    {
        $stream = fopen($this->import->path(), 'rb') ?: throw new \RuntimeException('The file of this import is gone.');
        $csv = new Csv($this->import->separator, $this->import->encoding);
        $first = true;
        foreach ($csv->rows($stream) as $number => $line) {
            if (! $first) {
                yield $number => $line;
            }
            $first = false;
        }
        fclose($stream);
    }

    /** @return array<string, bool> ids of pans that the file lists; rows are counted on the way */
    private function firstPass(): array
    {
        $at = $this->import->mapping['panId'] ?? null;
        $listed = [];
        $this->rows = 0;
        foreach ($this->lines() as $line) {
            $this->rows++;
            if ($at !== null && ($line['cells'][$at] ?? '') !== '') {
                $listed[strtolower($line['cells'][$at])] = true;
            }
        }

        return $listed;
    }

    private function load(): void
    {
        foreach (DB::table('paints')->where(Paint::apart(...))->join('makers', 'makers.id', '=', 'paints.maker_id')->select('paints.id', 'paints.uuid', 'paints.range', 'paints.colour_name', 'paints.pigments', 'makers.name as maker')->cursor() as $p) {
            $key = self::key($p->maker, $p->range, $p->colour_name);
            $this->paints[$key] ??= ['id' => $p->id, 'uuid' => $p->uuid, 'pigments' => $p->pigments, 'row' => null];
            $this->paintKeys[$p->uuid] = $key;
        }
        foreach (Palette::query()->where('owner_id', $this->user->id)->get() as $p) {
            $this->palettes[$p->name_key] = ['id' => $p->id, 'name' => $p->name, 'slots' => $p->rows * $p->columns, 'taken' => [], 'most' => 0];
        }
        foreach (CollectionExport::rows($this->user) as $r) {
            $v = CollectionExport::values($r);
            $pan = [...self::comparable($v), 'extras' => $r->extras ?? '[]', 'key' => self::key($v['maker'], $v['range'], $v['colourName']), 'name' => $v['colourName'], 'id' => $r->id];
            $this->pans[$r->uuid] = $pan;
            $this->alike[self::signature($pan)][] = $r->uuid;
        }
        $this->foreignPans = DB::table('pans')->whereNot('owner_id', $this->user->id)->pluck('uuid')->flip()->map(static fn (): bool => true)->all();
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return array<string, mixed>
     */
    private function decide(int $number, array $row): array
    {
        $v = $row['values'];
        $pigments = PigmentStatement::parse($v['pigments'])->text();
        $key = self::key($v['maker'], $v['range'], $v['colourName']);
        $known = $this->paints[$key] ?? null;
        $wrong = static fn (string $fault): array => [...$row, 'faults' => [$fault]];
        if ($v['paintId'] !== null && ($this->paintKeys[$v['paintId']] ?? $key) !== $key) {
            return $wrong('has the id of another paint; change a paint’s name on its own page');
        }
        if ($known !== null && isset($this->import->mapping['pigments']) && $known['pigments'] !== $pigments) {
            return $wrong(sprintf('gives %s for a paint that %s has as %s; correct one of them, or record a formulation', $pigments, $known['row'] === null ? 'the collection' : "row {$known['row']}", $known['pigments']));
        }
        $comparable = self::comparable([...$v, 'price' => $v['price']?->text() ?? '', 'volumeMl' => $v['volumeMl'] ?? '']);
        $uuid = $v['panId'];
        if ($uuid !== null && isset($this->foreignPans[$uuid])) {
            return $wrong('has the id of another tester’s pan; leave the id blank to record your own');
        }
        $there = $uuid === null ? null : $this->pans[$uuid] ?? null;
        if ($there !== null && $there['key'] !== $key) {
            return $wrong("has the id of a pan of \"{$there['name']}\"; a pan does not change its paint here");
        }
        $extras = json_encode((object) $v['extras'], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
        if ($there === null && $uuid === null) {
            $signature = self::signature([...$comparable, 'extras' => $extras, 'key' => $key]);
            $alike = isset($this->alike[$signature]) ? array_shift($this->alike[$signature]) : null;
            $there = $alike === null ? null : $this->pans[$alike];
            $uuid = $alike;
        }
        // What the file has no column for stays as it is.
        $mapped = array_intersect(self::PAN_FIELDS, array_keys($this->import->mapping));
        $changes = $there === null ? [] : array_values(array_filter($mapped, static fn (string $f): bool => $comparable[$f] !== $there[$f]));
        if ($there !== null && self::extras($extras) !== self::extras($there['extras'])) {
            $changes[] = 'extras';
        }
        $fault = $this->takeSlot($number, $v, $there, $uuid);
        if ($fault !== null) {
            return $wrong($fault);
        }
        if ($known === null) {
            $known = $this->paints[$key] = ['id' => null, 'uuid' => $v['paintId'] ?? (string) Str::uuid(), 'pigments' => $pigments, 'row' => $number];
            $this->paintKeys[$known['uuid']] = $key;
        }

        return [
            ...$row, 'does' => $there === null ? 'new' : ($changes === [] ? 'same' : 'change'),
            'paint' => [...$known, 'key' => $key, 'new' => $known['id'] === null && $known['row'] === $number], 'pan' => ['uuid' => $uuid ?? (string) Str::uuid(), 'id' => $there['id'] ?? null, 'changes' => $changes],
        ];
    }

    /**
     * @param array<string, mixed> $v
     * @param array<string, mixed>|null $there
     */
    private function takeSlot(int $number, array $v, ?array $there, ?string $uuid): ?string
    {
        $name = isset($this->import->mapping['palette']) ? $v['palette'] : ($there['palette'] ?? '');
        $slot = isset($this->import->mapping['slot']) ? $v['slot'] : (($there['slot'] ?? '') === '' ? null : (int) $there['slot']);
        if ($name === '') {
            return null;
        }
        $palette = &$this->palettes[NameKey::of($name)];
        $palette ??= ['id' => null, 'name' => $name, 'slots' => null, 'taken' => [], 'most' => 0];
        if ($slot === null) {
            return "names the palette \"$name\" without a slot";
        }
        if ($palette['slots'] !== null && $slot > $palette['slots']) {
            return "names slot $slot of \"$name\", which has {$palette['slots']}";
        }
        $lies = $palette['taken'][$slot] ?? null;
        if ($lies !== null && ($there === null || $lies['pan'] !== $uuid)) {
            return "names slot $slot of \"$name\", where {$lies['who']} is";
        }
        $palette['taken'][$slot] = ['pan' => null, 'who' => "the paint of row $number"];
        $palette['most'] = max($palette['most'], $slot);

        return null;
    }

    /** @return array<string, array{id: int|null, name: string, slots: int|null, taken: array<int, array{pan: string|null, who: string}>, most: int}> after all rows were read */
    public function palettes(): array
    {
        return $this->palettes;
    }

    public static function key(string $maker, string $range, string $name): string
    {
        return implode("\0", array_map(NameKey::of(...), [$maker, $range, $name]));
    }

    /**
     * @param array<string, mixed> $v
     *
     * @return array<string, string> with price and currency in one and the volume in one form
     */
    private static function comparable(array $v): array
    {
        $out = [];
        foreach (self::PAN_FIELDS as $field) {
            $out[$field] = (string) ($v[$field] ?? '');
        }
        if (! str_contains($out['price'], ' ') && $out['price'] !== '') {
            $out['price'] = Money::parse($out['price'], (string) $v['currency'])->text();
        }
        $out['volumeMl'] = $out['volumeMl'] === '' ? '' : sprintf('%.2f', (float) $out['volumeMl']);

        return $out;
    }

    /** @param array<string, mixed> $pan */
    private static function signature(array $pan): string
    {
        return md5(serialize([array_intersect_key($pan, array_flip(self::PAN_FIELDS)), self::extras($pan['extras']), $pan['key']]));
    }

    /** @return array<string, string> */
    private static function extras(string|false $json): array
    {
        $extras = (array) json_decode((string) $json, true);
        ksort($extras);

        return $extras;
    }
}
