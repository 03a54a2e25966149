<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\Bundle;
use App\Models\Card;
use App\Models\Ledger;
use App\Models\Maker;
use App\Models\Measurement;
use App\Models\PaintCode;
use App\Models\Revision;
use App\Models\Standing;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Names\NameKey;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * Writes the tests of a record of another ledger where tests of this house stand: under testers of their own, so that they count as other testers'.
 * Runs inside the transaction of whoever calls it.
 *
 * @phpstan-type SettleTold array{
 *     kind: mixed, title: mixed, paper_id: int, paper_side: mixed, note: mixed, layout: mixed,
 *     repeats_card: string|null, repeats_number: mixed,
 * }
 * @phpstan-type SettleOurs array{
 *     uuid: string, owner_id: mixed, edition: int, created_at: \Illuminate\Support\Carbon,
 *     updated_at: \Illuminate\Support\Carbon,
 * }
 */
final class Settle
{
    private const MANY = 60;

    /** @var array<string, int> paint UUID => id here */
    private array $paints = [];

    /** @var array<string, int> by UUID and who speaks for them */
    private array $people = [];

    /** @var array<string, int> */
    private array $makers = [];

    /** @var array<string, int> by paper UUID */
    private array $papers = [];

    private readonly PaintsHere $here;

    /** @param Bundle|null $bundle that brings it, and to whose importer new paints belong; null: it came before, and is settled again */
    public function __construct(private readonly ?Bundle $bundle, private readonly Ledger $from)
    {
        $this->here = new PaintsHere;
    }

    /**
     * The card of a record that is not here yet.
     *
     * @param array{uuid: string, name: string} $home ledger of the record
     * @param string $key that it signs with
     */
    public function card(Tests $tests, array $home, string $key): Card
    {
        $r = $tests->record;
        $ledger = $this->ledger($home, $key);
        $card = new Card;
        $card->forceFill([
            'uuid' => strtolower($r['uuid']), 'owner_id' => $this->person($tests->evidence, $tests->evidence['owner'], $ledger), 'edition' => 1, 'ledger_id' => $ledger->id,
            ...$this->told($tests), 'created_at' => Tests::moment($tests->evidence['made']), 'updated_at' => now(),
        ])->save();
        $this->remember('cards', $card->id);

        return $card;
    }

