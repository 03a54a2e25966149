<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\MergePaints;
use App\Actions\PublishRecord;
use App\Actions\RequestMeasurement;
use App\Models\BenchSession;
use App\Models\Bundle;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use App\Models\Card;
use App\Models\Decision;
use App\Models\FadeCheck;
use App\Models\Group;
use App\Models\Hanging;
use App\Models\HangingMove;
use App\Models\HangingPause;
use App\Models\Import;
use App\Models\InstrumentRun;
use App\Models\Invitation;
use App\Models\LightLog;
use App\Models\Measurement;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\PhoneLink;
use App\Models\Photo;
use App\Models\Picture;
use App\Models\Question;
use App\Models\Report;
use App\Models\Spoiling;
use App\Models\Study;
use App\Models\StudyPicture;
use App\Models\Swatch;
use App\Models\Task;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** A house with one of everything, for tests that ask every route. */
trait FurnishedHouse
{
    /** What nobody who judges blind may read of the paint. */
    private const HIDDEN = ['colourName' => 'Quillback Ochre', 'makerName' => 'Nightjar Pigments', 'pigments' => 'PY119'];

    /**
     * A blind session of the owner, with a card of property and one of fade, each measured, the latter hanging and checked.
     *
     * @return array<string, string> by the names that routes have
     */
    private function blindSession(User $judge): array
    {
        $this->actingAs($this->wren);
        $this->putPaint(self::uuid(), [...self::HIDDEN, 'pan' => ['uuid' => $pan = self::uuid(), 'form' => 'pan', 'keptAt' => 'third drawer']])->assertCreated();
        $session = self::uuid();
        $this->putJson("/api/sessions/$session", ['title' => 'Neap tide', 'plannedOn' => '2026-02-01', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => [$pan], 'tests' => ['property', 'fade'], 'asChosen' => true, 'blind' => true])->assertCreated();
        $made = BenchSession::query()->where('uuid', $session)->firstOrFail();
        $made->people()->attach($judge->id);
        $made->load('cards', 'tasks');
        [$card, $fade] = [$made->cards->firstWhere('kind', 'property'), $made->cards->firstWhere('kind', 'fade')];
        assert($card instanceof Card && $fade instanceof Card);
        $measurement = RequestMeasurement::fromStandIn(self::uuid(), $card, null)->load('picture');
        RequestMeasurement::fromStandIn(self::uuid(), $fade, null);
        Hanging::put(self::uuid(), ['card_id' => $fade->id, 'place' => 'loft', 'facing' => 'south', 'time_zone' => 'Europe/London', 'hung_on' => '2026-02-01']);
        $check = FadeCheck::put(self::uuid(), ['card_id' => $fade->id, 'checked_on' => '2026-03-01', 'dose_mlxh' => 3]);
        RequestMeasurement::fromStandIn(self::uuid(), $fade, $check);
        $specimen = $card->load('specimens')->specimens[0];
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $specimen->uuid, 'property' => 'staining', 'word' => 'high'])->assertCreated();
        $this->putJson('/api/hand-readings/'.self::uuid(), ['specimenUuid' => $specimen->uuid, 'what' => 'spread', 'value' => '4'])->assertCreated();
        $photo = Photo::put(self::uuid(), ['specimen_id' => $specimen->id, 'sha256' => (string) $measurement->picture->sha256, 'extension' => $measurement->picture->extension]);
        $run = InstrumentRun::put(self::uuid(), ['card_id' => $card->id, 'name' => 'meter', 'source' => 'hand', 'samples' => []]);

        return [
            'card' => $card->uuid, 'fade' => $fade->uuid, 'session' => $session, 'specimen' => $specimen->uuid, 'picture' => $measurement->picture->uuid, 'measurement' => $measurement->uuid,
            'check' => $check->uuid, 'photo' => $photo->uuid, 'run' => $run->uuid, 'task' => $made->tasks[0]->uuid, 'codeWord' => (string) $specimen->code_word,
        ];
    }

    /** @param array<string, mixed> $things */
    private static function address(string $uri, array $things): string
    {
        $of = ['tasks/{uuid}' => 'task', 'spoilings/{uuid}' => 'spoiling', 'claims/{uuid}' => 'claim', 'imports/{uuid}' => 'import', 'palettes/{uuid}' => 'palette', 'sessions/{uuid}' => 'session', 'cards/{uuid}' => 'card', 'pans/{uuid}' => 'pan', 'paints/{uuid}' => 'paint'];
        if (str_starts_with($uri, 'records/')) {
            $things['card'] = $things['published'];
        }
        if (str_starts_with($uri, 'hidden/')) {
            $things['uuid'] = $things['question'];
        }
        if (isset($of[$uri])) {
            return str_replace('{uuid}', $things[$of[$uri]], $uri);
        }

        return (string) preg_replace_callback('/\{(\w+)\}/', static fn (array $m): string => $things[$m[1]] instanceof User ? $things[$m[1]]->uuid : (string) $things[$m[1]], $uri);
    }

    /** @return array<string, mixed> a house with one of everything, by the name that routes have for it */
    private function house(): array
    {
        $owner = $this->wren;
        $this->actingAs($owner);
        $draft = $this->card('fade', 'PV3');
        $session = BenchSession::put(self::uuid(), ['title' => 'Slack water', 'planned_on' => '2026-02-01', 'paper_id' => $draft->paper_id, 'tests' => ['fade'], 'protocols' => [], 'conditions' => []]);
        $invited = User::query()->create(['uuid' => self::uuid(), 'name' => 'kes', 'email' => 'invited@saltern-reach.example', 'password' => 'x'])->refresh();
        $session->people()->attach([$owner->id, $invited->id]);
        $draft->update(['bench_session_id' => $session->id]);
        $specimen = $draft->specimens[0];
        RequestMeasurement::fromStandIn(self::uuid(), $draft, null);
        $picture = Picture::query()->firstOrFail();
        Hanging::put(self::uuid(), ['card_id' => $draft->id, 'place' => 'loft', 'facing' => 'south', 'time_zone' => 'Europe/London', 'hung_on' => '2026-02-01']);
        $check = FadeCheck::put(self::uuid(), ['card_id' => $draft->id, 'checked_on' => '2026-03-01']);
        $photo = Photo::put(self::uuid(), ['specimen_id' => $specimen->id, 'sha256' => $picture->sha256, 'extension' => 'png']);
        $spoiling = Spoiling::put(self::uuid(), ['specimen_id' => $specimen->id, 'property' => null, 'reason' => 'wet']);
        $task = Task::put(self::uuid(), ['bench_session_id' => $session->id, 'card_id' => $draft->id, 'position' => 0, 'kind' => 'dry', 'planned_end_seconds' => 1]);
        $run = InstrumentRun::put(self::uuid(), ['card_id' => $draft->id, 'name' => 'meter', 'source' => 'hand', 'samples' => []]);
        $target = CaptureTarget::put(self::uuid(), ['name' => 'target', 'patches' => []]);
        $profile = CaptureProfile::put(self::uuid(), ['name' => 'profile', 'capture_target_id' => $target->id, 'calibration' => []]);
        $palette = Palette::put(self::uuid(), ['name' => 'tin', 'rows' => 1, 'columns' => 2]);
        $import = Import::put(self::uuid(), ['name' => 'a.csv', 'state' => 'failed', 'separator' => 'comma', 'encoding' => 'UTF-8', 'headings' => ['a'], 'mapping' => [], 'defaults' => ['currency' => 'EUR', 'form' => 'pan', 'dates' => 'day first']]);
        $paint = $specimen->pan->paint;
        $claim = self::uuid();
        $this->putJson("/api/claims/$claim", ['paintUuid' => $paint->uuid, 'property' => 'staining', 'words' => 'clings', 'readOn' => '2026-02-20'])->assertCreated();
        $twin = self::uuid();
        $this->putPaint($twin, ['colourName' => 'Twin']);
        $merge = MergePaints::into(Paint::query()->where('uuid', $twin)->firstOrFail(), $paint, $owner);
        $swatch = Swatch::put(self::uuid(), ['picture_id' => $picture->id, 'placing' => 1, 'told' => ['places' => [], 'keyChannel' => null, 'overBarePaper' => false, 'outshines' => [], 'remarks' => [], 'ratings' => [], 'photo' => false, 'outlinePx' => [[100, 100], [700, 100], [700, 600], [100, 600]]]]);
        [$link] = PhoneLink::forTelephone($owner, $draft, null);
        $pause = HangingPause::put(self::uuid(), ['card_id' => $draft->id, 'from_on' => '2026-02-10', 'to_on' => '2026-02-12']);
        $move = HangingMove::put(self::uuid(), ['card_id' => $draft->id, 'moved_on' => '2026-02-20', 'place' => 'attic', 'facing' => 'north', 'panes' => 'one pane', 'sky' => 'half']);
        $log = LightLog::put(self::uuid(), ['card_id' => $draft->id, 'name' => 'window.csv', 'unit' => 'lux', 'time_zone' => 'Europe/London', 'readings' => 48, 'gaps' => 0, 'clipped' => false, 'days' => ['2026-02-14' => ['luxHours' => 90000.0, 'covered' => 1.0]]]);
        $owner->forceFill(['calendar_hash' => hash('sha256', $secret = str_repeat('s', 40))])->save();
        $mix = Mix::put(self::uuid(), ['a_id' => $paint->id, 'b_id' => Paint::query()->where('uuid', $twin)->withoutGlobalScopes()->firstOrFail()->id, 'share' => 0.5, 'deposit' => 0.92, 'name' => 'rain grey']);
        $decision = Decision::put(self::uuid(), ['paint_id' => $paint->id, 'word' => 'keep', 'decided_on' => '2026-03-01', 'brief' => []]);
        $group = Group::put(self::uuid(), ['name' => 'violets']);
        $study = Study::put(self::uuid(), ['title' => 'slipway']);
        $studyPicture = StudyPicture::put(self::uuid(), ['study_id' => $study->id, 'sha256' => $picture->sha256, 'extension' => 'png']);
        $published = $this->card('property', 'PB28');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $published->specimens[0]->uuid, 'property' => 'staining', 'word' => 'high'])->assertCreated();
        PublishRecord::of($published, $owner);
        $bundle = Bundle::put(self::uuid(), ['name' => 'b.zip', 'state' => 'looked', 'answers' => [], 'report' => ['ledger' => ['uuid' => self::uuid(), 'name' => 'Grey Tide circle'], 'records' => 0]]);
        [$invitation] = Invitation::invite($this->steward, 'somebody', false, null);
        $question = Question::query()->create(['uuid' => self::uuid(), 'by_id' => $invited->id, 'at' => now(), 'card_id' => $published->id, 'text' => 'Which batch?']);
        $report = Report::query()->create(['uuid' => self::uuid(), 'by_id' => $owner->id, 'subject' => 'question', 'subject_uuid' => $question->uuid, 'words' => 'rude', 'at' => now()]);

        // A steward of one circle, with nobody in it; and somebody who has to judge a card of a session whose names are hidden.
        $circle = DB::table('circles')->insertGetId(['uuid' => self::uuid(), 'name' => 'Mudflat', 'name_key' => 'mudflat', 'created_at' => now(), 'updated_at' => now()]);
        $ofCircle = User::query()->create(['uuid' => self::uuid(), 'name' => 'ofCircle', 'email' => 'circle@saltern-reach.example', 'password' => 'x', 'is_steward' => true, 'circle_id' => $circle])->refresh();
        $judge = User::query()->create(['uuid' => self::uuid(), 'name' => 'judge', 'email' => 'judge@saltern-reach.example', 'password' => 'x'])->refresh();

        return [
            'circle' => $ofCircle, 'judge' => $judge, 'blind' => $this->blindSession($judge), 'owner' => $owner, 'stranger' => $this->other, 'invited' => $invited, 'steward' => $this->steward, 'user' => $invited,
            'card' => $draft->uuid, 'published' => $published->uuid, 'number' => 1, 'uuid' => self::uuid(), 'code' => 'PB28', 'paint' => $paint->uuid, 'pan' => $specimen->pan->uuid, 'specimen' => $specimen->uuid, 'picture' => $picture->uuid,
            'measurement' => Measurement::query()->firstOrFail()->uuid, 'check' => $check->uuid, 'photo' => $photo->uuid, 'spoiling' => $spoiling->uuid, 'task' => $task->uuid, 'run' => $run->uuid, 'target' => $target->uuid,
            'profile' => $profile->uuid, 'palette' => $palette->uuid, 'import' => $import->uuid, 'claim' => $claim, 'merge' => $merge->uuid, 'session' => $session->uuid, 'swatch' => $swatch->uuid, 'link' => $link->uuid, 'pause' => $pause->uuid, 'log' => $log->uuid, 'secret' => $secret, 'mix' => $mix->uuid, 'move' => $move->uuid, 'place' => 'white', 'maker' => $paint->maker->uuid, 'decision' => $decision->uuid, 'group' => $group->uuid, 'study' => $study->uuid, 'studyPicture' => $studyPicture->uuid, 'bundle' => $bundle->uuid, 'question' => $question->uuid, 'table' => 'records', 'form' => 'css', 'kind' => 'code', 'key' => 'PB28', 'subject' => 'question', 'report' => $report->uuid, 'invitation' => $invitation->uuid, 'token' => 1,
        ];
    }
}
