<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\Measurement;
use App\Models\Paint;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Reader;

/** A card at the window: its light, when it is to be looked at, and what became of its paints. */
final class FadingTest extends FeatureTestCase
{
    private const WINDOW = ['place' => 'Loft, Heron Lane', 'facing' => 'south', 'timeZone' => 'Europe/London', 'latitude' => 53.4, 'longitude' => 1.9, 'hungOn' => '2026-01-10', 'panes' => 'one pane', 'sky' => 'half'];

    protected function setUp(): void
    {
        parent::setUp();
        Carbon::setTestNow('2026-08-01 09:00:00');
        // Fine enough for fields of a fade card, and less than half the pixels.
        config(['stand-ins.dpi' => 200]);
        $this->actingAs($this->wren);
    }

    protected function tearDown(): void
    {
        Carbon::setTestNow();
        parent::tearDown();
    }

    private function hung(string ...$codes): Card
    {
        $card = $this->card('fade', ...$codes ?: ['PV3']);
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $this->putJson("/api/cards/$card->uuid/hanging/".self::uuid(), self::WINDOW)->assertCreated();

        return $card->refresh();
    }

    private function check(Card $card, string $on, ?float $dose = null): FadeCheck
    {
        $uuid = self::uuid();
        $this->putJson("/api/cards/$card->uuid/checks/$uuid", ['checkedOn' => $on, 'doseMlxh' => $dose])->assertCreated();
        $this->postJson("/api/cards/$card->uuid/stand-in", ['checkUuid' => $uuid])->assertStatus(202);
        self::assertSame('done', Measurement::query()->latest('id')->value('state'), (string) Measurement::query()->latest('id')->value('problem'));

        return FadeCheck::query()->where('uuid', $uuid)->firstOrFail();
    }

    /** @return array<string, mixed> */
    private function light(Card $card): array
    {
        return $this->getJson("/api/cards/$card->uuid/light")->assertOk()->json();
    }

    public function testACourseOverThreeChecksOfEstimatedLight(): void
    {
        $card = $this->hung('PV3', 'PB28');
        foreach (['2026-02-20', '2026-04-01', '2026-07-20'] as $day) {
            $this->check($card, $day);
        }
        $courses = $this->getJson("/api/cards/$card->uuid")->assertOk()->json('courses');
        $doses = array_column(array_column($courses['checks'], 'dose'), 'mlxh');
        self::assertSame([3, true], [count($doses), $doses[0] > 0.5 && $doses[1] > 1.5 * $doses[0] && $doses[2] > 2 * $doses[1]]);
        foreach ($courses['checks'] as $check) {
            // Told as it is: estimated, and so with a wide range.
            self::assertFalse($check['typed']);
            self::assertGreaterThan(1.3 * $check['dose']['mlxh'], $check['dose']['range'][1]);
        }
        [$violet, $blue] = $courses['rows'];
        $middle = $violet['depths'][1];
        self::assertCount(3, $middle['readings']);
        self::assertGreaterThan(10.0, $middle['readings'][2]['change']);
        self::assertNotContains('I', $middle['categories']);
        // Its paper may have changed in the light; its paint has not.
        self::assertStringContainsString('no change to be seen', $blue['summary']['words']);
        self::assertMatchesRegularExpression('/^(clearly|strongly|clearly or strongly) paler$/', $violet['summary']['words']);
        self::assertSame(['for ten years on a wall', 'not for a wall'], [$blue['summary']['group'], $violet['summary']['group']]);
        // What is drawn ends where it was read last.
        self::assertEqualsWithDelta($doses[2], end($middle['drawn'])['mlxh'], 0.01);

        $rack = $this->getJson('/api/rack')->assertOk()->json('windows.0');
        self::assertSame(['Loft, Heron Lane', 3, 3], [$rack['place'], count($rack['rows'][0]['checks']), count($rack['rows'][1]['checks'])]);
        $lines = array_filter(explode("\n", trim((string) $this->get("/api/cards/$card->uuid/fading.csv")->assertOk()->getContent())));
        self::assertCount(1 + 3 * 2 * 3, $lines);
        $report = $this->getJson("/api/cards/$card->uuid/fading.json")->assertOk();
        $report->assertJsonPath('format', 'marsh-trial/fading')->assertJsonPath('rows.0.depths.1.readings.2.change', $middle['readings'][2]['change'])->assertJsonPath('paints.1.pigments', 'PB28');
        self::assertStringNotContainsString('Heron', (string) $report->getContent());
        // Where somebody lives is not told to others.
        self::assertStringNotContainsString('Heron', (string) $this->actingAs($this->other)->getJson('/api/rack')->assertOk()->getContent());
        $this->getJson("/api/cards/$card->uuid/light")->assertForbidden();
    }

