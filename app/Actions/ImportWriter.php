<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Import;
use App\Models\Maker;
use App\Models\PaintCode;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * Makes makers, paints, pans and palettes of an import's rows, many at a time.
 *
 * @phpstan-type ImportWriterShared array{uuid: string, owner_id: int, edition: int, created_at: string, updated_at: string}
 * @phpstan-type ImportWriterColumns array{
 *     form: mixed, batch: mixed, volume_ml: mixed, price_minor: mixed, currency: mixed, opened_on: string|null,
 *     state: mixed, kept_at: mixed, got: mixed, note: mixed, palette_id: int|null, slot: mixed,
 *     extras: string|bool|null,
 * }
 */
final class ImportWriter
{
    /** @var array<string, int> */
    private array $makers = [];

    /** @var array<string, int> paint UUID => id */
    private array $paintIds = [];

    /** @var list<array<string, mixed>> */
    private array $newPaints = [];

    /** @var list<array<string, mixed>> */
    private array $newPans = [];

    /** @var list<array<string, mixed>> */
    private array $changed = [];

    private readonly string $now;

    public function __construct(private readonly Import $import, private readonly User $user)
    {
        $this->now = Carbon::now()->toDateTimeString();
        foreach (DB::table('makers')->pluck('id', 'name') as $name => $id) {
            $this->makers[NameKey::of((string) $name)] = (int) $id;
        }
    }

    /** @param array<string, mixed> $row as decided */
    public function add(array $row): void
    {
        if ($row['does'] === 'wrong' || $row['does'] === 'same') {
            return;
        }
        $v = $row['values'];
        $paint = $row['paint'];
        if ($paint['id'] !== null) {
            $this->paintIds[$paint['uuid']] = $paint['id'];
        } elseif ($paint['new']) {
            $statement = PigmentStatement::parse($v['pigments']);
            $this->newPaints[] = [
                'row' => [...$this->shared($paint['uuid']), 'maker_id' => $this->maker($v['maker']), 'range' => $v['range'], 'colour_name' => $v['colourName'], 'colour_name_key' => NameKey::of($v['colourName']), 'pigments_written' => $v['pigments'],
                    'pigments' => $statement->text(), 'pigments_stated' => $statement->isStated(), 'series' => $v['series'], 'discontinued' => $v['discontinued']],
                'codes' => $statement->codes,
            ];
        }
        $pan = [
            'form' => $v['form'], 'batch' => $v['batch'], 'volumeMl' => $v['volumeMl'], 'price' => $v['price'], 'opened' => $v['opened'], 'state' => $v['state'],
            'palette' => $v['palette'], 'slot' => $v['slot'], 'keptAt' => $v['keptAt'], 'got' => $v['got'], 'note' => $v['note'], 'extras' => $v['extras'],
        ];
        if ($row['does'] === 'change') {
            $this->changed[] = ['id' => $row['pan']['id'], 'values' => array_intersect_key($pan, array_flip($row['pan']['changes'])), 'pan' => $pan];
        } else {
            $this->newPans[] = ['uuid' => $row['pan']['uuid'], 'paint' => $paint['uuid'], 'pan' => $pan];
        }
        if (count($this->newPans) >= ImportCollection::CHUNK) {
            $this->flushPaints();
        }
    }

    public function finish(ReadCollection $read): void
    {
        $this->flushPaints();
        $palettes = $this->palettes($read);
        $this->change($palettes);
        foreach (array_chunk($this->newPans, ImportCollection::CHUNK) as $some) {
            $rows = array_map(fn (array $new): array => [...$this->shared($new['uuid']), 'paint_id' => $this->paintIds[$new['paint']], ...$this->columns($new['pan'], $palettes)], $some);
            DB::table('pans')->insert($rows);
            $this->remember('pans', DB::table('pans')->whereIn('uuid', array_column($rows, 'uuid'))->pluck('id')->all());
        }
    }

    private function flushPaints(): void
    {
        foreach (array_chunk($this->newPaints, ImportCollection::CHUNK) as $some) {
            DB::table('paints')->insert(array_column($some, 'row'));
            $ids = DB::table('paints')->whereIn('uuid', array_map(static fn (array $p): string => $p['row']['uuid'], $some))->pluck('id', 'uuid')->all();
            $this->paintIds = [...$this->paintIds, ...$ids];
            $this->remember('paints', array_values($ids));
            $codes = [];
            foreach ($some as $paint) {
                array_push($codes, ...PaintCode::rows((int) $ids[$paint['row']['uuid']], $paint['codes']));
            }
            foreach (array_chunk($codes, ImportCollection::CHUNK) as $few) {
                DB::table('paint_codes')->insert($few);
            }
        }
        $this->newPaints = [];
    }

