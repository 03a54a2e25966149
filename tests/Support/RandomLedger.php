<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Actions\PublishRecord;
use App\Models\Card;
use App\Models\Claim;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Picture;
use App\Models\Rating as RatingRow;
use App\Models\Specimen;
use App\Models\Strip as StripRow;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\SeededRandom;

/** A ledger of made-up paints whose tests say whatever chance has them say, written straight into the database. */
final class RandomLedger
{
    private const CODES = ['PB28', 'PB29', 'PR254', 'PY150', 'PV23'];

    private const SPANS = ['transparency' => [0.002, 0.08], 'staining' => [0.02, 0.95], 'granulation' => [0.01, 0.3]];

    private readonly SeededRandom $random;

    /** @var list<User> */
    private array $testers = [];

    /** @var list<Paper> */
    private array $papers = [];

    private int $made = 0;

    public function __construct(int $seed)
    {
        $this->random = SeededRandom::keyed("ledger|$seed");
    }

    public function fill(int $paints): void
    {
        foreach (['Odo', 'Tamsin', 'Kes'] as $name) {
            $this->testers[] = User::query()->create(['uuid' => $this->uuid(), 'name' => $name, 'email' => strtolower($name).'@random.example', 'password' => 'x']);
        }
        foreach (['cold-pressed', 'hot-pressed'] as $surface) {
            $this->papers[] = Paper::query()->create(['uuid' => $this->uuid(), 'owner_id' => $this->testers[0]->id, 'edition' => 1, 'maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => $surface, 'weight_gsm' => 300]);
        }
        $makers = array_map(fn (string $name): int => DB::table('makers')->insertGetId(['uuid' => $this->uuid(), 'owner_id' => $this->testers[0]->id, 'edition' => 1, 'name' => $name, 'name_key' => mb_strtolower($name)]), ['Withy', 'Mudlark', 'Groyne']);
        for ($i = 0; $i < $paints; $i++) {
            $this->paint($i, $makers[$this->random->whole(0, 2)]);
        }
    }

    private function paint(int $i, int $maker): void
    {
        $code = self::CODES[$this->random->whole(0, count(self::CODES) - 1)];
        $paint = Paint::query()->create(['uuid' => $this->uuid(), 'owner_id' => $this->testers[0]->id, 'edition' => 1, 'maker_id' => $maker, 'colour_name' => "Paint $i", 'pigments_written' => $code, 'pigments' => $code, 'pigments_stated' => true]);
        DB::table('paint_codes')->insert(['paint_id' => $paint->id, 'position' => 1, 'code' => $code, 'state' => 'known']);
        if ($this->random->whole(0, 2) === 0) {
            Claim::query()->create(['uuid' => $this->uuid(), 'owner_id' => $this->testers[0]->id, 'edition' => 1, 'paint_id' => $paint->id, 'property' => 'lightfastness', 'words' => 'I', 'read_on' => '2026-01-02']);
        }
        $true = array_map(fn (array $span): float => $this->random->between(...$span), self::SPANS);
        $absorbs = [$this->random->between(0.05, 1), $this->random->between(0.05, 1), $this->random->between(0.05, 1)];
        for ($test = $this->random->whole(0, 3); $test > 0; $test--) {
            $this->test($paint, $true, $absorbs);
        }
        for ($strip = max(0, $this->random->whole(-1, 2)); $strip > 0; $strip--) {
            $this->hang($paint, $absorbs);
        }
    }

    /** @return array{Card, Specimen, User} */
    private function card(Paint $paint, string $kind): array
    {
        $who = $this->testers[$this->random->whole(0, 2)];
        $pan = Pan::query()->create(['uuid' => $this->uuid(), 'owner_id' => $who->id, 'edition' => 1, 'paint_id' => $paint->id, 'form' => 'tube', 'batch' => '']);
        $uuid = $this->uuid();
        $rows = [new RowLabel(1, $pan->uuid, $paint->colour_name, 'Withy', $paint->pigments)];
        $layout = LayoutJson::toArray($kind === 'fade' ? FadeCard::layout($uuid, 'A card', $rows) : PropertyCard::layout($uuid, 'A card', $rows));
        $card = Card::query()->create(['uuid' => $uuid, 'owner_id' => $who->id, 'edition' => 1, 'kind' => $kind, 'title' => 'A card', 'paper_id' => $this->papers[$this->random->whole(0, 1)]->id, 'paper_side' => 'felt side', 'note' => '', 'layout' => $layout, 'published_at' => now()]);

        return [$card, Specimen::query()->create(['uuid' => $this->uuid(), 'card_id' => $card->id, 'pan_id' => $pan->id, 'row' => 1]), $who];
    }

    private function measured(Card $card, User $who, ?FadeCheck $check): Measurement
    {
        $picture = Picture::query()->create(['uuid' => $this->uuid(), 'owner_id' => $who->id, 'card_id' => $card->id, 'fade_check_id' => $check?->id, 'moment' => $check === null ? 'property' : 'check', 'source' => 'upload', 'sha256' => hash('sha256', $this->uuid()), 'extension' => 'png', 'device' => 'scanner']);

        return Measurement::query()->create(['uuid' => $this->uuid(), 'card_id' => $card->id, 'picture_id' => $picture->id, 'state' => 'done', 'published' => true, 'result' => ['cells' => []], 'meter_version' => 4]);
    }

    /**
     * @param array<string, float> $true
     * @param list<float> $absorbs
     */
    private function test(Paint $paint, array $true, array $absorbs): void
    {
        [$card, $specimen, $who] = $this->card($paint, 'property');
        $measurement = $this->measured($card, $who, null);
        foreach ($true as $property => $value) {
            $limits = Measures::of(Property::from($property))::scale(Scale::current())->limits ?? [];
            $this->rate($measurement, $specimen, $paint, Rating::measured(Scale::current(), 1, $property, $value * exp($this->random->between(-0.25, 0.25)), 0.08 * $value + 0.002, $limits, 0.92, [], [], [], '')->under("$property 1"));
        }
        $paper = [0.86, 0.84, 0.79];
        $at = static fn (float $d): array => array_map(static fn (float $p, float $k): float => $p * exp(-$k * $d), $paper, $absorbs);
        $steps = array_map(static fn (float $d): array => [$at($d), null], [2.0, 1.4, 0.92, 0.6, 0.3, 0.15]);
        $data = Strip::fromArray(['paper' => $paper, 'ink' => null, 'key' => (int) array_search(max($absorbs), $absorbs, true), 'steps' => $steps, 'wash' => $at(0.8), 'unlifted' => null, 'lifted' => null, 'residue' => null, 'grain' => [null, null, null]]);
        $lab = $data->reference();
        StripRow::query()->create(['measurement_id' => $measurement->id, 'specimen_id' => $specimen->id, 'paint_id' => $paint->id, 'kind' => 'property', 'data' => $data->toArray(), 'l' => $lab->l, 'a' => $lab->a, 'b' => $lab->b]);
    }

    private function rate(Measurement $measurement, Specimen $specimen, Paint $paint, Rating $rating): void
    {
        RatingRow::query()->create(['measurement_id' => $measurement->id, 'specimen_id' => $specimen->id, 'paint_id' => $paint->id, 'row' => 1, 'property' => $rating->property, 'scale' => $rating->scale, 'rules' => Scale::RULES, 'status' => $rating->status->value, 'value' => $rating->value, 'uncertainty' => $rating->uncertainty, 'class' => $rating->class(), 'detail' => MeasurementJson::rating($rating)]);
    }

    /** @param list<float> $absorbs */
    private function hang(Paint $paint, array $absorbs): void
    {
        [$card, $specimen, $who] = $this->card($paint, 'fade');
        Hanging::query()->create(['uuid' => $this->uuid(), 'owner_id' => $who->id, 'edition' => 1, 'card_id' => $card->id, 'place' => 'a room', 'facing' => 'south', 'panes' => 'one pane', 'time_zone' => 'Europe/London', 'hung_on' => '2026-01-05']);
        $speed = exp($this->random->between(log(0.0005), log(0.08)));
        $paperBy = $this->random->whole(0, 1) * $this->random->between(0.0, 0.04);
        $u = $this->random->between(0.2, 0.9);
        $dose = 0.0;
        for ($check = $this->random->whole(0, 4); $check > 0; $check--) {
            $dose += $this->random->between(0.4, 6.0);
            $seen = FadeCheck::query()->create(['uuid' => $this->uuid(), 'owner_id' => $who->id, 'edition' => 1, 'card_id' => $card->id, 'checked_on' => now()->subDays(200 - (int) (8 * $dose))->toDateString(), 'dose_mlxh' => round($dose, 3), 'note' => '']);
            $measurement = $this->measured($card, $who, $seen);
            $paper = LinearRgb::fromArray([0.86, 0.84, 0.79]);
            $depths = [];
            foreach ([1 => 2.0, 2 => 0.92, 3 => 0.3] as $depth => $amount) {
                $colour = fn (float $left, float $yellow): LinearRgb => LinearRgb::fromArray(array_map(fn (float $p, float $k): float => $p * exp(-$k * $amount * $left) * (1 + $this->random->between(-0.002, 0.002)), [0.86, 0.84, 0.79 * (1 - $yellow)], $absorbs));
                [$dark, $window, $raw] = [$colour(1, 0), $colour(exp(-$speed * $dose), 0), $colour(exp(-$speed * $dose), $paperBy)];
                $change = \MarshTrial\Core\Colour\Difference::between($dark->toLab(), $window->toLab())->dE76();
                $depths[] = [
                    'depth' => $depth, 'kept' => $dark->toHex(), 'exposed' => $raw->toHex(), 'dark' => $dark->toLab()->toArray(), 'window' => $window->toLab()->toArray(), 'raw' => $raw->toLab()->toArray(), 'deposit' => $amount,
                    'change' => $change, 'uncertainty' => $u, 'across' => 1.4 * $u, 'least' => $change, 'greatest' => $change, 'paperChange' => 60 * $paperBy, 'outcome' => 'paler', 'grade' => '4', 'darkChange' => null, 'darkUncertainty' => null,
                    'left' => exp(-$speed * $dose), 'doubt' => $this->random->whole(0, 19) === 0 ? 'the dark half changed' : null, 'hasFirst' => true,
                ];
            }
            $data = ['doseMlxh' => $dose, 'paper' => [$paper->toHex(), $paper->toHex()], 'depths' => $depths];
            $lab = Strip::ofKeptHalves($data)?->reference();
            StripRow::query()->create([
                'measurement_id' => $measurement->id, 'specimen_id' => $specimen->id, 'paint_id' => $paint->id, 'kind' => 'fade', 'data' => $data,
                'l' => $lab?->l, 'a' => $lab?->a, 'b' => $lab?->b,
            ]);
            $this->rate($measurement, $specimen, $paint, Rating::measured(Scale::current(), 1, 'lightfastness', $depths[1]['change'], $u, Scale::current()->fade->classes, 0.92, [], [], ['outcome' => 'paler', 'doseMlxh' => $dose], '')->under('fade 1'));
        }
        if ($dose > 0) {
            PublishRecord::of($card, $who);
        }
    }

    private function uuid(): string
    {
        return sprintf('%08x-%04x-4000-8000-%012x', $this->random->whole(0, 0xFFFFFF), $this->random->whole(0, 0xFFFF), ++$this->made);
    }
}