    public function testStripsOfUnequalLightAreComparedWhereBothHaveBeen(): void
    {
        $two = $this->hung('PV3', 'PV3');
        $this->check($two, '2026-03-01', 2.0);
        $this->check($two, '2026-07-01', 8.0);
        $one = $this->hung('PV3');
        $this->check($one, '2026-04-01', 3.0);
        $answer = $this->getJson('/api/pigments/PV3/fading')->assertOk()->json();
        // As far as the one that has come least far; each with how far it came.
        self::assertEqualsWithDelta(3.0, $answer['mlxh'], 1e-9);
        $last = array_column($answer['strips'], 'lastMlxh');
        sort($last);
        self::assertEqualsWithDelta([3.0, 8.0, 8.0], $last, 1e-9);
        self::assertSame([true, false, false], array_map(static fn (array $s): bool => $s['against'] === null, $answer['strips']));
        foreach ($answer['strips'] as $strip) {
            self::assertLessThan(8.0, $strip['change']);
            if ($strip['against'] !== null && abs($beyond = $strip['against']['difference'] - 2 * $strip['against']['uncertainty']) > 0.05) {
                self::assertSame($beyond > 0, $strip['against']['differs']);
            }
        }
        $this->hung('PV3');
        self::assertCount(1, $this->getJson('/api/pigments/PV3/fading')->json('unfinished'));
        // Strips that are not published are nobody else's.
        $this->actingAs($this->other)->getJson('/api/pigments/PV3/fading')->assertOk()->assertJsonPath('strips', []);
    }

    public function testADoseThatIsToldMovesTheEstimateAndACorrectionMovesItAgain(): void
    {
        $card = $this->hung();
        $before = $this->light($card)['now'];
        $this->check($card, '2026-03-01');
        $first = fn (): float => $this->getJson("/api/cards/$card->uuid")->json('courses.checks.0.dose.mlxh');
        $estimated = $first();
        $check = $this->check($card, '2026-05-01', 2.0);
        // A dose that is told later corrects the checks before it, in their share.
        self::assertLessThan(0.5 * $estimated, $first());
        self::assertGreaterThan(0.2, $first());
        $after = $this->light($card)['now'];
        self::assertGreaterThan(2.0, $after['mlxh']);
        self::assertLessThan(0.6 * $before['mlxh'], $after['mlxh']);
        self::assertLessThan($before['uncertainty'], $after['uncertainty']);
        $this->putJson("/api/cards/$card->uuid/checks/$check->uuid", ['checkedOn' => '2026-05-01', 'doseMlxh' => 4.0], ['If-Match' => '"1"'])->assertOk();
        self::assertEqualsWithDelta(2 * $after['mlxh'], $this->light($card)['now']['mlxh'], 0.03);
        // Its ratings are derived again for the dose as it is now, and the course reads it too.
        self::assertSame([4, 3], [Measurement::query()->count(), Measurement::query()->distinct()->count('picture_id')]);
        self::assertEqualsWithDelta(4.0, Measurement::query()->latest('id')->firstOrFail()->result['doseMlxh'], 1e-9);
        $this->getJson("/api/cards/$card->uuid")->assertJsonPath('courses.checks.1.dose.mlxh', 4);
    }