    /**
     * Puts the tests of a revision in the place of what is there of the card.
     *
     * @param Tests $tests packed
     * @param bool $staged nobody sees the card, nor counts its tests, until {@see show()}
     */
    public function tests(Card $card, Revision $revision, Tests $tests, bool $staged = false): void
    {
        $e = $tests->evidence;
        $ledger = Ledger::query()->findOrFail($card->ledger_id);
        $ours = self::judgedHere($card);
        self::clear($card);
        $card->forceFill([...$this->told($tests), 'revision_id' => $revision->id, 'published_at' => $staged ? null : $revision->published_at, 'edition' => $card->edition + 1])->save();
        $person = fn (string $uuid): int => $this->person($e, $uuid, $ledger);
        $paints = array_map(fn (array $p): int => $this->paint($p), array_column($e['paints'], null, 'uuid'));
        $stamps = ['created_at' => now(), 'updated_at' => now()];
        $shared = static fn (string $uuid, int $owner, ?string $at = null): array => ['uuid' => strtolower($uuid), 'owner_id' => $owner, 'edition' => 1, ...$at === null ? $stamps : ['created_at' => Tests::moment($at), 'updated_at' => Tests::moment($at)]];

        $specimens = $byName = $conditions = $byHand = $spoiled = $paintOfRow = [];
        foreach ($e['rows'] as $row) {
            $paintOfRow[$row['row']] = $paints[$row['paint']];
            $id = (int) DB::table('specimens')->insertGetId(['uuid' => strtolower($row['specimen']), 'card_id' => $card->id, 'pan_id' => $this->pan($row['pan'], $paints[$row['paint']], $card->owner_id), 'row' => $row['row']]);
            $specimens[$row['row']] = $byName[strtolower($row['specimen'])] = $id;
            foreach ($row['conditions'] as $c) {
                $conditions[] = [...$shared((string) Str::uuid(), $card->owner_id), 'specimen_id' => $id, 'key' => $c['key'], 'value' => $c['value']];
            }
            foreach ($row['byHand'] as $h) {
                $byHand[] = [...$shared($h['uuid'], $person($h['by']), $h['at']), 'specimen_id' => $id, 'what' => $h['what'], 'value' => $h['value']];
            }
            foreach ($row['spoiled'] as $s) {
                $spoiled[] = [...$shared($s['uuid'], $person($s['by'])), 'specimen_id' => $id, 'property' => $s['property'], 'reason' => $s['reason']];
            }
        }
        $checks = [];
        foreach ($e['checks'] as $c) {
            $checks[strtolower($c['uuid'])] = (int) DB::table('fade_checks')->insertGetId([...$shared($c['uuid'], $card->owner_id), 'card_id' => $card->id, 'checked_on' => "$c[on] 00:00:00", 'dose_mlxh' => $c['doseMlxh'], 'dose_uncertainty' => $c['doseUncertainty'], 'note' => '', 'eye_first' => false]);
        }
        $pictures = [];
        foreach ($e['pictures'] as $p) {
            $pictures[$p['uuid']] = (int) DB::table('pictures')->insertGetId([
                'uuid' => strtolower($p['uuid']), 'owner_id' => $card->owner_id, 'card_id' => $card->id, 'fade_check_id' => $p['check'] === null ? null : $checks[strtolower($p['check'])], 'moment' => $p['moment'], 'source' => $p['source'], 'original_name' => '', 'sha256' => $p['sha256'], 'extension' => $p['extension'],
                'width' => $p['width'], 'height' => $p['height'], 'taken_as' => $p['takenAs'], 'device' => $p['device'], 'wet' => $p['wet'], 'window_first' => $p['windowFirst'], 'created_at' => Tests::moment($p['at']), 'updated_at' => Tests::moment($p['at']),
            ]);
        }
        $verdicts = array_map(static fn (array $v): array => [
            ...$shared($v['uuid'], $person($v['by']), $v['at']), 'specimen_id' => $specimens[$v['row']], 'fade_check_id' => $v['check'] === null ? null : $checks[strtolower($v['check'])], 'property' => $v['property'], 'word' => $v['word'], 'note' => $v['note'], 'blind' => $v['blind'], 'published' => ! $staged,
        ], $e['verdicts']);
        foreach ($ours as $verdict) {
            // In a copy of this ledger the same people are at home, and the record may bring what they said itself.
            if (isset($byName[$verdict['specimen']]) && ! in_array($verdict['uuid'], $tests->parts['verdicts'], true)) {
                $verdicts[] = ['specimen_id' => $byName[$verdict['specimen']], 'fade_check_id' => $checks[$verdict['check']] ?? null, ...array_diff_key($verdict, ['specimen' => 0, 'check' => 0])];
            }
        }
        $ratings = $strips = $films = $mixes = [];
        foreach ($e['measurements'] as $m) {
            $at = Tests::moment($m['at']);
            $id = (int) DB::table('measurements')->insertGetId([
                'uuid' => strtolower($m['uuid']), 'card_id' => $card->id, 'picture_id' => $pictures[$m['picture']], 'first_picture_id' => $m['first'] === null ? null : $pictures[$m['first']], 'state' => 'done', 'progress' => 1, 'step' => 'Measured elsewhere', 'meter_version' => $m['meter'],
                'result' => $m['result'], 'published' => ! $staged, 'created_at' => $at, 'updated_at' => $at,
            ]);
            $of = static fn (array $d): array => ['measurement_id' => $id, 'specimen_id' => $specimens[$d['row']], 'paint_id' => $paintOfRow[$d['row']]];
            foreach ($m['ratings'] as $r) {
                $ratings[] = [...$of($r), 'row' => $r['row'], 'property' => $r['property'], 'scale' => $r['scale'], 'rules' => $r['rules'], 'holds' => Tests::holds($r), 'status' => $r['status'], 'value' => $r['value'], 'uncertainty' => $r['uncertainty'], 'class' => $r['class'], 'detail' => $r['detail']];
            }
            foreach ($m['strips'] as $s) {
                $strips[] = [...$of($s), 'kind' => $s['kind'], 'data' => $s['data'], 'l' => $s['lab'][0] ?? null, 'a' => $s['lab'][1] ?? null, 'b' => $s['lab'][2] ?? null];
            }
            foreach ($m['films'] as $f) {
                $films[] = [...$of($f), 'counted' => $f['counted'], 'data' => $f['data']];
            }
            foreach ($m['mixes'] as $x) {
                $mixes[] = [...$of($x), 'partner_id' => $paints[$x['partner']], 'data' => $x['data']];
            }
        }
        $read = array_column($tests->record['instruments'] ?? [], null, 'uuid');
        $runs = array_map(static fn (array $i): array => [...$shared($i['uuid'], $person($i['by']), $i['at']), 'card_id' => $card->id, 'name' => $read[$i['uuid']]['name'], 'source' => $read[$i['uuid']]['source'], 'samples' => json_encode(array_map(static fn (array $s): array => ['name' => ''] + $s, $read[$i['uuid']]['samples']), JSON_THROW_ON_ERROR)], $e['instruments']);
        foreach (['instrument_runs' => $runs, 'specimen_conditions' => $conditions, 'hand_measures' => $byHand, 'spoilings' => $spoiled, 'verdicts' => $verdicts, 'ratings' => $ratings, 'strips' => $strips, 'films' => $films, 'mix_runs' => $mixes] as $table => $all) {
            foreach (array_chunk($all, self::MANY) as $some) {
                DB::table($table)->insert($some);
            }
        }
    }

