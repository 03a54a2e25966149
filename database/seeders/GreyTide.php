<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\MakeCard;
use App\Actions\PublishRecord;
use App\Actions\RecordPaint;
use App\Actions\RequestMeasurement;
use App\Ledger\Look;
use App\Ledger\TakeIn;
use App\Ledger\WriteBundle;
use App\Models\Answer;
use App\Models\Bundle;
use App\Models\Card;
use App\Models\House;
use App\Models\Ledger;
use App\Models\Measurement;
use App\Models\Paper;
use App\Models\Question;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\CoreException;

/**
 * A second group with a ledger of its own, kept for the length of a moment: it repeats a card of the first group, one row of it from the wrong tube, and
 * sends its bundle, which the first group takes in.
 */
final class GreyTide
{
    private const LEDGER = '6b1d0000-0001-4000-8000-000000000001';

    /** Maker, range, colour name, pigments as they write them; one is known to nobody else, and of one the range is not written. */
    private const PAINTS = [
        ['Withy Colours', 'Field', 'Beacon Red', 'PR254'],
        ['Sluice & Staithe', '', 'Buoy Red', 'PR254'],
        ['Mudlark Paintworks', 'Daily', 'Samphire Scarlet', 'PR254'],
        ['Withy Colours', 'Field', 'Channel Blue', 'PB28'],
        ['Long Groyne', 'Studio', 'Riding Light', 'PR254'],
    ];

    /** What was in the tube that the label of the first row was on. */
    private const WRONG_TUBE = 'PV19';

    /** @param Card $repeated record of the first group that is done again */
    public static function visits(Card $repeated, User $steward, User $asked, DemoReadings $readings): void
    {
        $path = WriteBundle::beside();
        $paints = $repeated->specimens()->with('pan')->where('row', '<', count(self::PAINTS))->orderBy('row')->get()->pluck('pan.uuid', 'row')->all();
        self::elsewhere(static fn () => self::bundle($path, $repeated, $paints, $readings));
        $bundle = new Bundle(['uuid' => self::uuid(900)]);
        @mkdir(dirname($bundle->path()), 0770, true);
        rename($path, $bundle->path());
        Auth::setUser($steward);
        Carbon::setTestNow('2026-10-30 10:00:00');
        $bundle = Bundle::put($bundle->uuid, ['name' => 'grey-tide-circle-2026-10-29.zip', 'answers' => []]);
        Look::at($bundle);
        $bundle->refresh();
        // The scarlet is one of ours, whatever they call its maker.
        $bundle->update(['state' => 'taking', 'answers' => array_map(static fn (array $u): string => $u['candidates'][0]['uuid'], array_column($bundle->report['paints']['unsure'] ?? [], null, 'uuid'))]);
        TakeIn::of($bundle);
        if ($bundle->refresh()->state !== 'taken' || $bundle->report['wrong'] > 0) {
            throw new CoreException("The bundle of the second group was not taken in: $bundle->problem");
        }
        $theirs = Card::query()->where('repeats_card', $repeated->uuid)->whereNotNull('ledger_id')->firstOrFail();
        $question = Question::query()->create(['uuid' => self::uuid(901), 'by_id' => $steward->id, 'at' => '2026-10-30 11:00:00', 'card_id' => $theirs->id, 'row' => 1, 'text' => 'Your Beacon Red is far cooler than ours. Which batch is it, and is it the right tube?']);
        Question::query()->create(['uuid' => self::uuid(902), 'by_id' => $asked->id, 'at' => '2026-10-31 09:00:00', 'card_id' => $repeated->id, 'row' => 4, 'text' => 'Was the wash of Channel Blue laid flat or tilted?']);
        Answer::query()->create(['uuid' => self::uuid(903), 'by_id' => $steward->id, 'at' => '2026-10-31 12:00:00', 'question_id' => Question::query()->where('uuid', self::uuid(902))->value('id'), 'text' => 'Flat, and left so until it had no shine.']);
        DB::table('follows')->insert(array_map(static fn (array $f): array => ['user_id' => $steward->id, 'kind' => $f[0], 'key' => $f[1], 'since' => now()], [['code', 'PR254'], ['tester', $theirs->owner()->firstOrFail()->uuid]]));
    }

    /** @param array<int, string> $paints pans of the first group by row */
    private static function bundle(string $path, Card $repeated, array $paints, DemoReadings $readings): void
    {
        House::becomeDemo();
        Ledger::own()->update(['uuid' => self::LEDGER, 'name' => 'Grey Tide circle']);
        $ebba = User::query()->create(['uuid' => self::uuid(1), 'name' => 'Ebba Spindrift', 'email' => 'ebba@grey-tide.example', 'password' => Str::password(40), 'is_steward' => true]);
        Auth::setUser($ebba);
        Carbon::setTestNow('2026-10-28 10:00:00');
        $pans = [];
        // The stand-in knows a paint by its pan: their tubes hold what the first group's hold, but for the first.
        foreach (self::PAINTS as $i => [$maker, $range, $name, $pigments]) {
            RecordPaint::put(self::uuid(100 + $i), ['makerName' => $maker, 'range' => $range, 'colourName' => $name, 'pigments' => $pigments, 'pan' => ['uuid' => $pans[] = $i === 0 ? self::uuid(200) : $paints[$i + 1] ?? self::uuid(200 + $i), 'form' => 'tube', 'batch' => 'G-'.(20 + $i), 'volumeMl' => 10, 'got' => $i === 4 ? 'sample from the maker' : 'bought']], null);
        }
        $paper = Paper::put(self::uuid(300), ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'cold-pressed', 'weight_gsm' => 300]);
        $card = MakeCard::put(self::uuid(400), CardKind::Property, 'The reds of Saltern Reach, done again', $paper, 'felt side', '', $pans, null);
        $card->update(['repeats_card' => $repeated->uuid, 'repeats_number' => 1]);
        DB::table('paints')->where('uuid', self::uuid(100))->update(['pigments' => self::WRONG_TUBE]);
        RequestMeasurement::fromStandIn(self::uuid(500), $card, null);
        $measurement = Measurement::query()->with('card', 'picture.fadeCheck', 'firstPicture')->firstOrFail();
        $readings->has($measurement) ? $readings->lay($measurement) : $readings->measure($measurement);
        DB::table('paints')->where('uuid', self::uuid(100))->update(['pigments' => self::PAINTS[0][3]]);
        PublishRecord::of($card->refresh(), $ebba);
        WriteBundle::to($path, WriteBundle::cards(), 'all records', false);
    }

    /** In a database that is there for this alone. */
    private static function elsewhere(\Closure $do): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'grey-tide');
        $here = DB::getDefaultConnection();
        $store = config('cache.default');
        config(['database.connections.grey-tide' => [...config('database.connections.sqlite'), 'database' => $file], 'cache.default' => 'array']);
        try {
            DB::setDefaultConnection('grey-tide');
            Artisan::call('migrate', ['--force' => true, '--database' => 'grey-tide']);
            $do();
        } finally {
            DB::setDefaultConnection($here);
            DB::purge('grey-tide');
            config(['cache.default' => $store]);
            array_map(unlink(...), glob("$file*") ?: []);
        }
    }

    private static function uuid(int $n): string
    {
        return sprintf('6b1d12e0-%04x-4000-8000-%012x', $n, $n * 7919);
    }
}