    public function testPausesAndLoggers(): void
    {
        $card = $this->hung();
        $free = $this->light($card)['now']['mlxh'];
        $pause = self::uuid();
        $this->putJson("/api/cards/$card->uuid/pauses/$pause", ['fromOn' => '2026-06-30', 'toOn' => '2026-06-01'])->assertStatus(422);
        $this->putJson("/api/cards/$card->uuid/pauses/$pause", ['fromOn' => '2025-12-01', 'toOn' => '2026-06-01'])->assertStatus(422);
        $down = $this->putJson("/api/cards/$card->uuid/pauses/$pause", ['fromOn' => '2026-06-01', 'toOn' => '2026-06-30', 'note' => 'windows painted'])->assertCreated()->json('now.mlxh');
        self::assertLessThan(0.93 * $free, $down);
        self::assertGreaterThan(0.7 * $free, $down);
        self::assertSame($free, $this->deleteJson("/api/pauses/$pause")->assertOk()->json('now.mlxh'));

        $send = fn (string $content, array $told = []) => $this->post("/api/cards/$card->uuid/light-logs/".self::uuid(), ['file' => UploadedFile::fake()->createWithContent('window.csv', $content), 'unit' => 'lux'] + $told, ['Accept' => 'application/json']);
        // Four weeks of about 6 klx for ten hours a day: dimmer than was thought, so the rest is dimmer too.
        $csv = "Logger 7\nDate;Light (lx)\n";
        for ($t = strtotime('2026-03-01 00:00 UTC'); $t < strtotime('2026-03-29 00:00 UTC'); $t += 1800) {
            $csv .= gmdate('Y-m-d H:i', $t).';'.((int) gmdate('G', $t) >= 7 && (int) gmdate('G', $t) < 17 ? 5550 + 100 * ((int) gmdate('G', $t) - 7).',5' : '0')."\n";
        }
        $light = $send($csv, ['timeZone' => 'UTC'])->assertCreated()->json();
        self::assertSame([1344, 0, false], [$light['logs'][0]['readings'], $light['logs'][0]['gaps'], $light['logs'][0]['clipped']]);
        $on = static fn (string $day): array => array_values(array_filter($light['curve'], static fn (array $p): bool => $p['on'] >= $day))[0];
        [$one, $other] = [$on('2026-03-06'), $on('2026-03-20')];
        self::assertEqualsWithDelta(0.06 * (strtotime($other['on']) - strtotime($one['on'])) / 86400, $other['mlxh'] - $one['mlxh'], 0.012);
        self::assertLessThan($free, $light['now']['mlxh']);
        self::assertGreaterThan(0.05, $light['now']['measured']);

        $send("\xFF\xD8\xFF\xE0 not light at all")->assertStatus(422);
        $send("time,lux\n2026-03-01 10:00,-5\n2026-03-01 10:10,10\n")->assertStatus(422);
        $send("time,lux\n2026-03-01 10:00,bright\n")->assertStatus(422);
        self::assertCount(1, $this->light($card)['logs']);
    }

    public function testTheCalendarKeepsAnEventWhileItsDayMoves(): void
    {
        $card = $this->hung();
        $path = $this->postJson('/api/calendar')->assertOk()->json('path');
        $this->app['auth']->forgetGuards();
        $read = function () use ($path): VCalendar {
            $calendar = Reader::read((string) $this->get($path)->assertOk()->getContent());
            self::assertInstanceOf(VCalendar::class, $calendar);

            return $calendar;
        };
        $of = static fn (VCalendar $c, string $what): string => (string) $c->select('VEVENT')[0]->select($what)[0];
        $first = $read();
        self::assertSame([], $first->validate());
        $this->actingAs($this->wren)->putJson("/api/cards/$card->uuid/hanging/".$card->hanging->uuid, ['curtain' => true] + self::WINDOW, ['If-Match' => '"1"'])->assertOk();
        $moved = $read();
        self::assertSame($of($first, 'UID'), $of($moved, 'UID'));
        self::assertGreaterThan($of($first, 'DTSTART'), $of($moved, 'DTSTART'));
        self::assertGreaterThan((int) $of($first, 'SEQUENCE'), (int) $of($moved, 'SEQUENCE'));
        // Asked for again, the old address ends.
        $this->postJson('/api/calendar')->assertOk();
        $this->get($path)->assertNotFound();
    }

