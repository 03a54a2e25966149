<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\LeftFiles;
use App\Actions\MergePaints;
use App\Actions\RequestMeasurement;
use App\Imaging\PictureStore;
use App\Models\Decision;
use App\Models\Group;
use App\Models\Measurement;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\Study;
use Illuminate\Support\Facades\DB;

/** Two entries of one paint become one with all that hangs on either, and two again; and what was removed leaves no picture behind. */
final class MergingTest extends FeatureTestCase
{
    private function paint(string $name): Paint
    {
        $this->putPaint($uuid = self::uuid(), ['colourName' => $name])->assertCreated();

        return Paint::query()->where('uuid', $uuid)->firstOrFail();
    }

    public function testAllThatHangsOnAnEntryGoesWithItAndComesBack(): void
    {
        $this->actingAs($this->wren);
        [$from, $into, $third] = array_map($this->paint(...), ['Dune', 'Dune too', 'Reed']);
        $group = Group::put(self::uuid(), ['name' => 'sands']);
        $both = Group::put(self::uuid(), ['name' => 'all']);
        $study = Study::put(self::uuid(), ['title' => 'slipway']);
        DB::table('group_paint')->insert([['group_id' => $group->id, 'paint_id' => $from->id, 'position' => 3], ['group_id' => $both->id, 'paint_id' => $from->id, 'position' => 1], ['group_id' => $both->id, 'paint_id' => $into->id, 'position' => 2]]);
        DB::table('paint_study')->insert(['study_id' => $study->id, 'paint_id' => $from->id]);
        DB::table('hearts')->insert([['user_id' => $this->wren->id, 'paint_id' => $from->id], ['user_id' => $this->other->id, 'paint_id' => $from->id], ['user_id' => $this->other->id, 'paint_id' => $into->id]]);
        DB::table('looks')->insert(['user_id' => $this->other->id, 'paint_id' => $from->id, 'brief' => '[]', 'looked_at' => now()]);
        DB::table('follows')->insert(['user_id' => $this->other->id, 'kind' => 'paint', 'key' => $from->uuid, 'since' => now()]);
        $with = Mix::put(self::uuid(), ['a_id' => $from->id, 'b_id' => $third->id, 'share' => 0.5, 'deposit' => 0.92, 'name' => 'sand']);
        $itself = Mix::put(self::uuid(), ['a_id' => $from->id, 'b_id' => $into->id, 'share' => 0.5, 'deposit' => 0.92, 'name' => 'the two']);
        Decision::put(self::uuid(), ['paint_id' => $from->id, 'word' => 'keep', 'decided_on' => '2026-03-01', 'brief' => []]);
        $state = static fn (): array => array_map(static fn (string $table): array => DB::table($table)->orderBy('paint_id')->get()->map(static fn (object $r): string => (string) json_encode($r))->all(), ['group_paint', 'paint_study', 'hearts', 'looks', 'decisions'])
            + ['follows' => DB::table('follows')->pluck('key')->all(), 'mixes' => DB::table('mixes')->get(['a_id', 'b_id'])->map(static fn (object $r): string => (string) json_encode($r))->all()];
        $before = $state();
        $merge = MergePaints::into($from, $into, $this->wren);
        self::assertSame([3, 2], DB::table('group_paint')->where('paint_id', $into->id)->orderBy('group_id')->pluck('position')->all());
        self::assertSame([$into->id], DB::table('paint_study')->pluck('paint_id')->all());
        self::assertEqualsCanonicalizing([$this->wren->id, $this->other->id], DB::table('hearts')->where('paint_id', $into->id)->pluck('user_id')->all());
        self::assertSame([$into->id], DB::table('looks')->pluck('paint_id')->all());
        self::assertSame([$into->uuid], DB::table('follows')->pluck('key')->all());
        self::assertSame([$into->id, $third->id], [(int) $with->refresh()->a_id, (int) $with->b_id]);
        // With itself it would be no mix.
        self::assertSame([$from->id, $into->id], [(int) $itself->refresh()->a_id, (int) $itself->b_id]);
        self::assertSame([$into->id], DB::table('decisions')->pluck('paint_id')->all());
        MergePaints::undo($merge->refresh());
        self::assertSame($before, $state());
    }

    public function testAMergeOfBeforeIsUndone(): void
    {
        $this->actingAs($this->wren);
        [$from, $into] = array_map($this->paint(...), ['Dune', 'Dune too']);
        $merge = MergePaints::into($from, $into, $this->wren);
        $pans = DB::table('pans')->where('paint_id', $into->id)->pluck('id');
        // It names the table alone.
        $merge->refresh()->update(['moved' => ['pans' => $merge->moved['pans.paint_id']]]);
        MergePaints::undo($merge->refresh());
        self::assertCount(2, $pans);
        self::assertSame([1, 1], [DB::table('pans')->where('paint_id', $from->id)->count(), DB::table('pans')->where('paint_id', $into->id)->count()]);
    }

    public function testNothingCanBeSeenOfACardThatIsRemoved(): void
    {
        $this->actingAs($this->wren);
        $seen = static fn (): int => count(glob(storage_path('app/previews/*')) ?: []);
        [$card, $other] = [$this->card('property', 'PB28'), $this->card('property', 'PY42')];
        array_map(unlink(...), glob(storage_path('app/previews/*')) ?: []);
        foreach ([$card, $other] as $of) {
            RequestMeasurement::fromStandIn(self::uuid(), $of, null);
            $measurement = Measurement::query()->where('card_id', $of->id)->firstOrFail();
            $this->get("/api/pictures/{$measurement->picture->uuid}/preview.webp")->assertOk();
            $this->get("/api/measurements/$measurement->uuid/window.webp?row=1&use=wash")->assertOk();
        }
        self::assertSame(4, $seen());
        $this->deleteJson("/api/cards/$card->uuid")->assertNoContent();
        self::assertSame(2, $seen());
        // What a kill left is found by the sweep: what nothing names, and is older than a day.
        $path = PictureStore::path(PictureStore::keep('of no card', 'png'), 'png');
        $kept = PictureStore::path((string) Measurement::query()->where('card_id', $other->id)->firstOrFail()->picture->sha256, 'png');
        array_map(static fn (string $file) => touch($file, time() - 90_000), [$kept, ...glob(storage_path('app/previews/*')) ?: []]);
        foreach ([86_000 => true, 90_000 => false] as $ago => $stays) {
            touch($path, time() - $ago);
            clearstatcache();
            LeftFiles::sweep();
            self::assertSame($stays, is_file($path));
        }
        self::assertFileExists($kept);
        self::assertSame(2, $seen());
    }
}