    /**
     * Cards that a bundle brought and nobody sees yet.
     *
     * @return \Illuminate\Database\Query\Builder ids
     */
    public static function staged(Bundle $bundle)
    {
        return DB::table('cards')->whereNull('cards.published_at')->whereIn('cards.id', DB::table('bundle_changes')->where('bundle_id', $bundle->id)->where('table', 'cards')->select('row_id'))->select('cards.id');
    }

    /** All that a bundle brought is seen, and counts, at once. */
    public static function show(Bundle $bundle): void
    {
        DB::table('measurements')->whereIn('card_id', self::staged($bundle))->update(['published' => true]);
        DB::table('verdicts')->whereIn('specimen_id', DB::table('specimens')->whereIn('card_id', self::staged($bundle))->select('id'))->update(['published' => true]);
        $of = static fn (string $which): string => "(select max(published_at) from revisions where $which)";
        self::staged($bundle)->update(['published_at' => DB::raw('coalesce('.$of('revisions.id = cards.revision_id').', '.$of('revisions.card_id = cards.id').')')]);
    }

    /**
     * What a record says of its card itself.
     *
     * @return SettleTold
     */
    private function told(Tests $tests): array
    {
        $r = $tests->record;

        return [
            'kind' => $r['kind'], 'title' => $r['title'], 'paper_id' => $this->paper($tests->evidence['paper']), 'paper_side' => $r['side'], 'note' => $r['note'], 'layout' => $r['layout'],
            'repeats_card' => isset($r['repeats']) ? strtolower($r['repeats']['card']) : null, 'repeats_number' => $r['repeats']['number'] ?? null,
        ];
    }

    /**
     * What people of this house judged by eye on a card of another ledger: theirs, whatever becomes of the card there.
     *
     * @return list<array<string, mixed>>
     */
    private static function judgedHere(Card $card): array
    {
        return array_values(self::verdictsOf([$card->id])->leftJoin('fade_checks', 'fade_checks.id', '=', 'verdicts.fade_check_id')->get(['verdicts.uuid', 'verdicts.owner_id', 'verdicts.edition', 'verdicts.created_at', 'verdicts.updated_at', 'property', 'word', 'verdicts.note', 'blind', 'verdicts.published', 'specimens.uuid as specimen', 'fade_checks.uuid as check'])->map(static fn (object $v): array => (array) $v)->all());
    }