    /** @return array<string, int> palette ids by the key of their name; new ones are made as large as the file needs */
    private function palettes(ReadCollection $read): array
    {
        $ids = [];
        foreach ($read->palettes() as $key => $p) {
            if ($p['id'] === null) {
                $columns = $p['most'] > 24 ? 12 : 6;
                $p['id'] = DB::table('palettes')->insertGetId([...$this->shared((string) Str::uuid()), 'name' => $p['name'], 'name_key' => $key, 'rows' => max(1, (int) ceil($p['most'] / $columns)), 'columns' => $columns]);
                $this->remember('palettes', [$p['id']]);
            }
            $ids[$key] = $p['id'];
        }

        return $ids;
    }

    /** @param array<string, int> $palettes */
    private function change(array $palettes): void
    {
        $before = DB::table('pans')->whereIn('id', array_column($this->changed, 'id'))->get()->keyBy('id');
        // Slots are freed first, so that two pans may change places.
        DB::table('pans')->whereIn('id', array_column($this->changed, 'id'))->update(['palette_id' => null, 'slot' => null]);
        foreach ($this->changed as $change) {
            $old = (array) $before[$change['id']];
            $columns = $this->columns($change['pan'], $palettes);
            $map = ['form' => ['form'], 'batch' => ['batch'], 'volumeMl' => ['volume_ml'], 'price' => ['price_minor', 'currency'], 'opened' => ['opened_on'], 'state' => ['state'], 'palette' => ['palette_id'], 'slot' => ['slot'], 'keptAt' => ['kept_at'], 'got' => ['got'], 'note' => ['note'], 'extras' => ['extras']];
            $new = ['palette_id' => $old['palette_id'], 'slot' => $old['slot']];
            foreach (array_keys($change['values']) as $field) {
                $new = [...$new, ...array_intersect_key($columns, array_flip($map[$field]))];
            }
            DB::table('pans')->where('id', $change['id'])->update([...$new, 'edition' => $old['edition'] + 1, 'updated_at' => $this->now]);
            DB::table('import_changes')->insert(['import_id' => $this->import->id, 'table' => 'pans', 'row_id' => $change['id'], 'before' => json_encode($old), 'edition' => $old['edition'] + 1]);
        }
    }

    /**
     * @param array<string, mixed> $pan
     * @param array<string, int> $palettes
     *
     * @return ImportWriterColumns
     */
    private function columns(array $pan, array $palettes): array
    {
        return [
            'form' => $pan['form'], 'batch' => $pan['batch'], 'volume_ml' => $pan['volumeMl'], 'price_minor' => $pan['price']?->minor, 'currency' => $pan['price']?->currency,
            'opened_on' => $pan['opened'] === null ? null : $pan['opened'].' 00:00:00', 'state' => $pan['state'], 'kept_at' => $pan['keptAt'], 'got' => $pan['got'], 'note' => $pan['note'],
            'palette_id' => $pan['palette'] === '' ? null : $palettes[NameKey::of($pan['palette'])], 'slot' => $pan['slot'],
            'extras' => $pan['extras'] === [] ? null : json_encode($pan['extras'], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
        ];
    }

    private function maker(string $name): int
    {
        $name = Maker::tidy($name);
        $key = NameKey::of($name);
        if (! isset($this->makers[$key])) {
            $this->makers[$key] = DB::table('makers')->insertGetId([...$this->shared((string) Str::uuid()), 'name' => $name, 'name_key' => $key]);
            $this->remember('makers', [$this->makers[$key]]);
        }

        return $this->makers[$key];
    }

    /** @param list<int> $ids made by this import */
    private function remember(string $table, array $ids): void
    {
        DB::table('import_changes')->insert(array_map(fn (int $id): array => ['import_id' => $this->import->id, 'table' => $table, 'row_id' => $id, 'before' => null, 'edition' => 1], $ids));
    }

    /** @return ImportWriterShared */
    private function shared(string $uuid): array
    {
        return ['uuid' => $uuid, 'owner_id' => $this->user->id, 'edition' => 1, 'created_at' => $this->now, 'updated_at' => $this->now];
    }
}
