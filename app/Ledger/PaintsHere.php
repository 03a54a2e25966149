<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\Paint;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\SamePaint;

/** Which paint of this ledger a paint of another one is. */
final class PaintsHere
{
    /** @var array<string, list<array{id: int, uuid: string, maker: string, range: string, name: string, pigments: string}>>|null by the key of the maker */
    private ?array $byMaker = null;

    /** @var array<string, list<string>> keys of makers here that a maker's name may mean */
    private array $makers = [];

    /**
     * By its name: known under its UUID, or written down alike.
     *
     * @param array<string, mixed> $paint of the evidence
     *
     * @return array{does: 'same'|'unsure'|'new', id: int|null, candidates: list<array{uuid: string, words: string, why: string}>}
     */
    public function find(array $paint): array
    {
        $id = self::known((string) $paint['uuid']);
        if ($id !== null) {
            return ['does' => SamePaint::Same->value, 'id' => $id, 'candidates' => []];
        }
        $theirs = ['maker' => $paint['maker'], 'range' => $paint['range'], 'name' => $paint['colourName'], 'pigments' => $paint['pigmentsWritten']];
        $unsure = [];
        foreach ($this->ofMakersLike($paint['maker']) as $ours) {
            $is = SamePaint::of($theirs, $ours);
            if ($is === SamePaint::Same) {
                return ['does' => $is->value, 'id' => $ours['id'], 'candidates' => []];
            }
            if ($is === SamePaint::Unsure) {
                $unsure[] = ['uuid' => $ours['uuid'], 'words' => self::words($ours['maker'], $ours['range'], $ours['name'], $ours['pigments']), 'why' => SamePaint::differs(...array_values($theirs), ...array_values(array_slice($ours, 2)))];
            }
        }

        return ['does' => $unsure === [] ? 'new' : SamePaint::Unsure->value, 'id' => null, 'candidates' => array_slice($unsure, 0, 8)];
    }

    /**
     * One that was made since: whatever is alike after it is this one.
     *
     * @param array<string, mixed> $paint of the evidence
     */
    public function add(int $id, array $paint): void
    {
        $this->byMaker ??= $this->all();
        $key = SamePaint::key($paint['maker']);
        if (! isset($this->byMaker[$key])) {
            $this->makers = [];
        }
        $this->byMaker[$key][] = ['id' => $id, 'uuid' => strtolower($paint['uuid']), 'maker' => $paint['maker'], 'range' => $paint['range'], 'name' => $paint['colourName'], 'pigments' => $paint['pigmentsWritten']];
    }

    public static function words(string $maker, string $range, string $name, string $pigments): string
    {
        return implode(', ', array_filter([trim("$maker $range"), $name, $pigments], static fn (string $w): bool => $w !== ''));
    }

    /** The paint that a UUID leads to, through what it is also known by and what was merged. */
    public static function known(string $uuid): ?int
    {
        $uuid = strtolower($uuid);
        $id = DB::table('paints')->where('uuid', $uuid)->value('id') ?? DB::table('paint_aliases')->where('uuid', $uuid)->value('paint_id');
        $paint = $id === null ? null : (new Paint)->resolveRouteBinding(DB::table('paints')->where('id', $id)->value('uuid'));

        return $paint?->id;
    }

    /** @return iterable<array{id: int, uuid: string, maker: string, range: string, name: string, pigments: string}> */
    private function ofMakersLike(string $maker): iterable
    {
        $this->byMaker ??= $this->all();
        $key = SamePaint::key($maker);
        $this->makers[$key] ??= array_values(array_filter(array_map(strval(...), array_keys($this->byMaker)), fn (string $here): bool => $here === $key || SamePaint::of(
            ['maker' => $maker, 'range' => '', 'name' => '', 'pigments' => ''], ['maker' => $this->byMaker[$here][0]['maker'], 'range' => '', 'name' => '', 'pigments' => ''],
        ) !== SamePaint::Other));
        foreach ($this->makers[$key] as $here) {
            yield from $this->byMaker[$here];
        }
    }

    /** @return array<string, list<array{id: int, uuid: string, maker: string, range: string, name: string, pigments: string}>> */
    private function all(): array
    {
        $out = [];
        foreach (DB::table('paints')->where(Paint::apart(...))->join('makers', 'makers.id', '=', 'paints.maker_id')->orderBy('paints.id')->select('paints.id', 'paints.uuid', 'makers.name as maker', 'range', 'colour_name', 'pigments_written')->cursor() as $row) {
            $out[SamePaint::key($row->maker)][] = ['id' => (int) $row->id, 'uuid' => $row->uuid, 'maker' => $row->maker, 'range' => $row->range, 'name' => $row->colour_name, 'pigments' => $row->pigments_written];
        }

        return $out;
    }
}