    /**
     * @param list<int> $cardIds
     *
     * @return \Illuminate\Database\Query\Builder verdicts of people of this house
     */
    public static function verdictsOf(array $cardIds)
    {
        return DB::table('verdicts')->join('specimens', 'specimens.id', '=', 'verdicts.specimen_id')->join('users', 'users.id', '=', 'verdicts.owner_id')->whereNull('users.ledger_id')->whereIn('specimens.card_id', $cardIds);
    }

    /** Takes away what was settled of a card; its revisions and what was said of it stay. */
    public static function clear(Card $card): void
    {
        DB::table('measurements')->where('card_id', $card->id)->delete();
        DB::table('instrument_runs')->where('card_id', $card->id)->delete();
        DB::table('pictures')->where('card_id', $card->id)->delete();
        DB::table('specimens')->where('card_id', $card->id)->delete();
        DB::table('fade_checks')->where('card_id', $card->id)->delete();
        DB::table('pans')->where('owner_id', $card->owner_id)->whereExists(static fn ($q) => $q->from('users')->whereColumn('users.id', 'pans.owner_id')->whereNotNull('ledger_id'))->whereNotExists(static fn ($q) => $q->from('specimens')->whereColumn('specimens.pan_id', 'pans.id'))->delete();
    }

    /** How a card stands follows from what was said last. */
    public static function standing(Card $card): void
    {
        $last = Standing::latest($card->id);
        $withdrawn = $last !== null && $last->withdrawn;
        $card->forceFill(['withdrawn_at' => $withdrawn ? $last->at : null, 'withdrawn_because' => $withdrawn ? $last->because : ''])->save();
        if ($card->ledger_id !== null) {
            foreach ([Measurement::query()->where('card_id', $card->id)->toBase(), DB::table('verdicts')->whereIn('specimen_id', DB::table('specimens')->where('card_id', $card->id)->select('id'))] as $counted) {
                $counted->where('published', $withdrawn)->update(['published' => ! $withdrawn]);
            }
        }
    }

    /**
     * The ledger that made the bundle: its own bundle proves its key, and tells its name best.
     *
     * @param array{uuid: string, name: string} $named
     *
     * @throws CoreException when another key is proven
     */
    public function sender(array $named, string $key): Ledger
    {
        $there = $this->ledger($named, $key, false);
        if ($there->own) {
            return $there;
        }
        if ($there->public_key !== $key) {
            self::dropSignedOtherwise($there, $key);
        }
        $there->update(['public_key' => $key, 'proven' => true, 'name' => mb_substr($named['name'], 0, 80)]);

        return $there;
    }

    /**
     * The ledger that a record is said to be of.
     *
     * @param array{uuid: string, name: string} $named
     * @param string $key that it signs with; of one that has not proven its own, the first that somebody tells
     * @param bool $held whether a key that is not proven has to be this one too
     *
     * @throws CoreException when another key is known
     */
    public function ledger(array $named, string $key, bool $held = true): Ledger
    {
        $there = Ledger::query()->where('uuid', strtolower($named['uuid']))->first();
        if ($there !== null && $there->public_key !== $key && ($held || $there->proven)) {
            // Since it was looked at, another bundle may have come.
            throw new CoreException('The ledger changed since this bundle was looked at. Look at it again.');
        }
        if ($there === null) {
            $there = Ledger::query()->create(['uuid' => strtolower($named['uuid']), 'name' => mb_substr($named['name'], 0, 80), 'own' => false, 'proven' => false, 'public_key' => $key]);
            $this->remember('ledgers', $there->id);
        }

        return $there;
    }

    /**
     * Revisions that others brought in the name of a ledger, signed with another key than it has proven.
     *
     * @return Builder<Revision>
     */
    public static function signedOtherwise(Ledger $ledger, string $key): Builder
    {
        return Revision::withStaged()->whereIn('card_id', DB::table('cards')->where('ledger_id', $ledger->id)->select('id'))->where('signature->key', '<>', $key);
    }