    public function testAnOldStripWithVagueDaysIsReadUnderTwoFramesAndHungAgain(): void
    {
        $this->putPaint(self::uuid(), ['colourName' => 'Old Violet', 'pigments' => 'PV3', 'pan' => ['uuid' => '0b1d0000-0000-4000-8000-000000000002', 'form' => 'tube']])->assertCreated();
        $paint = Paint::query()->latest('id')->firstOrFail();
        $where = array_diff_key(self::WINDOW, ['hungOn' => 0]) + ['paintUuid' => $paint->uuid];
        $put = fn (array $told) => $this->putJson('/api/old-strips/0b1d0000-0000-4000-8000-000000000001', $told + $where);
        foreach (['' => 'Say since when', 'before 2019' => 'between which years', 'some day' => 'no date', '2031' => 'not come yet'] as $when => $says) {
            self::assertStringContainsString($says, (string) $put(['hungWhen' => (string) $when])->assertStatus(422)->json('detail'));
        }
        self::assertStringContainsString('before it was hung', (string) $put(['hungWhen' => 'June 2023', 'downWhen' => 'May 2023'])->assertStatus(422)->json('detail'));
        self::assertSame(0, Card::query()->where('kind', 'halves')->count());
        $uuid = $put(['hungWhen' => 'spring 2025', 'downWhen' => 'July 2025'])->assertCreated()->assertJsonPath('hanging.nextCheck', null)->json('uuid');
        $card = Card::query()->where('uuid', $uuid)->firstOrFail();
        $known = $this->getJson("/api/cards/$uuid/light")->json('now');
        // Not knowing the days makes the dose less sure than its window alone.
        self::assertGreaterThan(0.15, $known['uncertainty']);
        $check = $this->check($card, '2026-07-30');
        $shown = $this->getJson("/api/cards/$uuid")->assertOk()->json();
        self::assertSame([1, 'halves'], [count($shown['courses']['checks']), $shown['kind']]);
        // In the dark since it came down: the light of the check is that of now.
        self::assertEqualsWithDelta($known['mlxh'], $shown['courses']['checks'][0]['dose']['mlxh'], 0.02);
        ['change' => $change, 'uncertainty' => $uncertainty] = $shown['courses']['rows'][0]['depths'][0]['readings'][0];
        self::assertGreaterThan(2 * $uncertainty, $change);
        self::assertSame('strongly paler', $shown['courses']['rows'][0]['summary']['words']);
        self::assertStringContainsString('no reading before hanging', (string) json_encode($shown['result']['fading'][0]['remarks']));
        self::assertSame('spring 2025', $shown['hanging']['hungWords']);
        self::assertContains($card->title, array_column($this->getJson('/api/rack')->json('windows'), 'title'));

        // Taken for the other way round, the window half would hold more paint than the dark one: that is asked about.
        $picture = $shown['pictures'][0]['uuid'];
        $swapped = $this->postJson("/api/pictures/$picture/swap")->assertOk()->json();
        self::assertStringContainsString('the other way round', (string) json_encode($swapped['result']['fading'][0]['remarks']));
        $back = $this->postJson("/api/pictures/$picture/swap")->assertOk()->json('courses.rows.0.depths.0.readings.0.change');
        self::assertEqualsWithDelta($change, $back, 1e-6);

        // Put back, it goes on from where it was; the days between were dark.
        $this->deleteJson("/api/cards/$uuid/down", ['on' => '2025-06-30'])->assertStatus(422);
        $this->deleteJson("/api/cards/$uuid/down", ['on' => '2026-07-31'])->assertOk()->assertJsonPath('hanging.downOn', null);
        self::assertNotNull($this->getJson("/api/cards/$uuid")->json('hanging.nextCheck'));
        // Two days of summer light, and none of the year before.
        self::assertEqualsWithDelta($known['mlxh'] + 0.35, $this->getJson("/api/cards/$uuid/light")->json('now.mlxh'), 0.2);
        $this->deleteJson("/api/cards/$uuid/down", ['on' => '2026-08-01'])->assertStatus(422);
        $this->putJson("/api/cards/$uuid/down", ['on' => '2026-08-02'])->assertStatus(422);
        $this->putJson("/api/cards/$uuid/down", ['on' => '2026-08-01'])->assertOk()->assertJsonPath('hanging.downOn', '2026-08-01');
        self::assertSame($check->uuid, $this->getJson("/api/cards/$uuid")->json('checks.0.uuid'));
    }

