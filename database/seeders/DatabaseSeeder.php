<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\KeepOldStrip;
use App\Actions\MakeCard;
use App\Actions\MoveTask;
use App\Actions\NameSwatch;
use App\Actions\PlacePan;
use App\Actions\PlanSession;
use App\Actions\PublishRecord;
use App\Actions\RecordPaint;
use App\Actions\RequestMeasurement;
use App\Models\CaptureTarget;
use App\Models\Card;
use App\Models\Claim;
use App\Models\ClaimScale;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\House;
use App\Models\Maker;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Remark;
use App\Models\Specimen;
use App\Models\SpecimenCondition;
use App\Models\Swatch;
use App\Models\User;
use App\Models\Verdict;
use Illuminate\Database\Seeder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Simulation\TargetStandIn;

/** The Saltern Reach sketchers test paints for field journals and a wetland survey archive. Everything here is invented. */
final class DatabaseSeeder extends Seeder
{
    public const PASSWORD = 'reed-and-salt';

    /** Maker, range, colour name, pigments, form, batch, volume, price, place. */
    private const PAINTS = [
        ['Withy Colours', 'Field', 'Beacon Red', 'PR254', 'tube', 'W-118', 10, '9.40', ['Green tin', 1]],
        ['Sluice & Staithe', 'First', 'Buoy Red', 'p.r.254', 'tube', 'A41', 14, '12.80', ['Green tin', 2]],
        ['Mudlark Paintworks', 'Daily', 'Samphire Scarlet', 'PR 254', 'pan', '', 1.8, '4.20', ['Green tin', 3]],
        ['Withy Colours', 'Field', 'Channel Blue', 'PB28', 'tube', 'W-090', 10, '13.60', ['Green tin', 5]],
        ['Sluice & Staithe', 'First', 'Estuary Sky', 'pb 28', 'tube', 'A17', 14, '17.50', ['Green tin', 6]],
        ['Eelgrass Studio', 'Handmade', 'High Tide', 'PB28', 'handmade', 'autumn', 3, '14.00', 'oyster shell, desk'],
        ['Mudlark Paintworks', 'Daily', 'Vetch Violet', 'PV3', 'pan', '', 1.8, '3.90', ['Blue tin', 1]],
        ['Sluice & Staithe', 'Second', 'Sea Aster', 'PV3', 'tube', 'B02', 14, '6.30', ['Blue tin', 2]],
        ['Eelgrass Studio', 'Handmade', 'Dusk Violet', 'PV3', 'handmade', 'spring', 3, '11.00', 'oyster shell, desk'],
        ['Withy Colours', 'Field', 'Furze Yellow', 'PY65', 'tube', 'W-077', 10, '8.10', ['Blue tin', 4]],
        ['Mudlark Paintworks', 'Daily', 'Marigold Sluice', 'PY65', 'pan', '', 1.8, '3.90', ['Blue tin', 5]],
        ['Eelgrass Studio', 'Handmade', 'Kingcup', 'PY65', 'handmade', 'spring', 3, '10.50', 'oyster shell, desk'],
        ['Withy Colours', 'Field', 'Sedge', 'PG17', 'tube', 'W-104', 10, '11.20', ['Green tin', 8]],
        ['Sluice & Staithe', 'First', 'Creek Turquoise', 'PB36', 'tube', 'A22', 14, '16.10', ['Green tin', 7]],
        ['Mudlark Paintworks', 'Daily', 'Wrack Red', 'PR149', 'pan', '', 1.8, '5.60', ['Blue tin', 3]],
        ['Eelgrass Studio', 'Historic', 'Old Lightship', 'PR106', 'handmade', '', 2, '19.00', ['Blue tin', 6]],
        ['Mudlark Paintworks', 'Daily', 'Estuary Grey', '', 'pan', '', 1.8, '3.90', ['Blue tin', 7]],
    ];

    /** Number of the next picture. */
    private static int $pictures = 9000;

    /** Opened months ago and on no card since. */
    private const FORGOTTEN = 16;

    private const LADDERS = 'ladder:6,glaze:5,wash,lift,blot';

    private const WET = 'wet-square,soft-edge,tilt,salt,rewet';