    /** They are not of the ledger that they bear the name of, so they go, and their cards with what was settled of them. */
    private static function dropSignedOtherwise(Ledger $ledger, string $key): void
    {
        $cards = Card::query()->whereIn('id', self::signedOtherwise($ledger, $key)->select('card_id'))->get();
        self::signedOtherwise($ledger, $key)->delete();
        foreach ($cards as $card) {
            self::clear($card);
            $card->delete();
        }
    }

    /**
     * A tester of another ledger, who has no account here. A ledger speaks for its own people: somebody of this house, or of a third ledger, is
     * never made to have said what it only claims.
     *
     * @param array<string, mixed> $of evidence, or what was said, with its people
     * @param Ledger $ledger that signed it; this one where it signed itself, or a copy of it brings it
     */
    public function person(array $of, string $uuid, Ledger $ledger): int
    {
        $uuid = strtolower($uuid);
        $speaks = $ledger->own ? $this->from : $ledger;
        $known = "$uuid $speaks->id";
        if (isset($this->people[$known])) {
            return $this->people[$known];
        }
        $there = User::query()->where('uuid', $uuid)->first();
        $as = $uuid;
        if ($there !== null && ! $speaks->own && $there->ledger_id !== $speaks->id) {
            $as = self::derived("$uuid as $speaks->uuid has it");
            $there = User::query()->where('uuid', $as)->first();
        }
        if ($there === null) {
            $name = array_column($of['people'], 'name', 'uuid');
            // No password is hashed to this, so nobody signs in by it.
            $id = (int) DB::table('users')->insertGetId([
                'uuid' => $as, 'name' => array_change_key_case($name)[$uuid] ?? 'somebody', 'ledger_id' => $speaks->id,
                'email' => "$as@elsewhere.invalid", 'email_key' => "$as@elsewhere.invalid", 'password' => '!',
                'is_steward' => false, 'removed_at' => now(), 'created_at' => now(), 'updated_at' => now(),
            ]);
            $this->remember('users', $id);

            return $this->people[$known] = $id;
        }

        return $this->people[$known] = $there->id;
    }

    /** @param array<string, mixed> $paint */
    private function paint(array $paint): int
    {
        $uuid = strtolower($paint['uuid']);
        if (isset($this->paints[$uuid])) {
            return $this->paints[$uuid];
        }
        $found = $this->here->find($paint);
        $answer = $this->bundle->answers[$uuid] ?? 'new';
        $id = $found['does'] === 'unsure' && $answer !== 'new' ? PaintsHere::known($answer) : $found['id'];
        if ($id === null) {
            $statement = PigmentStatement::parse($paint['pigmentsWritten']);
            $id = (int) DB::table('paints')->insertGetId([
                ...$this->ours($uuid), 'maker_id' => $this->maker($paint['maker']), 'range' => $paint['range'], 'colour_name' => $paint['colourName'], 'colour_name_key' => NameKey::of($paint['colourName']), 'pigments_written' => $paint['pigmentsWritten'], 'pigments' => $statement->text(), 'pigments_stated' => $statement->isStated(),
                'series' => $paint['series'], 'medium' => $paint['medium'], 'grade' => $paint['grade'], 'discontinued' => $paint['discontinued'], 'effects' => $paint['effects'] === null ? null : json_encode($paint['effects']),
            ]);
            DB::table('paint_codes')->insert(PaintCode::rows($id, $statement->codes));
            $this->remember('paints', $id);
            $this->here->add($id, $paint);
        } elseif (DB::table('paints')->where('uuid', $uuid)->doesntExist() && DB::table('paint_aliases')->where('uuid', $uuid)->doesntExist()) {
            $this->remember('paint_aliases', (int) DB::table('paint_aliases')->insertGetId(['uuid' => $uuid, 'paint_id' => $id]));
        }

        return $this->paints[$uuid] = $id;
    }

