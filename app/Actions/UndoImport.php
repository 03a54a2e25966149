<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Import;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/** Takes an import back so that no trace of it is left; refused as a whole when something of it is in use or was changed since. */
final class UndoImport
{
    /** Table that holds on to a row => table and column that refer to it. */
    private const USES = [
        'pans' => [['specimens', 'pan_id', null]],
        'paints' => [['pans', 'paint_id', 'pans'], ['claims', 'paint_id', null], ['formulations', 'paint_id', null], ['strips', 'paint_id', null], ['ratings', 'paint_id', null]],
        'palettes' => [['pans', 'palette_id', 'pans']],
        'makers' => [['paints', 'maker_id', 'paints'], ['claim_scales', 'maker_id', null]],
    ];

    public static function of(Import $import): void
    {
        DB::transaction(static function () use ($import): void {
            self::refuseWhatIsInUse($import);
            foreach (DB::table('import_changes')->where('import_id', $import->id)->whereNotNull('before')->get() as $change) {
                DB::table($change->table)->where('id', $change->row_id)->update(['palette_id' => null, 'slot' => null]);
            }
            foreach (DB::table('import_changes')->where('import_id', $import->id)->whereNotNull('before')->orderByDesc('id')->cursor() as $change) {
                DB::table($change->table)->where('id', $change->row_id)->update((array) json_decode((string) $change->before, true));
            }
            foreach (['pans', 'paints', 'palettes', 'makers'] as $table) {
                DB::table($table)->whereIn('id', self::made($import, $table))->delete();
            }
            $import->delete();
        });
        @unlink($import->path());
    }

    private static function refuseWhatIsInUse(Import $import): void
    {
        $changed = DB::table('import_changes')->join('pans', static fn ($j) => $j->on('pans.id', '=', 'import_changes.row_id')->where('import_changes.table', 'pans'))
            ->where('import_id', $import->id)->whereColumn('pans.edition', '!=', 'import_changes.edition')->count();
        if ($changed > 0) {
            throw new CoreException(sprintf('%s of this import %s changed since, so it is no longer taken back as a whole. Nothing was changed.', $changed === 1 ? 'One pan' : "$changed pans", $changed === 1 ? 'was' : 'were'));
        }
        foreach (self::USES as $table => $uses) {
            foreach ($uses as [$user, $column, $madeToo]) {
                $count = DB::table($user)->whereIn($column, self::made($import, $table))
                    ->when($madeToo !== null, static fn ($q) => $q->whereNotIn("$user.id", self::made($import, (string) $madeToo)))
                    ->distinct()->count($column);
                if ($count > 0) {
                    throw new CoreException("$count of the $table of this import are in use by now ($user), so it is no longer taken back as a whole. Nothing was changed.");
                }
            }
        }
    }

    /** @return \Illuminate\Database\Query\Builder */
    private static function made(Import $import, string $table)
    {
        return DB::table('import_changes')->where('import_id', $import->id)->where('table', $table)->whereNull('before')->select('row_id');
    }
}
