<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Actions\PublishRecord;
use App\Actions\WithdrawRecord;
use App\Ledger\Entries;
use App\Ledger\Look;
use App\Ledger\TakeBack;
use App\Ledger\TakeIn;
use App\Ledger\WriteBundle;
use App\Models\Answer;
use App\Models\Bundle;
use App\Models\Card;
use App\Models\House;
use App\Models\InstrumentRun;
use App\Models\Ledger;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Picture;
use App\Models\Question;
use App\Models\Rating;
use App\Models\Specimen;
use App\Models\User;
use App\Models\Verdict;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Exchange\Signature;
use MarshTrial\Core\Rating\Scale;
use Random\Randomizer;

/**
 * Two installations in one process, each with a database of its own, that publish, amend, withdraw, ask, answer and exchange at random. What was said in
 * either is kept beside them, by other means than theirs, to be held against what they hold in the end.
 */
final class TwoLedgers
{
    private const WORDS = ['chalk', 'tide', 'reed', 'gull', 'ooze', 'spit', 'wrack', 'fen'];

    /** @var array<string, string> entry by what it is of, as it should be in the end */
    public array $said = [];

    /** @var array<string, string> title of every card at home, as last edited there */
    public array $titles = [];

    /** @var array<string, int> house by verdict that was given there on a card of the other */
    public array $judged = [];

    private int $minute = 0;

    private function __construct(private readonly Randomizer $random, private readonly string $folder, public readonly bool $forked) {}

    /** @param bool $forked both begin as copies of one ledger that has records already */
    public static function begin(Randomizer $random, string $folder, bool $forked): self
    {
        @mkdir($folder, 0770, true);
        $template = "$folder/template.sqlite";
        $two = new self($random, $folder, $forked);
        if (! is_file($template)) {
            touch($template);
            self::connect('template', $template);
            Artisan::call('migrate', ['--force' => true, '--database' => 'template']);
            DB::connection('template')->getPdo()->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            DB::purge('template');
        }
        foreach ([0, 1] as $house) {
            DB::purge("house$house");
            array_map(unlink(...), glob("$folder/$house.sqlite*") ?: []);
        }
        copy($template, "$folder/0.sqlite");
        foreach ([0, 1] as $house) {
            if ($house === 1 || ! $forked) {
                copy($house === 1 && $forked ? "$folder/0.sqlite" : $template, "$folder/$house.sqlite");
            }
            self::connect("house$house", "$folder/$house.sqlite");
            $two->in($house, static function () use ($house, $forked): void {
                if ($house === 0 || ! $forked) {
                    House::becomeDemo();
                    Ledger::own()->update(['uuid' => self::uuid(), 'name' => ['Saltern Reach sketchers', 'Grey Tide circle'][$house], ...Signature::keyPair()]);
                    foreach ([['Tamsin', true], ['Odo', false]] as [$name, $steward]) {
                        User::query()->create(['uuid' => self::uuid(), 'name' => "$name of $house", 'email' => strtolower($name)."$house@ledger.example", 'password' => 'x', 'is_steward' => $steward]);
                    }
                }
            });
            if ($house === 0 && $forked) {
                $two->publish(0);
                $two->publish(0);
                $two->in(0, static fn () => DB::connection()->getPdo()->exec('PRAGMA wal_checkpoint(TRUNCATE)'));
            }
        }

        return $two;
    }

    private static function connect(string $name, string $path): void
    {
        config(["database.connections.$name" => [...config('database.connections.sqlite'), 'database' => $path, 'synchronous' => 'OFF']]);
        DB::purge($name);
    }

    private static function uuid(): string
    {
        return (string) \Illuminate\Support\Str::uuid();
    }

    /**
     * @template T
     *
     * @param \Closure(): T $do
     *
     * @return T
     */
    public function in(int $house, \Closure $do): mixed
    {
        $before = DB::getDefaultConnection();
        DB::setDefaultConnection("house$house");
        // What is kept for a request is of one house.
        app()->instance('request', \Illuminate\Http\Request::create('/'));
        try {
            return $do();
        } finally {
            DB::setDefaultConnection($before);
        }
    }

    /** One more thing happens in one of the two, a minute later. */
    public function step(): void
    {
        Carbon::setTestNow(Carbon::parse('2026-06-01 08:00:00', 'UTC')->addMinutes(++$this->minute));
        $house = $this->random->getInt(0, 1);
        match ($this->random->getInt(0, 9)) {
            0, 1 => $this->publish($house),
            2, 3 => $this->amend($house),
            4 => $this->withdrawOrRestore($house),
            5 => $this->ask($house),
            6 => $this->answerOrClose($house),
            7 => $this->random->getInt(0, 1) === 0 ? $this->draft($house) : $this->judge($house),
            8 => $this->exchange($house, $this->random->getInt(0, 3) === 0 ? 'PB28' : null),
            9 => $this->takeBack($house),
        };
    }

