<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\KeepOldStrip;
use App\Actions\MakeCard;
use App\Actions\MoveTask;
use App\Actions\NameSwatch;
use App\Actions\PlacePan;
use App\Actions\PlanSession;
use App\Actions\PracticeShore;
use App\Actions\PublishRecord;
use App\Actions\RecordPaint;
use App\Actions\RequestMeasurement;
use App\Jobs\PaintDemoPicture;
use App\Models\CaptureTarget;
use App\Models\Card;
use App\Models\Claim;
use App\Models\ClaimScale;
use App\Models\Decision;
use App\Models\FadeCheck;
use App\Models\Group;
use App\Models\Hanging;
use App\Models\House;
use App\Models\Ledger;
use App\Models\Maker;
use App\Models\Measurement;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Picture;
use App\Models\Remark;
use App\Models\Specimen;
use App\Models\SpecimenCondition;
use App\Models\Study;
use App\Models\Swatch;
use App\Models\User;
use App\Models\Verdict;
use App\Queries\PaintDigest;
use Illuminate\Database\Seeder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Simulation\TargetStandIn;
use Symfony\Component\Process\Process;

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
        ['Withy Colours', 'Field', 'Sandbank Blue', 'PB29', 'tube', 'W-061', 10, '8.10', 'map drawer'],
        ['Sluice & Staithe', 'First', 'Sluicegate', 'PB29', 'tube', 'A08', 14, '10.20', 'map drawer'],
        ['Mudlark Paintworks', 'Daily', 'Ferry Blue', 'PB29', 'pan', '', 1.8, '3.90', 'map drawer'],
        ['Eelgrass Studio', 'Handmade', 'Night Tide', 'PB29', 'handmade', 'winter', 3, '9.50', 'oyster shell, sail store'],
        ['Withy Colours', 'Field', 'Thrift', 'PV19', 'tube', 'W-099', 10, '9.80', 'map drawer'],
        ['Sluice & Staithe', 'First', 'Foxglove Quay', 'PV19', 'tube', 'A29', 14, '12.10', 'map drawer'],
        ['Mudlark Paintworks', 'Daily', 'Ragged Robin', 'PV19', 'pan', '', 1.8, '4.20', 'map drawer'],
        ['Eelgrass Studio', 'Handmade', 'Campion', 'PV19', 'handmade', 'spring', 3, '12.00', 'oyster shell, sail store'],
        ['Withy Colours', 'Field', 'Groyne', 'PBr7', 'tube', 'W-012', 10, '7.20', 'map drawer'],
        ['Sluice & Staithe', 'First', 'Old Rope', 'PBr7', 'tube', 'A03', 14, '8.40', 'map drawer'],
        ['Mudlark Paintworks', 'Daily', 'Mudflat', 'PBr7', 'pan', '', 1.8, '3.20', 'map drawer'],
        ['Eelgrass Studio', 'Handmade', 'Upturned Hull', 'PBr7', 'handmade', 'autumn', 3, '8.00', 'oyster shell, sail store'],
        ['Withy Colours', 'Field', 'Dune', 'PY42', 'tube', 'W-015', 10, '7.20', 'map drawer'],
        ['Sluice & Staithe', 'First', 'Spit and Bar', 'PY42', 'tube', 'A05', 14, '8.40', 'map drawer'],
        ['Mudlark Paintworks', 'Daily', 'Reedbed in March', 'PY42', 'pan', '', 1.8, '3.20', 'map drawer'],
        ['Eelgrass Studio', 'Handmade', 'Gravel Path', 'PY42', 'handmade', 'autumn', 3, '8.00', 'oyster shell, sail store'],
        ['Sluice & Staithe', 'Second', 'Saltwort', 'PG17', 'tube', 'B11', 14, '7.90', 'map drawer'],
        ['Eelgrass Studio', 'Handmade', 'Marram', 'PG17', 'handmade', 'spring', 3, '10.00', 'oyster shell, sail store'],
        ['Withy Colours', 'Field', 'Shoal', 'PB36', 'tube', 'W-083', 10, '12.60', 'map drawer'],
        ['Mudlark Paintworks', 'Daily', 'Wet Slate', 'PB36', 'pan', '', 1.8, '5.20', 'map drawer'],
        ['Sluice & Staithe', 'Second', 'Pilot Flag', 'PR149', 'tube', 'B07', 14, '8.80', 'map drawer'],
        ['Eelgrass Studio', 'Handmade', 'Crab Shell', 'PR149', 'handmade', 'spring', 3, '11.00', 'oyster shell, sail store'],
        ['Mudlark Paintworks', 'Daily', 'Samphire Green', 'PY150, PG7', 'pan', '', 1.8, '3.20', 'map drawer'],
        ['Withy Colours', 'Field', 'Heron Grey', 'PB29, PBr7', 'tube', 'W-140', 10, '7.20', 'map drawer'],
    ];

    /** What the group tested in its second year: title, tester, paper, paints. Each code is tested by two of them, each on another paper. */
    private const SECOND_YEAR = [
        ['Blues and pinks of the second year', 'wenna', 0, [17, 18, 19, 20, 21, 22]],
        ['Pinks and browns', 'wenna', 0, [23, 24, 25, 26, 27, 28]],
        ['Earths for the saltmarsh sheets', 'corin', 0, [29, 30, 31, 32, 33, 34]],
        ['What was still missing', 'corin', 0, [35, 36, 37, 38, 39, 40]],
        ['Blues and browns again, on smooth paper', 'hild', 1, [17, 18, 20, 24, 25, 28]],
        ['Pinks and ochres again, on smooth paper', 'hild', 1, [21, 22, 23, 29, 30, 31]],
        ['Greens, turquoises and reds by another hand', 'hild', 0, [33, 34, 35, 36, 37, 38]],
        ['What Odo doubted', 'odo', 0, [19, 26, 27, 32, 39, 40]],
    ];

    /** Processes that paint pictures while this one measures. */
    private const PAINTERS = 2;

    private const WAIT_MICROSECONDS = 50_000;

    /** Number of the next picture. */
    private int $pictures = 9000;

    /** Number of the next verdict. */
    private int $verdicts = 7000;

    /** Opened months ago and on no card since. */
    private const FORGOTTEN = 16;

    private const LADDERS = 'ladder:6,glaze:5,wash,lift,blot';

    private const WET = 'wet-square,soft-edge,tilt,salt,rewet';

    private DemoReadings $readings;

    public function run(): void
    {
        $this->readings = DemoReadings::shipped();
        // Pictures are asked for first, and measured together when all are known.
        config(['queue.default' => 'null']);
        House::becomeDemo();
        Ledger::own()->update(['name' => 'the Saltern Reach sketchers']);
        $tamsin = $this->tester('Tamsin Reedholm', 'tamsin', true, 11);
        $odo = $this->tester('Odo Brackwater', 'odo', false, 12);
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
        $done = [[$reds, $tamsin, '2026-06-12 10:00:00'], [$violets, $odo, '2026-06-12 10:00:00']];
        foreach ([[5, 'Ladders and glazes of the reds', self::LADDERS, [0, 1, 2]], [6, 'Ladders and glazes of the blues', self::LADDERS, [3, 4, 5]], [7, 'Wet work, greens and violets', self::WET, [12, 13, 6, 3]]] as [$n, $title, $blocks, $paints]) {
            $card = $this->card($n, CardKind::Property, $title, $paper, $paints, $blocks);
            $this->picture($card);
            $done[] = [$card, $tamsin, '2026-06-12 10:00:00'];
        }
        $this->card(4, CardKind::Property, 'Repeat of the reds on another day', $paper, [0, 1, 2]);
        CaptureTarget::put($this->uuid(8001), ['name' => 'The group’s target', 'patches' => array_map(static fn (Sample $s): array => ['name' => $s->name, 'lab' => $s->lab->toArray()], Readings::of(TargetStandIn::full()->referenceFile()))]);
        $this->swatches($tamsin);
        $this->farRack($odo, $paper);
        Auth::setUser($tamsin);
        $this->oldStrips();
        Carbon::setTestNow('2026-05-18 10:00:00');
        $this->picture($strip, FadeCheck::put($this->uuid(3203), ['card_id' => $strip->id, 'checked_on' => '2026-05-18', 'note' => 'between rain showers']));
        $done[] = [$strip, $tamsin, '2026-06-12 11:00:00'];
        $done[] = [$this->mixes($paper), $tamsin, '2026-09-12 10:00:00'];
        array_push($done, ...$this->secondYear($tamsin, $odo, $paper));
        $this->measure();
        foreach ($done as [$card, $by, $on]) {
            Carbon::setTestNow($on);
            Auth::setUser($by);
            PublishRecord::of($card->refresh(), $by);
        }
        Auth::setUser($tamsin);
        $this->named();
        Carbon::setTestNow('2026-11-01 10:00:00');
        $this->opinions($tamsin, $odo);
        GreyTide::visits($reds, $tamsin, $odo, $this->readings);
        $this->readings->write();
        Auth::setUser($tamsin);
        Carbon::setTestNow();
        $this->session($paper, $tamsin, $odo);
    }

    /**
     * Three more testers, four more pigments, and the first paints once more by another hand or on another paper.
     *
     * @return list<array{0: Card, 1: User, 2: string}> cards to publish, by whom and when
     */
    private function secondYear(User $tamsin, User $odo, Paper $cold): array
    {
        $testers = ['odo' => $odo];
        foreach (['Wenna Saltcote', 'Corin Marramgrass', 'Hild Sandholm'] as $i => $name) {
            $address = strtolower(explode(' ', $name)[0]);
            $testers[$address] = $this->tester($name, $address, false, 13 + $i);
        }
        // What they have at home themselves, so that not all falls to whoever keeps the group's drawer.
        foreach ([['wenna', [0, 9, 14, 34]], ['corin', [3, 10, 13, 38]], ['hild', [7, 11, 12, 40]], ['odo', [1, 15, 16, 36]]] as $i => [$who, $paints]) {
            Auth::setUser($testers[$who]);
            foreach ($paints as $j => $paint) {
                Pan::put($this->uuid(2500 + 10 * $i + $j), ['paint_id' => Paint::query()->where('uuid', $this->uuid(1000 + $paint))->firstOrFail()->id, 'form' => self::PAINTS[$paint][4], 'batch' => '', 'kept_at' => 'at home', 'got' => 'bought']);
            }
        }
        Auth::setUser($tamsin);
        $papers = [$cold, Paper::put($this->uuid(3002), ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'hot-pressed', 'weight_gsm' => 300])];
        $out = [];
        foreach (self::SECOND_YEAR as $i => [$title, $who, $paper, $paints]) {
            $on = Carbon::parse('2026-09-14 10:00:00')->addDays(6 * $i)->toDateTimeString();
            Carbon::setTestNow($on);
            // Painted with the group's pans, and handed over.
            Auth::setUser($tamsin);
            $card = $this->card(30 + $i, CardKind::Property, $title, $papers[$paper], $paints);
            $card->update(['owner_id' => $testers[$who]->id]);
            Auth::setUser($testers[$who]);
            $this->picture($card);
            $out[] = [$card, $testers[$who], $on];
        }
        Carbon::setTestNow('2026-03-14 10:00:00');
        Auth::setUser($tamsin);
        $strip = $this->card(40, CardKind::Fade, 'Skylight of the sail store', $cold, [21, 23, 17, 25, 29, 37]);
        $strip->update(['owner_id' => $testers['corin']->id]);
        Auth::setUser($testers['corin']);
        $this->picture($strip);
        Hanging::put($this->uuid(3102), [
            'card_id' => $strip->id, 'place' => 'Sail store, under the skylight', 'facing' => 'south', 'latitude' => 53.4, 'longitude' => 1.9, 'time_zone' => 'Europe/London', 'hung_on' => '2026-03-15', 'panes' => Glass::Single->value, 'sky' => 'open', 'note' => '',
        ]);
        Carbon::setTestNow('2026-09-06 10:00:00');
        $this->picture($strip, FadeCheck::put($this->uuid(3230), ['card_id' => $strip->id, 'checked_on' => '2026-09-06', 'dose_mlxh' => 21.4, 'note' => 'dose from the window logger']));
        $out[] = [$strip, $testers['corin'], '2026-09-06 11:00:00'];

        return $out;
    }

    /** In the order in which they were asked for, each as on its own day and by its own tester. What came with the program is not measured again. */
    private function measure(): void
    {
        $painters = null;
        foreach (Measurement::query()->where('state', 'waiting')->orderBy('id')->pluck('id') as $id) {
            $measurement = Measurement::query()->with('card', 'picture.fadeCheck')->findOrFail($id);
            $kept = $this->readings->has($measurement);
            if (! $kept) {
                $painters ??= $this->painters();
                self::awaitPicture($measurement, $painters);
            }
            // When it was asked for, the picture before hanging was not measured yet.
            $measurement->update(['first_picture_id' => RequestMeasurement::firstOf($measurement->picture)]);
            $measurement->refresh()->load('card', 'picture.fadeCheck', 'firstPicture');
            Carbon::setTestNow($measurement->picture->created_at);
            Auth::setUser(User::query()->findOrFail($measurement->picture->owner_id));
            if ($kept) {
                $this->readings->lay($measurement);
                PaintDemoPicture::later($measurement);
            } else {
                $this->readings->measure($measurement);
                $this->command?->line("  measured: {$measurement->card->title}");
            }
        }
    }

    /** @return list<Process> that paint the pictures while this process measures */
    private function painters(): array
    {
        $painters = array_map(static fn (int $part): Process => PracticeShore::process('practice:paint', (string) $part, (string) self::PAINTERS), range(0, self::PAINTERS - 1));
        array_walk($painters, static fn (Process $p) => $p->start());

        return $painters;
    }

    /** @param list<Process> $painters */
    private static function awaitPicture(Measurement $measurement, array $painters): void
    {
        while ($measurement->picture->refresh()->sha256 === null) {
            $ended = array_filter($painters, static fn (Process $p): bool => ! $p->isRunning());
            foreach (array_filter($ended, static fn (Process $p): bool => ! $p->isSuccessful()) as $failed) {
                throw new CoreException('A picture of the demo was not painted: '.$failed->getErrorOutput().$failed->getOutput());
            }
            usleep(self::WAIT_MICROSECONDS);
        }
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
    private function mixes(Paper $paper): Card
    {
        Carbon::setTestNow('2026-09-12 10:00:00');
        $card = $this->card(9, CardKind::Property, 'Furze Yellow with two blues and a red', $paper, [9, 3, 4, 0], 'ladder:6,mix:5');
        $this->picture($card);
        $id = fn (int $paint): int => (int) Paint::query()->where('uuid', $this->uuid(1000 + $paint))->value('id');
        foreach ([['reed green', 3, 9, 0.55, false, 0.92], ['tide mud', 0, 3, 0.5, false, 0.92], ['dusk over gorse', 6, 9, 0.5, true, 0.92], ['rain grey', 11, 3, 0.6, false, 0.3]] as $n => [$name, $a, $b, $share, $layered, $deposit]) {
            Mix::put($this->uuid(9100 + $n), ['a_id' => $id($a), 'b_id' => $id($b), 'share' => $share, 'deposit' => $deposit, 'layered' => $layered, 'name' => $name]);
        }

        return $card;
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

    /** Swatches of an old book under the pocket frame: name of the paint, when it was painted, its paper; null: nobody knows. */
    private const BOOK = [['Sedge', 'about May 2021', 'field block, cream'], ['Channel Blue', 'before 2015', null]];

    private function swatches(User $tamsin): void
    {
        $drawer = MakeCard::drawer($tamsin);
        foreach (self::BOOK as $i => [$name]) {
            RequestMeasurement::fromStandIn($this->uuid(8900 + $i), $drawer, null, called: $name);
        }
    }

    /** Two pages of an old swatch book: one swatch that somebody knew, one that nobody does. */
    private function named(): void
    {
        foreach (self::BOOK as $i => [$name, $when, $paper]) {
            $swatch = Swatch::query()->whereHas('picture', fn ($q) => $q->where('uuid', $this->uuid(8900 + $i)))->firstOrFail();
            NameSwatch::put($swatch, ['paintedWhen' => $when, 'paperWords' => (string) $paper, 'shared' => true, ...$paper === null ? ['unknown' => true] : ['paintUuid' => Paint::query()->where('colour_name', $name)->firstOrFail()->uuid]], (string) $swatch->edition);
            $swatch->refresh()->change($paper === null ? ['called' => ''] : [], (string) $swatch->edition);
        }
    }

    /** What the group makes of some of its paints. */
    private function opinions(User $tamsin, User $odo): void
    {
        $id = fn (int $paint): int => (int) Paint::query()->where('uuid', $this->uuid(1000 + $paint))->value('id');
        foreach ([[$tamsin, 6, 'use up', 'fades; for pages that are scanned and shut', true], [$odo, 0, 'keep', 'covers, and stays where it is put', true], [$tamsin, 3, 'keep', 'the blue that everything is mixed with', false], [$tamsin, 23, 'let go', 'neither clear nor lasting', false]] as $n => [$who, $paint, $word, $why, $shared]) {
            $digest = PaintDigest::of([$id($paint)], $who)[$id($paint)] ?? null;
            Decision::query()->create(['uuid' => $this->uuid(9300 + $n), 'owner_id' => $who->id, 'paint_id' => $id($paint), 'word' => $word, 'reason' => $why, 'shared' => $shared, 'decided_on' => '2026-11-01', 'brief' => $digest?->brief() ?? []]);
        }
        $group = Group::put($this->uuid(9320), ['name' => 'natural greens', 'shared' => true]);
        $group->paints()->sync([$id(34) => ['position' => 0], $id(33) => ['position' => 1], $id(39) => ['position' => 2], $id(12) => ['position' => 3]]);
        $study = Study::put($this->uuid(9330), ['title' => 'Asters at the slipway', 'painted_on' => '2026-10-03', 'paper' => 'field block, cream', 'purpose' => 'field journal', 'went' => 'Mixed well with the blue; lifted badly where it was corrected.', 'shared' => true]);
        $study->paints()->sync([$id(6), $id(3)]);
        DB::table('hearts')->insert([['user_id' => $odo->id, 'paint_id' => $id(3)], ['user_id' => $tamsin->id, 'paint_id' => $id(3)]]);
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

    private function tester(string $name, string $address, bool $steward, int $n): User
    {
        return User::query()->create([
            'uuid' => $this->uuid($n), 'name' => $name, 'email' => "$address@saltern-reach.example", 'password' => self::PASSWORD, 'is_steward' => $steward,
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
            [25, 'transparency', 'clear'], [25, 'staining', 'holds fast'], [29, 'transparency', 'part clear'], [21, 'transparency', 'clear'], [21, 'lightfastness', 'endures'], [23, 'transparency', 'see-through'], [23, 'lightfastness', 'archive'],
            [19, 'transparency', 'solid'], [18, 'granulation', 'even'], [26, 'granulation', 'grained'], [17, 'lightfastness', 'endures'], [31, 'transparency', 'see-through'],
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
        RequestMeasurement::fromStandIn($this->uuid($this->pictures++), $card, $check, windowFirst: $windowFirst);
    }

    private function verdict(Card $card, int $row, string $property, string $word, string $note, ?FadeCheck $check = null): void
    {
        Verdict::put($this->uuid($this->verdicts++), [
            'specimen_id' => Specimen::query()->where('card_id', $card->id)->where('row', $row)->firstOrFail()->id, 'fade_check_id' => $check?->id,
            'property' => $property, 'word' => $word, 'note' => $note, 'published' => false,
        ]);
    }

    private function uuid(int $n): string
    {
        return sprintf('5a17e12e-%04x-4000-8000-%012x', $n, $n * 7919);
    }
}
