<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\PaintMerge;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;

/** Makes two entries of one paint one, and two again. */
final class MergePaints
{
    /** Columns that name a paint, of rows that belong to it. */
    private const COLUMNS = [
        'pans.paint_id', 'claims.paint_id', 'formulations.paint_id', 'ratings.paint_id', 'strips.paint_id', 'films.paint_id', 'mix_runs.paint_id', 'mix_runs.partner_id', 'decisions.paint_id',
        'swatches.paint_id', 'swatches.mix_a_id', 'swatches.mix_b_id', 'mixes.a_id', 'mixes.b_id', 'paint_aliases.paint_id',
    ];

    /** What a paint is in, or who keeps it, once each: column that it is paired with, by table. */
    private const PAIRS = ['looks' => 'user_id', 'hearts' => 'user_id', 'group_paint' => 'group_id', 'paint_study' => 'study_id'];

    /** Mixed with itself a paint is no mix: what mixes the two stays as it was. */
    private const OTHER_HALF = ['mixes.a_id' => 'b_id', 'mixes.b_id' => 'a_id', 'swatches.mix_a_id' => 'mix_b_id', 'swatches.mix_b_id' => 'mix_a_id', 'mix_runs.paint_id' => 'partner_id', 'mix_runs.partner_id' => 'paint_id'];

    public static function into(Paint $from, Paint $into, User $by): PaintMerge
    {
        return DB::transaction(static function () use ($from, $into, $by): PaintMerge {
            if ($from->is($into)) {
                throw new CoreException('A paint cannot be merged with itself.');
            }
            $moved = [];
            foreach (self::COLUMNS as $named) {
                [$table, $column] = explode('.', $named);
                $other = self::OTHER_HALF[$named] ?? null;
                $rows = DB::table($table)->where($column, $from->id);
                if ($other !== null) {
                    $rows->where(static fn (Builder $q) => $q->whereNull($other)->orWhere($other, '<>', $into->id));
                }
                $moved[$named] = self::ids($rows, 'id');
                self::move($named, $moved[$named], $from, $into);
            }
            foreach (self::PAIRS as $table => $with) {
                // Where both are, one is enough.
                $there = DB::table($table)->where('paint_id', $into->id)->select($with);
                $moved[$table] = self::ids(DB::table($table)->where('paint_id', $from->id)->whereNotIn($with, $there), $with);
                DB::table($table)->where('paint_id', $from->id)->whereIn($with, $moved[$table])->update(['paint_id' => $into->id]);
            }
            $moved['follows'] = self::follow($from, $into, self::ids(self::follows($from), 'user_id'));
            // Its codes would list it under their pages.
            $from->codes()->delete();

            return PaintMerge::query()->create(['uuid' => (string) Str::uuid(), 'owner_id' => $by->id, 'from_id' => $from->id, 'into_id' => $into->id, 'moved' => $moved]);
        });
    }

    /** @param list<int> $ids of rows that are the first paint's, and become the second's */
    private static function move(string $named, array $ids, Paint $from, Paint $to): void
    {
        [$table, $column] = explode('.', $named);
        foreach (array_chunk($ids, 500) as $some) {
            // What was moved on since stays where it is now.
            DB::table($table)->whereIn('id', $some)->where($column, $from->id)->update([$column => $to->id]);
        }
    }

    /**
     * @param list<int> $people who follow the first paint, and now follow the second
     *
     * @return list<int> those who did not follow it before
     */
    private static function follow(Paint $from, Paint $to, array $people): array
    {
        $moved = array_values(array_diff($people, self::ids(self::follows($to), 'user_id')));
        self::follows($from)->whereIn('user_id', $moved)->update(['key' => $to->uuid]);

        return $moved;
    }

    private static function follows(Paint $paint): Builder
    {
        return DB::table('follows')->where('kind', 'paint')->where('key', $paint->uuid);
    }

    /** @return list<int> */
    private static function ids(Builder $rows, string $column): array
    {
        return array_values($rows->pluck($column)->map(intval(...))->all());
    }

    public static function undo(PaintMerge $merge): Paint
    {
        return DB::transaction(static function () use ($merge): Paint {
            $from = $merge->from;
            $into = Paint::query()->withoutGlobalScope(Paint::APART)->findOrFail($merge->into_id);
            foreach (self::COLUMNS as $named) {
                // Merges of before name the table alone.
                [$table, $column] = explode('.', $named);
                $before = $column === 'paint_id' ? $merge->moved[$table] ?? [] : [];
                self::move($named, $merge->moved[$named] ?? $before, $into, $from);
            }
            foreach (self::PAIRS as $table => $with) {
                $back = array_diff($merge->moved[$table] ?? [], DB::table($table)->where('paint_id', $from->id)->pluck($with)->all());
                DB::table($table)->where('paint_id', $into->id)->whereIn($with, $back)->update(['paint_id' => $from->id]);
            }
            self::follow($into, $from, $merge->moved['follows'] ?? []);
            PaintCode::query()->insert(PaintCode::rows($from->id, $from->statement()->codes));
            $merge->delete();

            return $from;
        });
    }
}