    private function maker(string $name): int
    {
        $name = Maker::tidy($name);
        $key = NameKey::of($name);
        if (! isset($this->makers[$key])) {
            $id = DB::table('makers')->where('name_key', $key)->value('id');
            if ($id === null) {
                $id = DB::table('makers')->insertGetId([...$this->ours((string) Str::uuid()), 'name' => $name, 'name_key' => $key]);
                $this->remember('makers', (int) $id);
            }
            $this->makers[$key] = (int) $id;
        }

        return $this->makers[$key];
    }

    /** @param array<string, mixed> $paper */
    private function paper(array $paper): int
    {
        $uuid = strtolower($paper['uuid']);
        if (! isset($this->papers[$uuid])) {
            $what = ['maker_key' => NameKey::of($paper['maker']), 'fibre' => $paper['fibre'], 'weight_gsm' => $paper['weightGsm'], 'surface' => $paper['surface']];
            $id = DB::table('papers')->where($what)->orderBy('id')->value('id') ?? DB::table('papers')->where('uuid', $uuid)->value('id');
            if ($id === null) {
                $id = DB::table('papers')->insertGetId([...$this->ours($uuid), 'maker' => $paper['maker'], ...$what]);
                $this->remember('papers', (int) $id);
            }
            $this->papers[$uuid] = (int) $id;
        }

        return $this->papers[$uuid];
    }

    /**
     * One pan for all rows that were painted from what is told alike: another batch or formulation is another pan.
     *
     * @param array<string, mixed> $pan
     */
    private function pan(array $pan, int $paintId, int $ownerId): int
    {
        $formulation = $pan['formulation'] === null ? null : DB::table('formulations')->where('paint_id', $paintId)->where(['since' => $pan['formulation']['since'] === null ? null : $pan['formulation']['since'].' 00:00:00', 'pigments_written' => $pan['formulation']['pigmentsWritten']])->value('id');
        if ($pan['formulation'] !== null && $formulation === null) {
            $formulation = DB::table('formulations')->insertGetId([...$this->ours((string) Str::uuid()), 'paint_id' => $paintId, 'since' => $pan['formulation']['since'] === null ? null : $pan['formulation']['since'].' 00:00:00', 'pigments_written' => $pan['formulation']['pigmentsWritten'], 'note' => '']);
            $this->remember('formulations', (int) $formulation);
        }
        $uuid = self::derived(json_encode([$paintId, $ownerId, $pan['form'], $pan['batch'], $pan['volumeMl'], $pan['openedOn'], $pan['got'], $formulation], JSON_THROW_ON_ERROR));
        $id = DB::table('pans')->where('uuid', $uuid)->value('id');

        return (int) ($id ?? DB::table('pans')->insertGetId([
            'uuid' => $uuid, 'owner_id' => $ownerId, 'edition' => 1, 'created_at' => now(), 'updated_at' => now(), 'paint_id' => $paintId, 'form' => $pan['form'], 'batch' => $pan['batch'], 'volume_ml' => $pan['volumeMl'],
            'opened_on' => $pan['openedOn'] === null ? null : "$pan[openedOn] 00:00:00", 'got' => $pan['got'], 'formulation_id' => $formulation, 'state' => 'in use',
        ]));
    }

    /** @return SettleOurs what is made here belongs to whoever takes the bundle in, and is changed like anything of theirs */
    private function ours(string $uuid): array
    {
        $owner = $this->bundle->owner_id ?? User::query()->houseStewards()->orderBy('id')->value('id');

        return ['uuid' => $uuid, 'owner_id' => $owner, 'edition' => 1, 'created_at' => now(), 'updated_at' => now()];
    }

    private function remember(string $table, int $id): void
    {
        if ($this->bundle !== null) {
            DB::table('bundle_changes')->insert(['bundle_id' => $this->bundle->id, 'table' => $table, 'row_id' => $id]);
        }
    }

    /** A UUID that is the same wherever it is made of the same words (RFC 9562, version 8). */
    private static function derived(string $words): string
    {
        $hash = hash('sha256', $words);

        return sprintf('%s-%s-8%s-8%s-%s', substr($hash, 0, 8), substr($hash, 8, 4), substr($hash, 12, 3), substr($hash, 15, 3), substr($hash, 18, 12));
    }
}