    public function publish(int $house): void
    {
        $this->locally($house, function () use ($house): void {
            $who = $this->anybody($house);
            $code = $this->pick(['PB28', 'PB29', 'PR254']);
            $name = ucfirst($this->pick(self::WORDS));
            $maker = DB::table('makers')->value('id') ?? DB::table('makers')->insertGetId(['uuid' => self::uuid(), 'owner_id' => $who->id, 'edition' => 1, 'name' => 'Withy Colours', 'name_key' => 'withy colours']);
            $paint = Paint::query()->where('colour_name', $name)->where('pigments', $code)->first();
            if ($paint === null) {
                $paint = Paint::query()->create(['uuid' => self::uuid(), 'owner_id' => $who->id, 'edition' => 1, 'maker_id' => $maker, 'colour_name' => $name, 'pigments_written' => $code, 'pigments' => $code, 'pigments_stated' => true]);
                DB::table('paint_codes')->insert(['paint_id' => $paint->id, 'position' => 1, 'code' => $code, 'state' => 'known']);
            }
            $paper = Paper::query()->first() ?? Paper::query()->create(['uuid' => self::uuid(), 'owner_id' => $who->id, 'edition' => 1, 'maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'cold-pressed', 'weight_gsm' => 300]);
            $pan = Pan::query()->create(['uuid' => self::uuid(), 'owner_id' => $who->id, 'edition' => 1, 'paint_id' => $paint->id, 'form' => 'tube', 'batch' => (string) $this->random->getInt(1, 3)]);
            $uuid = self::uuid();
            $layout = LayoutJson::toArray(PropertyCard::layout($uuid, 'A card', [new RowLabel(1, $pan->uuid, $name, 'Withy Colours', $code)]));
            $card = Card::query()->create(['uuid' => $uuid, 'owner_id' => $who->id, 'edition' => 1, 'kind' => CardKind::Property->value, 'title' => "Card of $name", 'paper_id' => $paper->id, 'paper_side' => 'felt side', 'note' => '', 'layout' => $layout]);
            $specimen = Specimen::query()->create(['uuid' => self::uuid(), 'card_id' => $card->id, 'pan_id' => $pan->id, 'row' => 1]);
            $this->measure($card, $specimen, $paint->id, $who);
            if ($this->random->getInt(0, 2) === 0) {
                InstrumentRun::query()->create(['uuid' => self::uuid(), 'owner_id' => $who->id, 'edition' => 1, 'card_id' => $card->id, 'name' => 'a handheld', 'source' => 'file', 'samples' => [['cell' => array_key_first(LayoutJson::fromArray($layout)->cellsById()), 'name' => 'A1', 'lab' => [$this->random->getInt(200, 900) / 10, 1.5, -2.25], 'spectrum' => ['fromNm' => 400, 'stepNm' => 20, 'values' => [0.25, 0.5, 0.75]]]]]);
            }
            $this->titles[$uuid] = $card->title;
            PublishRecord::of($card, $who);
        });
    }

    /** A picture was read; which numbers it gave is all that matters here. */
    private function measure(Card $card, Specimen $specimen, int $paintId, User $who): void
    {
        $picture = Picture::query()->create(['uuid' => self::uuid(), 'owner_id' => $who->id, 'card_id' => $card->id, 'moment' => 'property', 'source' => 'upload', 'sha256' => hash('sha256', self::uuid()), 'extension' => 'png', 'device' => 'scanner']);
        $value = $this->random->getInt(100, 900) / 1000;
        $detail = ['row' => 1, 'property' => 'staining', 'status' => 'measured', 'reason' => null, 'value' => $value, 'uncertainty' => 0.03, 'class' => null, 'said' => null, 'chances' => [], 'classes' => ['low'], 'classes95' => ['low'], 'atDeposit' => null, 'scale' => Scale::current()->name, 'remarks' => [], 'cells' => [], 'numbers' => [], 'formula' => '', 'protocol' => 'stroke-lift 1'];
        $result = ['format' => 'marsh-trial/card-measurement', 'version' => 1, 'card' => ['uuid' => $card->uuid, 'code' => '0'], 'measuredBy' => ['meter' => 4, 'scale' => Scale::current()->name, 'rules' => Scale::RULES], 'scan' => ['pixels' => [10, 10], 'dpi' => 200.0, 'profile' => 'sRGB', 'photo' => false, 'calibration' => ['kind' => 'profile', 'name' => '', 'residualMean' => null, 'residual95' => null, 'patches' => 0], 'quality' => [], 'pieces' => [], 'remarks' => []], 'cells' => [], 'ratings' => [], 'fading' => [], 'doseMlxh' => null];
        $measurement = \App\Models\Measurement::query()->create(['uuid' => self::uuid(), 'card_id' => $card->id, 'picture_id' => $picture->id, 'state' => 'done', 'result' => $result, 'meter_version' => 4]);
        Rating::query()->create(['measurement_id' => $measurement->id, 'specimen_id' => $specimen->id, 'paint_id' => $paintId, 'row' => 1, 'property' => 'staining', 'scale' => Scale::current()->name, 'rules' => Scale::RULES, 'status' => 'measured', 'value' => $value, 'uncertainty' => 0.03, 'class' => null, 'detail' => $detail]);
    }

    private function amend(int $house): void
    {
        $this->locally($house, function () use ($house): void {
            $card = $this->pick($this->home());
            if ($card !== null) {
                $who = $this->anybody($house);
                if ($this->random->getInt(0, 1) === 1) {
                    $this->measure($card, $card->specimens()->firstOrFail(), (int) $card->specimens()->firstOrFail()->pan->paint_id, $who);
                }
                Verdict::query()->create(['uuid' => self::uuid(), 'owner_id' => $who->id, 'edition' => 1, 'specimen_id' => $card->specimens()->firstOrFail()->id, 'property' => 'staining', 'word' => $this->pick(['low', 'medium', 'high'])]);
                PublishRecord::of($card->refresh(), $who, because: $this->pick(self::WORDS));
            }
        });
    }

    private function withdrawOrRestore(int $house): void
    {
        $this->locally($house, function () use ($house): void {
            $card = $this->pick($this->home());
            if ($card !== null) {
                $card->withdrawn_at === null ? WithdrawRecord::of($card, $this->anybody($house), $this->pick(self::WORDS)) : WithdrawRecord::undo($card, $this->anybody($house));
            }
        });
    }

    private function ask(int $house): void
    {
        $this->locally($house, function () use ($house): void {
            $card = $this->pick(Card::query()->whereNotNull('published_at')->orderBy('uuid')->get()->all());
            if ($card !== null) {
                Question::query()->create(['uuid' => self::uuid(), 'by_id' => $this->anybody($house)->id, 'at' => now(), 'card_id' => $card->id, 'row' => $this->pick([null, 1]), 'text' => $this->pick(self::WORDS).'?']);
            }
        });
    }

    private function answerOrClose(int $house): void
    {
        $this->locally($house, function () use ($house): void {
            /** @var Question|null $question */
            $question = $this->pick(Question::query()->orderBy('uuid')->get()->all());
            // It is closed where it was asked.
            if ($question !== null && $this->random->getInt(0, 2) === 0 && User::query()->whereKey($question->by_id)->value('ledger_id') === null) {
                $question->update(['closed_at' => $question->closed_at ?? now()]);
            } elseif ($question === null) {
                $this->ask($house);
            } else {
                Answer::query()->create(['uuid' => self::uuid(), 'by_id' => $this->anybody($house)->id, 'at' => now(), 'question_id' => $question->id, 'text' => $this->pick(self::WORDS)]);
            }
        });
    }

    /** Judges by eye what another ledger tested. */
    private function judge(int $house): void
    {
        $this->in($house, function () use ($house): void {
            /** @var Card|null $card */
            $card = $this->pick(Card::query()->whereNotNull('ledger_id')->whereNotNull('revision_id')->orderBy('uuid')->get()->all());
            if ($card !== null) {
                Verdict::query()->create(['uuid' => $uuid = self::uuid(), 'owner_id' => $this->anybody($house)->id, 'edition' => 1, 'specimen_id' => $card->specimens()->firstOrFail()->id, 'property' => 'staining', 'word' => 'low']);
                $this->judged[$uuid] = $house;
            }
        });
    }

    /** Edits what is not published. */
    private function draft(int $house): void
    {
        $this->in($house, function (): void {
            $card = $this->pick($this->home());
            if ($card !== null && ! $this->forked) {
                $card->update(['title' => $this->titles[$card->uuid] = 'Draft: '.$this->pick(self::WORDS), 'edition' => $card->edition + 1]);
            }
        });
    }

    /** What this house has goes to the other. */
    public function exchange(int $from, ?string $code = null): void
    {
        $path = "$this->folder/bundle.zip";
        @unlink($path);
        try {
            $this->in($from, static fn () => WriteBundle::to($path, WriteBundle::cards($code), 'all records', false));
        } catch (CoreException) {
            return;
        }
        $this->in(1 - $from, static fn () => self::takeIn($path));
    }

    public static function takeIn(string $path): Bundle
    {
        $bundle = self::arrive($path);
        if ($bundle->state !== 'taken' || $bundle->report['wrong'] > 0) {
            throw new \LogicException("A bundle was not taken in whole: $bundle->problem ".json_encode($bundle->report['faults'] ?? []));
        }

        return $bundle;
    }

    /** Looks at a bundle and takes in what is sound of it. */
    public static function arrive(string $path): Bundle
    {
        Auth::setUser(User::query()->where('is_steward', true)->firstOrFail());
        $bundle = new Bundle(['uuid' => self::uuid()]);
        @mkdir(dirname($bundle->path()), 0770, true);
        copy($path, $bundle->path());
        $bundle = Bundle::put($bundle->uuid, ['name' => 'bundle.zip', 'answers' => []]);
        Look::at($bundle);
        if ($bundle->refresh()->report !== null) {
            $bundle->update(['state' => 'taking']);
            TakeIn::of($bundle);
        }
        @unlink($bundle->path());

        return $bundle->refresh();
    }

    private function takeBack(int $house): void
    {
        $this->in($house, function (): void {
            /** @var Bundle|null $bundle */
            $bundle = Bundle::query()->orderByDesc('id')->first();
            try {
                $bundle === null ?: TakeBack::of($bundle);
            } catch (CoreException) {
                // Its records were asked about since; then it stays.
            }
        });
    }

    /** Does something that only this house says, and remembers what was said. */
    private function locally(int $house, \Closure $do): void
    {
        $this->in($house, function () use ($do): void {
            $before = $this->entries();
            $do();
            foreach (array_diff_assoc($this->entries(), $before) as $what => $entry) {
                // A question may be closed in both; the earlier of the two holds.
                $this->said[$what] = isset($this->said[$what]) && ! str_contains($this->said[$what], ' open ') ? min($this->said[$what], $entry) : $entry;
            }
        });
    }

    /** @return array<string, string> */
    public function entries(): array
    {
        $out = [];
        foreach (Entries::of() as $entry) {
            // A revision is itself and no other; all else is known by its own name.
            $out[str_starts_with($entry, 'revision') ? $entry : implode(' ', array_slice(explode(' ', $entry), 0, 2))] = $entry;
        }
        ksort($out);

        return $out;
    }

    /** @return list<string> every test that counts, as one line */
    public function tests(int $house): array
    {
        return $this->in($house, static fn (): array => [...DB::table('instrument_runs')->join('cards', 'cards.id', '=', 'instrument_runs.card_id')->whereNotNull('cards.published_at')->orderBy('instrument_runs.uuid')->get(['instrument_runs.uuid', 'samples'])->map(static fn (object $r): string => "$r->uuid ".json_encode([array_diff_key(json_decode($r->samples, true)[0], ['name' => 0])]))->all(), ...DB::table('ratings')->join('measurements', 'measurements.id', '=', 'ratings.measurement_id')->join('specimens', 'specimens.id', '=', 'ratings.specimen_id')->join('paints', 'paints.id', '=', 'ratings.paint_id')->join('cards', 'cards.id', '=', 'specimens.card_id')
            ->where('measurements.published', true)->where('ratings.holds', true)->orderBy('measurements.uuid')->get(['measurements.uuid', 'specimens.uuid as specimen', 'colour_name', 'property', 'value', 'uncertainty'])->map(static fn (object $r): string => implode(' ', (array) $r))->all()]);
    }

    /** @return array<string, int> rows of every table but those that only keep the books of bundles */
    public function rows(int $house): array
    {
        return $this->in($house, static function (): array {
            $out = [];
            foreach (DB::getSchemaBuilder()->getTableListing(schemaQualified: false) as $table) {
                if (! in_array($table, ['bundles', 'bundle_changes', 'evidence_clocks', 'paint_digests', 'cache'], true)) {
                    $out[$table] = DB::table($table)->count();
                }
            }

            return $out;
        });
    }

    /** @return list<Card> published here and of this house */
    private function home(): array
    {
        /** @var list<Card> $cards */
        $cards = Card::query()->whereNull('ledger_id')->whereNotNull('published_at')->orderBy('uuid')->get()->all();

        return $cards;
    }

    private function anybody(int $house): User
    {
        /** @var User $user */
        $user = $this->pick(User::query()->whereNull('ledger_id')->orderBy('id')->get()->all());
        Auth::setUser($user);

        return $user;
    }

    /**
     * @template T
     *
     * @param list<T> $of
     *
     * @return T|null
     */
    private function pick(array $of): mixed
    {
        return $of === [] ? null : $of[$this->random->getInt(0, count($of) - 1)];
    }
}
