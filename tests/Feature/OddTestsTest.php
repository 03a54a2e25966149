<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Paint;
use App\Models\Specimen;
use App\Models\Strip;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Tests\Support\RandomLedger;

/** A row that was painted from a wrong tube: out of everything that is said of the paint, in sight, until somebody says what it is. */
final class OddTestsTest extends FeatureTestCase
{
    private Paint $paint;

    private Specimen $odd;

    protected function setUp(): void
    {
        parent::setUp();
        (new RandomLedger(4))->fill(16);
        $this->paint = Paint::query()->findOrFail(DB::table('strips')->where('kind', 'property')->groupBy('paint_id')->havingRaw('count(*) = 3')->value('paint_id'));
        $strip = Strip::query()->where('paint_id', $this->paint->id)->where('kind', 'property')->orderByDesc('id')->firstOrFail();
        // What another tube holds takes up the light the other way round.
        $data = $strip->data;
        $data['steps'] = array_map(static fn (array $s): array => [array_reverse($s[0]), null], $data['steps']);
        $data['steps'] = array_map(static fn (array $s): array => [[$s[0][0], 0.5 * $s[0][1], $s[0][2]], null], $data['steps']);
        $strip->update(['data' => $data]);
        $lab = \MarshTrial\Core\Evidence\Strip::fromArray($data)->reference();
        $strip->update(['l' => $lab->l, 'a' => $lab->a, 'b' => $lab->b]);
        $this->odd = Specimen::query()->with('card.owner')->findOrFail($strip->specimen_id);
    }

    public function testItIsSetAsideNamedAndTakenBackIn(): void
    {
        $tester = $this->odd->card->owner;
        $this->actingAs($tester);
        $page = fn (): array => $this->getJson("/api/paints/{$this->paint->uuid}")->assertOk()->json();
        $before = $page();
        self::assertSame([[$this->odd->uuid, 'set aside', true, null]], array_map(static fn (array $o): array => [$o['specimen'], $o['state'], $o['mayDecide'], $o['decided']], $before['odd']));
        self::assertSame(2, $before['properties']['transparency']['pooled']['tests']);
        self::assertContains($this->odd->uuid, array_column($this->getJson('/api/today')->assertOk()->json('odd'), 'specimen'));
        $code = fn (): array => array_column($this->getJson("/api/pigments/{$this->paint->pigments}")->assertOk()->json('paints'), null, 'uuid')[$this->paint->uuid];
        self::assertSame(2, $code()['properties']['transparency']['pooled']['tests']);

        $said = fn (string $word, array $more = []) => $this->putJson("/api/odd-tests/{$this->odd->uuid}", ['word' => $word, ...$more]);
        $said('a mistake')->assertStatus(422);
        $this->actingAs($this->other);
        $said('this paint all the same')->assertForbidden();
        $this->actingAs($tester);
        $said('this paint all the same')->assertOk()->assertJsonPath('odd', []);
        self::assertSame([3, 3], [$page()['properties']['transparency']['pooled']['tests'], $code()['properties']['transparency']['pooled']['tests']]);

        $this->deleteJson("/api/odd-tests/{$this->odd->uuid}")->assertOk()->assertJsonCount(1, 'odd');
        self::assertSame(2, $code()['properties']['transparency']['pooled']['tests']);
        $other = Paint::query()->whereKeyNot($this->paint->id)->firstOrFail();
        $told = $said('another paint', ['paintUuid' => $other->uuid])->assertOk()->json('odd.0.decided');
        self::assertSame(['another paint', $tester->name, $other->colour_name], [$told['word'], $told['by'], $told['paint']]);
        // Decided: out for good, in sight beside the paint, and nothing that waits.
        self::assertSame(2, $page()['properties']['transparency']['pooled']['tests']);
        self::assertNotContains($this->odd->uuid, array_column($this->getJson('/api/today')->json('odd'), 'specimen'));
    }

    public function testAnotherBatchIsDatedAsAFormulationUntilItIsTakenBack(): void
    {
        $this->actingAs($this->odd->card->owner);
        $this->odd->pan->update(['opened_on' => '2026-03-04']);
        $this->putJson("/api/odd-tests/{$this->odd->uuid}", ['word' => 'another recipe or batch'])->assertOk();
        $formulation = $this->odd->pan->fresh()?->formulation;
        self::assertSame('2026-03-04', $formulation?->since?->toDateString());
        self::assertSame($this->paint->pigments_written, $formulation->pigments_written);
        // Said otherwise, nothing of it stays.
        $this->putJson("/api/odd-tests/{$this->odd->uuid}", ['word' => 'this paint all the same'])->assertOk();
        self::assertNull($this->odd->pan->fresh()?->formulation_id);
        self::assertSame(0, DB::table('formulations')->count());
    }

    public function testOfTwoThatDisagreeNeitherIsBelieved(): void
    {
        $first = Strip::query()->where('paint_id', $this->paint->id)->where('kind', 'property')->orderBy('id')->firstOrFail();
        DB::table('spoilings')->insert(['uuid' => self::uuid(), 'owner_id' => $this->steward->id, 'edition' => 1, 'specimen_id' => $first->specimen_id, 'reason' => 'dropped', 'created_at' => now(), 'updated_at' => now()]);
        $this->actingAs(User::query()->where('name', 'Odo')->firstOrFail());
        $page = $this->getJson("/api/paints/{$this->paint->uuid}")->assertOk()->json();
        self::assertSame(['two disagree', 'two disagree'], array_column($page['odd'], 'state'));
        self::assertNull($page['properties']['transparency']['measured']);
        self::assertNull($page['strip']['ladder'] ?? null);
    }

    public function testAFadeStripFromAWrongTubeSaysNothingOfThePaintsLight(): void
    {
        $fade = DB::table('strips')->where('kind', 'fade')->whereNotNull('l')
            ->whereIn('paint_id', DB::table('strips')->where('kind', 'property')->groupBy('paint_id')->havingRaw('count(*) >= 2')->select('paint_id'))
            ->where('paint_id', '<>', $this->paint->id)->firstOrFail();
        $paint = Paint::query()->findOrFail($fade->paint_id);
        Strip::query()->where('paint_id', $paint->id)->where('kind', 'fade')->where('specimen_id', '<>', $fade->specimen_id)->delete();
        $this->actingAs(User::query()->where('name', 'Odo')->firstOrFail());
        $page = fn (): array => $this->getJson("/api/paints/$paint->uuid")->assertOk()->json();
        self::assertSame([], $page()['odd']);
        self::assertNotNull($page()['properties']['lightfastness']['measured']);
        foreach (Strip::query()->where('paint_id', $paint->id)->where('kind', 'fade')->get() as $strip) {
            $data = $strip->data;
            foreach (['#b04858', '#d07078', '#ecc4c8'] as $i => $deepRed) {
                $data['depths'][$i]['kept'] = $deepRed;
            }
            $lab = \MarshTrial\Core\Evidence\Strip::ofKeptHalves($data)?->reference();
            self::assertNotNull($lab);
            $strip->update(['data' => $data, 'l' => $lab->l, 'a' => $lab->a, 'b' => $lab->b]);
        }
        DB::table('paint_digests')->delete();
        self::assertSame(['set aside'], array_unique(array_column($page()['odd'], 'state')));
        self::assertNull($page()['properties']['lightfastness']['measured']);
    }
}