    public function run(): void
    {
        config(['queue.default' => 'sync']);
        House::becomeDemo();
        $tamsin = $this->tester('Tamsin Reedholm', 'tamsin', true);
        $odo = $this->tester('Odo Brackwater', 'odo', false);
        Carbon::setTestNow('2026-03-02 10:00:00');
        Auth::setUser($tamsin);
        $this->paints();
        $this->palettes();
        $this->claims();
        $paper = Paper::put($this->uuid(3001), ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'cold-pressed', 'weight_gsm' => 300]);
        $reds = $this->card(1, CardKind::Property, 'Reds and blues for the survey archive', $paper, [0, 1, 2, 3, 4, 5]);
        $this->picture($reds);
        $this->verdict($reds, 1, 'staining', 'high', '');
        $this->verdict($reds, 4, 'granulation', 'distinct', 'grains settle at the lower edge');
        $this->verdict($reds, 5, 'transparency', 'semi-transparent', '');
        $violets = $this->card(2, CardKind::Property, 'Violets and yellows for field journals', $paper, [6, 7, 8, 9, 10, 11]);
        // Painted with the group's pans, and handed to Odo.
        $violets->update(['owner_id' => $odo->id]);
        Auth::setUser($odo);
        $this->picture($violets);
        $this->verdict($violets, 1, 'staining', 'high', 'nothing moves');
        Auth::setUser($tamsin);
        $strip = $this->card(3, CardKind::Fade, 'East loft window, first hanging', $paper, [6, 7, 8, 0, 9, 3]);
        $this->picture($strip);
        Hanging::put($this->uuid(3100), [
            'card_id' => $strip->id, 'place' => 'Loft over the sail store', 'facing' => 'south-east', 'glass' => 'one pane of window glass',
            'latitude' => 53.4, 'longitude' => 1.9, 'time_zone' => 'Europe/London', 'hung_on' => '2026-03-10', 'note' => 'taped flat to the pane, face out', 'sky' => 'little', 'curtain' => true,
        ]);
        foreach (['2026-03-25', '2026-04-24'] as $i => $day) {
            Carbon::setTestNow("$day 10:00:00");
            $this->picture($strip, FadeCheck::put($this->uuid(3201 + $i), ['card_id' => $strip->id, 'checked_on' => $day]));
        }
        Carbon::setTestNow('2026-06-12 10:00:00');
        $check = FadeCheck::put($this->uuid(3200), ['card_id' => $strip->id, 'checked_on' => '2026-06-12', 'dose_mlxh' => 6.2, 'note' => 'dose from the window logger']);
        $this->picture($strip, $check);
        $this->verdict($strip, 1, 'lightfastness', 'paler', 'clear at arm’s length', $check);
        $this->verdict($strip, 6, 'lightfastness', 'no change seen', '', $check);
        foreach ([[$reds, $tamsin], [$violets, $odo]] as [$card, $by]) {
            PublishRecord::of($card, $by);
        }
        foreach ([[5, 'Ladders and glazes of the reds', self::LADDERS, [0, 1, 2]], [6, 'Ladders and glazes of the blues', self::LADDERS, [3, 4, 5]], [7, 'Wet work, greens and violets', self::WET, [12, 13, 6, 3]]] as [$n, $title, $blocks, $paints]) {
            $card = $this->card($n, CardKind::Property, $title, $paper, $paints, $blocks);
            $this->picture($card);
            PublishRecord::of($card, $tamsin);
        }
        $this->card(4, CardKind::Property, 'Repeat of the reds on another day', $paper, [0, 1, 2]);
        CaptureTarget::put($this->uuid(8001), ['name' => 'The group’s target', 'patches' => array_map(static fn (Sample $s): array => ['name' => $s->name, 'lab' => $s->lab->toArray()], Readings::of(TargetStandIn::full()->referenceFile()))]);
        $this->swatches($tamsin);
        $this->farRack($odo, $paper);
        Auth::setUser($tamsin);
        $this->oldStrips();
        Carbon::setTestNow('2026-05-18 10:00:00');
        $this->picture($strip, FadeCheck::put($this->uuid(3203), ['card_id' => $strip->id, 'checked_on' => '2026-05-18', 'note' => 'between rain showers']));
        Carbon::setTestNow('2026-06-12 11:00:00');
        PublishRecord::of($strip, $tamsin);
        $this->mixes($paper, $tamsin);
        Carbon::setTestNow();
        $this->session($paper, $tamsin, $odo);
    }

    /** A window on the other half of the earth, where winter is in June: a red that darkens beside a blue that holds; the last check is late. */
    private function farRack(User $odo, Paper $paper): void
    {
        Carbon::setTestNow('2026-03-20 10:00:00');
        // Painted with the group's pans, and handed to Odo.
        $card = $this->card(8, CardKind::Fade, 'Lighthouse keeper’s window', $paper, [15, 3]);
        $card->update(['owner_id' => $odo->id]);
        Auth::setUser($odo);
        $this->picture($card);
        Hanging::put($this->uuid(3101), [
            'card_id' => $card->id, 'place' => 'Keeper’s room, far skerry', 'facing' => 'north', 'latitude' => -41.5, 'longitude' => 174.0, 'time_zone' => 'Pacific/Auckland', 'hung_on' => '2026-03-22', 'panes' => Glass::Double->value, 'sky' => 'half', 'note' => 'kept half in the chart drawer',
        ]);
        foreach (['2026-04-12', '2026-05-03', '2026-06-02', '2026-08-30'] as $i => $day) {
            Carbon::setTestNow("$day 10:00:00");
            $this->picture($card, FadeCheck::put($this->uuid(3210 + $i), ['card_id' => $card->id, 'checked_on' => $day, 'note' => $i === 3 ? 'late: the boat did not run' : '']));
        }
    }

    /** One yellow with two blues and a red in counted ratios; and what somebody liked of what is expected: a green, a muddy pair, a glaze. */
    private function mixes(Paper $paper, User $tamsin): void
    {
        Carbon::setTestNow('2026-09-12 10:00:00');
        $card = $this->card(9, CardKind::Property, 'Furze Yellow with two blues and a red', $paper, [9, 3, 4, 0], 'ladder:6,mix:5');
        $this->picture($card);
        PublishRecord::of($card, $tamsin);
        $id = fn (int $paint): int => (int) Paint::query()->where('uuid', $this->uuid(1000 + $paint))->value('id');
        foreach ([['reed green', 3, 9, 0.55, false, 0.92], ['tide mud', 0, 3, 0.5, false, 0.92], ['dusk over gorse', 6, 9, 0.5, true, 0.92], ['rain grey', 11, 3, 0.6, false, 0.3]] as $n => [$name, $a, $b, $share, $layered, $deposit]) {
            Mix::put($this->uuid(9100 + $n), ['a_id' => $id($a), 'b_id' => $id($b), 'share' => $share, 'deposit' => $deposit, 'layered' => $layered, 'name' => $name]);
        }
    }

    /** From the drawer: a violet half covered with foil, and two loose halves of which nobody wrote down which hung; the picture has them the wrong way round. */
    private function oldStrips(): void
    {
        Carbon::setTestNow('2026-09-10 10:00:00');
        $where = ['latitude' => 53.4, 'longitude' => 1.9, 'time_zone' => 'Europe/London', 'panes' => Glass::Single->value, 'sky' => 'half', 'glass' => '', 'note' => '', 'by_dose' => true];
        foreach ([
            [20, 6, 'Vetch Violet, half under foil', ['place' => 'Net shed, west wall', 'facing' => 'west'], 'spring 2024', 'August 2024', false],
            [21, 8, 'Loose halves from the blue folder', ['place' => 'Chapel porch', 'facing' => 'north', 'sky' => 'little'], 'May 2025', 'summer 2025', true],
        ] as [$n, $paint, $title, $place, $hung, $down, $windowFirst]) {
            $card = KeepOldStrip::put($this->uuid(6000 + $n), Paint::query()->where('uuid', $this->uuid(1000 + $paint))->firstOrFail(), $title, [...$where, ...$place], $hung, $down, '');
            $this->picture($card, FadeCheck::put($this->uuid(3200 + $n), ['card_id' => $card->id, 'checked_on' => '2026-09-10']), $windowFirst);
        }
    }

    /** Two pages of an old swatch book: one swatch that somebody knew, one that nobody does. */
    private function swatches(User $tamsin): void
    {
        $drawer = MakeCard::drawer($tamsin);
        foreach (['Sedge' => ['about May 2021', 'field block, cream'], 'Channel Blue' => ['before 2015', '']] as $name => [$when, $paper]) {
            $uuid = $this->uuid(self::$pictures++);
            RequestMeasurement::fromStandIn($uuid, $drawer, null, called: $name);
            $swatch = Swatch::query()->whereHas('picture', static fn ($q) => $q->where('uuid', $uuid))->firstOrFail();
            $known = $paper !== '';
            NameSwatch::put($swatch, ['paintedWhen' => $when, 'paperWords' => $paper, 'shared' => true, ...$known ? ['paintUuid' => Paint::query()->where('colour_name', $name)->firstOrFail()->uuid] : ['unknown' => true]], (string) $swatch->edition);
            $swatch->refresh()->change($known ? [] : ['called' => ''], (string) $swatch->edition);
            $this->command?->line('  measured: a swatch through the pocket frame');
        }
    }

    /** An afternoon that was broken off in the middle of the first card. */
    private function session(Paper $paper, User $tamsin, User $odo): void
    {
        $session = PlanSession::put($this->uuid(9001), [
            'title' => 'Greens and greys for the archive', 'plannedOn' => now()->toDateString(), 'side' => 'felt side', 'tests' => ['property'], 'lifting' => 'lift-soft-then-stiff', 'blocks' => PropertyCard::USUAL, 'paint' => '', 'quality' => '', 'asChosen' => false, 'blind' => false,
            'pans' => array_map(fn (int $p): string => $this->uuid(2000 + $p), [12, 13, 14, 15, 9, 10, 3]),
            'conditions' => ['brush' => 'round 8, synthetic', 'water' => 'rain water', 'room' => 'sail store, north door open', 'humidity' => '68', 'ink' => 'waterproof pigment ink', 'inkSet' => 'drying for a day or more', 'state' => 'dried, re-wet within minutes'],
        ], $paper, $tamsin);
        $session->people()->attach($odo->id);
        foreach ($session->tasks()->limit(9)->get() as $i => $task) {
            MoveTask::to($task->uuid, $i === 5 ? 'skipped' : 'done', $i === 5 ? 'place spoiled' : '', (string) $task->edition, $i % 3 === 2 ? $odo : $tamsin);
        }
        $rows = Specimen::query()->whereIn('card_id', $session->cards()->select('id'))->orderBy('id')->get();
        Remark::put($this->uuid(9101), ['specimen_id' => $rows[0]->id, 'word' => 'too much water', 'note' => '']);
        Remark::put($this->uuid(9102), ['specimen_id' => $rows[1]->id, 'word' => '', 'note' => 'a hair in the wash, left where it was']);
        SpecimenCondition::put($this->uuid(9103), ['specimen_id' => $rows[1]->id, 'key' => 'state', 'value' => 'fresh from the tube']);
    }

    private function palettes(): void
    {
        $palettes = [];
        foreach (['Green tin', 'Blue tin'] as $i => $name) {
            $palettes[$name] = Palette::put($this->uuid(2900 + $i), ['name' => $name, 'rows' => 2, 'columns' => 4]);
        }
        foreach (self::PAINTS as $i => $paint) {
            if (is_array($paint[8])) {
                PlacePan::in(Pan::query()->where('uuid', $this->uuid(2000 + $i))->firstOrFail(), $palettes[$paint[8][0]], $paint[8][1], '1');
            }
        }
        foreach (['warm yellow' => 9, 'warm red' => 0, 'warm blue' => 3, 'cool blue' => 13] as $place => $paint) {
            $pan = Pan::query()->where('uuid', $this->uuid(2000 + $paint))->firstOrFail();
            $pan->change(['partner' => $place], (string) $pan->edition);
        }
        Pan::query()->where('uuid', $this->uuid(2000 + self::FORGOTTEN))->update(['opened_on' => '2026-03-05 00:00:00', 'state' => 'unlabelled']);
    }

    private function tester(string $name, string $address, bool $steward): User
    {
        return User::query()->create([
            'uuid' => $this->uuid($steward ? 11 : 12), 'name' => $name, 'email' => "$address@saltern-reach.example", 'password' => self::PASSWORD, 'is_steward' => $steward,
        ]);
    }

    private function paints(): void
    {
        foreach (self::PAINTS as $i => [$maker, $range, $name, $pigments, $form, $batch, $ml, $price, $kept]) {
            RecordPaint::put($this->uuid(1000 + $i), [
                'makerName' => $maker, 'range' => $range, 'colourName' => $name, 'pigments' => $pigments,
                'pan' => ['uuid' => $this->uuid(2000 + $i), 'form' => $form, 'batch' => $batch, 'volumeMl' => $ml, 'price' => $price, 'currency' => 'EUR', 'keptAt' => is_array($kept) ? '' : $kept, 'got' => 'bought'],
            ], null);
        }
    }

    private function claims(): void
    {
        $scales = [
            ['Withy Colours', 'transparency', 'tube label', [['clear', ['transparent']], ['part clear', ['semi-transparent', 'semi-opaque']], ['covering', ['opaque']]]],
            ['Withy Colours', 'staining', 'leaflet', [['lets go', ['non-staining']], ['clings a little', ['low']], ['clings', ['medium']], ['holds fast', ['high']]]],
            ['Withy Colours', 'lightfastness', 'tube label', [['endures', ['I']], ['good', ['II']], ['fair', ['III']], ['fleeting', ['IV', 'V']]]],
            ['Sluice & Staithe', 'granulation', 'catalogue', [['even', ['none']], ['grained', ['slight', 'distinct', 'heavy']]]],
            ['Sluice & Staithe', 'lightfastness', 'catalogue', [['very lasting', ['I']], ['lasting', ['II', 'III']], ['for sketchbooks', ['IV', 'V']]]],
            ['Mudlark Paintworks', 'transparency', 'web page', [['see-through', ['transparent', 'semi-transparent']], ['solid', ['semi-opaque', 'opaque']]]],
            ['Mudlark Paintworks', 'lightfastness', 'web page', [['archive', ['I', 'II']], ['study', ['III', 'IV', 'V']]]],
        ];
        $claims = [
            [0, 'transparency', 'part clear'], [0, 'staining', 'holds fast'], [0, 'lightfastness', 'endures'], [3, 'transparency', 'part clear'], [3, 'lightfastness', 'endures'],
            [9, 'staining', 'clings'], [9, 'lightfastness', 'good'], [4, 'granulation', 'grained'], [1, 'granulation', 'even'], [7, 'lightfastness', 'for sketchbooks'],
            [6, 'lightfastness', 'archive'], [2, 'transparency', 'see-through'], [10, 'transparency', 'see-through'],
        ];
        $made = [];
        foreach ($scales as $i => [$maker, $property, $name, $words]) {
            $made[$maker][$property] = ClaimScale::put($this->uuid(4000 + $i), [
                'maker_id' => Maker::query()->where('name', $maker)->firstOrFail()->id, 'property' => $property, 'name' => $name,
                'words' => array_map(static fn (array $w): array => ['word' => $w[0], 'classes' => $w[1]], $words),
            ]);
        }
        foreach ($claims as $i => [$paint, $property, $words]) {
            Claim::put($this->uuid(5000 + $i), [
                'paint_id' => Paint::query()->where('uuid', $this->uuid(1000 + $paint))->firstOrFail()->id, 'property' => $property, 'words' => $words,
                'claim_scale_id' => $made[self::PAINTS[$paint][0]][$property]->id, 'read_on' => '2026-02-20',
            ]);
        }
    }

    /** @param list<int> $paints */
    private function card(int $n, CardKind $kind, string $title, Paper $paper, array $paints, string $blocks = PropertyCard::USUAL): Card
    {
        return MakeCard::put($this->uuid(6000 + $n), $kind, $title, $paper, 'felt side', '', array_map(fn (int $p): string => $this->uuid(2000 + $p), $paints), null, blocks: Block::list($blocks));
    }

    private function picture(Card $card, ?FadeCheck $check = null, bool $windowFirst = false): void
    {
        $measurement = RequestMeasurement::fromStandIn($this->uuid(self::$pictures++), $card, $check, windowFirst: $windowFirst)->refresh();
        if ($measurement->state !== 'done') {
            throw new CoreException("The demo card \"$card->title\" was not measured: $measurement->problem");
        }
        $this->command?->line("  measured: $card->title");
    }

    private function verdict(Card $card, int $row, string $property, string $word, string $note, ?FadeCheck $check = null): void
    {
        static $n = 7000;
        Verdict::put($this->uuid($n++), [
            'specimen_id' => Specimen::query()->where('card_id', $card->id)->where('row', $row)->firstOrFail()->id, 'fade_check_id' => $check?->id,
            'property' => $property, 'word' => $word, 'note' => $note, 'published' => false,
        ]);
    }

    private function uuid(int $n): string
    {
        return sprintf('5a17e12e-%04x-4000-8000-%012x', $n, $n * 7919);
    }
}