    public function testTheEyeJudgesBeforeTheNumbersAreShown(): void
    {
        $card = $this->hung('PV3', 'PB28');
        $this->check($card, '2026-03-01');
        $uuid = self::uuid();
        $this->putJson("/api/cards/$card->uuid/checks/$uuid", ['checkedOn' => '2026-07-01', 'eyeFirst' => true])->assertCreated();
        $this->postJson("/api/cards/$card->uuid/stand-in", ['checkUuid' => $uuid])->assertStatus(202);
        $shown = fn (): array => $this->getJson("/api/cards/$card->uuid")->assertOk()->json();
        $onCodePage = fn (): ?float => $this->getJson('/api/paints/'.$this->getJson('/api/pigments/PV3')->assertOk()->json('paints.0.uuid'))->assertOk()->json('properties.lightfastness.measured.numbers.doseMlxh');
        $before = $shown();
        self::assertSame([1, [false, true]], [count($before['courses']['checks']), array_column($before['checks'], 'unseen')]);
        $early = $onCodePage();
        self::assertNotNull($early);
        $judge = fn (int $row) => $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $before['rows'][$row]['uuid'], 'property' => 'lightfastness', 'word' => 'paler', 'checkUuid' => $uuid])->assertCreated();
        // A grade of the grey scale stands beside the word and does not take its place.
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $before['rows'][0]['uuid'], 'property' => 'grey scale', 'word' => '3-4', 'checkUuid' => $uuid])->assertCreated();
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $before['rows'][0]['uuid'], 'property' => 'grey scale', 'word' => '6', 'checkUuid' => $uuid])->assertStatus(422);
        $judge(0);
        self::assertCount(1, $shown()['courses']['checks']);
        $judge(1);
        $after = $shown();
        self::assertSame([2, [false, false]], [count($after['courses']['checks']), array_column($after['checks'], 'unseen')]);
        self::assertGreaterThan($early, $onCodePage());
        // The dark half against its own first reading: it lay in the dark.
        [$change, $uncertainty] = $after['courses']['rows'][0]['depths'][1]['readings'][1]['darkChange'];
        self::assertLessThan(3 * $uncertainty, $change);
        self::assertMatchesRegularExpression('/^[1-5](-[2-5])?$/', $after['courses']['rows'][0]['depths'][1]['readings'][1]['grade']);
    }

    public function testReferenceStripsInRowsTellTheLight(): void
    {
        $card = $this->hung('PV3', 'PB29', 'PR101');
        $card->load('specimens.pan.paint');
        foreach ([2 => 'Blue wool 2', 3 => 'Blue wool 8'] as $row => $name) {
            $card->specimens->firstWhere('row', $row)->pan->paint->update(['colour_name' => $name]);
        }
        $this->check($card, '2026-07-01');
        $courses = $this->getJson("/api/cards/$card->uuid")->assertOk()->json('courses');
        self::assertSame([2, 8], array_column($courses['wool']['strips'], 'number'));
        self::assertNull($courses['rows'][1]['asWool']);
        self::assertNotNull($courses['rows'][0]['asWool']);
    }

    public function testAHighHorizonAndMonthsOfSunshineAreCounted(): void
    {
        $card = $this->hung();
        $at = function (array $told) use ($card): float {
            $hanging = $card->refresh()->hanging;
            $this->putJson("/api/cards/$card->uuid/hanging/$hanging->uuid", $told + self::WINDOW, ['If-Match' => "\"$hanging->edition\""])->assertOk();

            return (float) $this->light($card)['now']['mlxh'];
        };
        $free = $at([]);
        // A wall to the south only, told around the compass from the north on; one in the north takes no sun from a south window.
        self::assertLessThan(0.8 * $free, $at(['horizon' => [0, 0, 60, 60, 60, 60, 60, 0]]));
        self::assertEqualsWithDelta($free, $at(['horizon' => [60, 0, 0, 0, 0, 0, 0, 0]]), 0.01);
        $dull = $at(['horizon' => null, 'sunshineByMonth' => array_fill(0, 12, 0.1)]);
        self::assertLessThan($at(['sunshineByMonth' => array_fill(0, 12, 0.9)]), $dull);
        $this->putJson("/api/cards/$card->uuid/hanging/".$card->refresh()->hanging->uuid, ['horizon' => [91]] + self::WINDOW)->assertStatus(422);
    }

    public function testACardThatMovedHasTheLightOfBothWindows(): void
    {
        $card = $this->hung();
        $south = (float) $this->light($card)['now']['mlxh'];
        $there = ['movedOn' => '2026-05-01', 'place' => 'Attic', 'facing' => 'north', 'panes' => 'two panes', 'sky' => 'little', 'curtain' => true];
        foreach (['2026-01-10', '2026-08-02'] as $day) {
            self::assertStringContainsString('between that of hanging and today', (string) $this->putJson("/api/cards/$card->uuid/moves/".self::uuid(), ['movedOn' => $day] + $there)->assertStatus(422)->json('detail'));
        }
        $this->putJson("/api/cards/$card->uuid/moves/".self::uuid(), ['facing' => 'up'] + $there)->assertStatus(422);
        $moved = $this->putJson("/api/cards/$card->uuid/moves/".($move = self::uuid()), $there)->assertCreated()->json();
        self::assertSame(['Attic', 'north'], [$moved['moves'][0]['place'], $moved['moves'][0]['facing']]);
        // Until the first of May all is as it was, and from then on much darker.
        $at = fn (array $light, string $day): float => (float) array_values(array_filter($light['curve'], static fn (array $p): bool => $p['on'] >= $day))[0]['mlxh'];
        $this->deleteJson("/api/moves/$move")->assertOk()->assertJsonPath('moves', []);
        $stayed = $this->light($card);
        self::assertEqualsWithDelta($at($stayed, '2026-04-20'), $at($moved, '2026-04-20'), 1e-6);
        self::assertEqualsWithDelta($south, $stayed['now']['mlxh'], 1e-6);
        $before = $at($stayed, '2026-05-01');
        self::assertLessThan(0.2 * ($south - $before), $moved['now']['mlxh'] - $before);
        self::assertGreaterThan(0.0, $moved['now']['mlxh'] - $before);

        // What was rated for another light is derived again; a check before the move stays as it is.
        $this->check($card, '2026-03-01');
        $this->check($card, '2026-07-20');
        $doses = static fn (): array => Measurement::query()->where('state', 'done')->whereHas('picture', static fn ($q) => $q->whereNotNull('fade_check_id'))->orderBy('id')->get()->map(static fn (Measurement $m): float => round((float) $m->result['doseMlxh'], 3))->all();
        [$march, $july] = $doses();
        $this->putJson("/api/cards/$card->uuid/moves/".self::uuid(), $there)->assertCreated();
        $now = $doses();
        self::assertSame([3, $march, $july], [count($now), $now[0], $now[1]]);
        self::assertLessThan(0.8 * $july, $now[2]);
        self::assertEqualsWithDelta($this->getJson("/api/cards/$card->uuid")->json('courses.checks.1.dose.mlxh'), $now[2], 0.01);
    }

    public function testStripsOfACodeAgeTogether(): void
    {
        // One card tells the stroke, another how it fades.
        $stroke = $this->card('property', 'PV3');
        RequestMeasurement::fromStandIn(self::uuid(), $stroke, null);
        $paint = $stroke->load('specimens.pan.paint')->specimens[0]->pan->paint;
        $card = $this->hung('PV3');
        $card->load('specimens.pan')->specimens[0]->pan->update(['paint_id' => $paint->id]);
        foreach (['2026-02-10' => 0.5, '2026-03-20' => 1.5, '2026-06-01' => 5.0] as $day => $dose) {
            $this->check($card, $day, $dose);
        }
        $light = $this->getJson('/api/pigments/PV3/light?depth=0.9')->assertOk()->json();
        self::assertEqualsWithDelta([0.5, 1.5, 5.0], $light['checks'], 1e-9);
        /** @var array<string, array{kind: string, swatch: string}|null> $stops */
        $stops = array_combine(array_map(static fn (float|int $d): string => "at $d", $light['doses']), $light['paints'][$paint->uuid]);
        self::assertSame(['checked', 'checked', 'checked'], [$stops['at 0']['kind'], $stops['at 1.5']['kind'], $stops['at 5']['kind']]);
        // Paler from check to check.
        $blue = static fn (string $hex): int => (int) hexdec(substr($hex, 3, 2));
        self::assertLessThan($blue($stops['at 1.5']['swatch']), $blue($stops['at 0']['swatch']));
        self::assertLessThan($blue($stops['at 5']['swatch']), $blue($stops['at 1.5']['swatch']));
        $kinds = array_map(static fn (?array $s): ?string => $s['kind'] ?? null, $stops);
        self::assertContains('between', $kinds);
        self::assertContains('expected', $kinds);
        // Beyond ten times the last light nothing is shown.
        foreach ($stops as $dose => $stop) {
            self::assertSame((float) substr($dose, 3) > 50.1, $stop === null, $dose);
        }
    }

    public function testWhatCannotBeIsSaidInASentence(): void
    {
        $card = $this->card('fade', 'PV3');
        $hang = fn (array $told) => $this->putJson("/api/cards/$card->uuid/hanging/".self::uuid(), $told + self::WINDOW + ['withoutFirst' => true]);
        $check = fn (string $on) => $this->putJson("/api/cards/$card->uuid/checks/".self::uuid(), ['checkedOn' => $on]);
        $check('2026-02-01')->assertStatus(422)->assertJsonPath('detail', 'This card does not hang yet. Say first where and since when it hangs.');
        foreach ([['latitude' => 90.1], ['longitude' => -180.1], ['sunshine' => 1.01], ['distanceM' => -0.1], ['panes' => 'seven panes'], ['hungOn' => '2026-08-02'], ['hungOn' => '2026-01-04']] as $wrong) {
            $answer = $hang($wrong)->assertStatus(422);
            self::assertNotSame('', (string) $answer->json('detail'));
        }
        $hang(['latitude' => 90, 'longitude' => 180, 'withoutFirst' => true])->assertCreated();
        $check('2026-01-09')->assertStatus(422);
        $check('2026-08-02')->assertStatus(422);
        $check('2026-01-10')->assertCreated();
        $check('2026-01-10')->assertStatus(422)->assertJsonPath('detail', 'There is a check on this day already. Correct that one, or give its pictures another.');
        self::assertSame(1, FadeCheck::query()->count());
    }

    public function testAPaintThatHangsTwiceAndWasNotLookedAtYetBreaksNoPage(): void
    {
        $this->actingAs($this->wren);
        [$one, $other] = [$this->card('fade', 'PV3'), $this->card('fade', 'PV3')];
        $other->specimens[0]->update(['pan_id' => $one->specimens[0]->pan_id]);
        foreach ([$one, $other] as $card) {
            RequestMeasurement::fromStandIn(self::uuid(), $card, null);
            Hanging::put(self::uuid(), ['card_id' => $card->id, 'place' => 'loft', 'facing' => 'south', 'time_zone' => 'Europe/London', 'hung_on' => '2026-02-01']);
            $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        }
        $this->app['auth']->forgetGuards();
        foreach (['light', 'fading'] as $page) {
            $this->getJson("/api/pigments/PV3/$page")->assertOk();
        }
    }

    public function testAReadingAfterPublishingIsADraftInItsReportToo(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        Hanging::put(self::uuid(), ['card_id' => $card->id, 'place' => 'loft', 'facing' => 'south', 'time_zone' => 'Europe/London', 'hung_on' => '2026-02-01']);
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $check = \App\Models\FadeCheck::put(self::uuid(), ['card_id' => $card->id, 'checked_on' => '2026-03-01', 'dose_mlxh' => 3]);
        RequestMeasurement::fromStandIn(self::uuid(), $card, $check);
        $readings = fn (): int => count($this->getJson("/api/cards/$card->uuid/fading.json")->assertOk()->json('rows'));
        self::assertGreaterThan(0, $readings());
        $this->actingAs($this->other);
        self::assertSame(0, $readings());
        $this->actingAs($this->wren)->postJson("/api/cards/$card->uuid/publish", ['because' => 'a check'])->assertCreated();
        $this->actingAs($this->other);
        self::assertGreaterThan(0, $readings());
    }
}
