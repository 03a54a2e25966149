<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\PaintMerge;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;

/** Makes two entries of one paint one, and two again. */
final class MergePaints
{
    /** Tables whose rows belong to a paint. */
    private const TABLES = ['pans', 'claims', 'formulations', 'ratings', 'strips', 'films', 'mix_runs', 'decisions'];

    public static function into(Paint $from, Paint $into, User $by): PaintMerge
    {
        return DB::transaction(static function () use ($from, $into, $by): PaintMerge {
            if ($from->is($into)) {
                throw new CoreException('A paint cannot be merged with itself.');
            }
            $moved = [];
            foreach (self::TABLES as $table) {
                $moved[$table] = DB::table($table)->where('paint_id', $from->id)->pluck('id')->map(intval(...))->all();
                DB::table($table)->where('paint_id', $from->id)->update(['paint_id' => $into->id]);
            }
            // Its codes would list it under their pages.
            $from->codes()->delete();

            return PaintMerge::query()->create(['uuid' => (string) Str::uuid(), 'owner_id' => $by->id, 'from_id' => $from->id, 'into_id' => $into->id, 'moved' => $moved]);
        });
    }

    public static function undo(PaintMerge $merge): Paint
    {
        return DB::transaction(static function () use ($merge): Paint {
            $from = $merge->from;
            foreach (self::TABLES as $table) {
                foreach (array_chunk($merge->moved[$table] ?? [], 500) as $ids) {
                    // What was moved on since stays where it is now.
                    DB::table($table)->whereIn('id', $ids)->where('paint_id', $merge->into_id)->update(['paint_id' => $from->id]);
                }
            }
            PaintCode::query()->insert(PaintCode::rows($from->id, $from->statement()->codes));
            $merge->delete();

            return $from;
        });
    }
}
