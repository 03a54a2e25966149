<?php

declare(strict_types=1);

namespace App\Ledger\Archives;

use App\Imaging\PictureStore;
use App\Ledger\Entries;
use App\Ledger\WriteBundle;
use App\Models\Group;
use App\Models\Ledger;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Records to take along: all, those of a code, of a group of paints, of a tester, or one. */
final readonly class BundleArchive implements Archive
{
    public function __construct(private ?string $code, private ?string $card, private ?int $groupId, private ?int $testerId, private bool $pictures) {}

    /** @return Builder ids of the cards */
    private function cards(): Builder
    {
        return WriteBundle::cards($this->code)
            ->when($this->card !== null, fn (Builder $q) => $q->where('cards.uuid', $this->card))
            ->when($this->testerId !== null, fn (Builder $q) => $q->where('cards.owner_id', $this->testerId))
            ->when($this->groupId !== null, fn (Builder $q) => $q->whereIn('cards.id', DB::table('specimens')->join('pans', 'pans.id', '=', 'specimens.pan_id')
                ->whereIn('pans.paint_id', DB::table('group_paint')->where('group_id', $this->groupId)->select('paint_id'))->select('specimens.card_id')));
    }

    private function about(): string
    {
        return match (true) {
            $this->testerId !== null => 'records of '.User::query()->findOrFail($this->testerId)->name,
            $this->groupId !== null => 'records of the paints "'.Group::query()->findOrFail($this->groupId)->name.'"',
            $this->code !== null => "records of $this->code",
            $this->card !== null => 'one record',
            default => 'all records',
        };
    }

    public function key(): string
    {
        return hash('sha256', (string) json_encode([
            'bundle', Entries::fingerprint($this->cards()), Entries::names(), $this->about(), $this->pictures, Ledger::own()->public_key,
        ]));
    }

    public function bytes(): int
    {
        $records = (int) DB::table('revisions')->whereIn('card_id', $this->cards())->sum(DB::raw('length(record) + coalesce(length(evidence), 0)'));
        $pictures = $this->pictures ? DB::table('pictures')->whereIn('card_id', $this->cards())->whereNotNull('sha256')->distinct()->get(['sha256', 'extension']) : collect();

        return $records + (int) $pictures->sum(static fn (object $p): int => PictureStore::bytes($p->sha256, $p->extension));
    }

    public function write(string $path, \Closure $progress): void
    {
        WriteBundle::to($path, $this->cards(), $this->about(), $this->pictures, $progress);
    }
}
