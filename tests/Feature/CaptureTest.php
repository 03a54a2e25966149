<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Imaging\PhotoWriter;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use App\Models\CaptureProfile;
use App\Models\Card;
use App\Models\Measurement;
use App\Models\Rating;
use Illuminate\Http\UploadedFile;
use Imagick;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\TargetStandIn;

/** Photographs, targets, profiles, instruments, repeats and own frames, as the interface uses them. */
final class CaptureTest extends FeatureTestCase
{
    private static function upload(string $name, string $bytes): UploadedFile
    {
        return UploadedFile::fake()->createWithContent($name, $bytes);
    }

    private function target(): string
    {
        $uuid = self::uuid();
        $this->postJson("/api/capture/targets/$uuid", ['name' => 'Group’s target', 'file' => self::upload('target.txt', TargetStandIn::full()->referenceFile())])
            ->assertOk()->assertJsonPath('targets.0.columns', 12)->assertJsonPath('targets.0.rows', 5)->assertJsonPath('targets.0.patches.0.name', 'A1');

        return $uuid;
    }

    private function last(): Measurement
    {
        return Measurement::query()->latest('id')->firstOrFail();
    }

    public function testATargetIsReadPrintedAndRefusedWhenItIsNone(): void
    {
        $this->actingAs($this->wren);
        $uuid = $this->target();
        $sheet = (string) $this->get("/api/capture/targets/$uuid/sheet.svg")->assertOk()->getContent();
        self::assertSame(60, substr_count($sheet, 'stroke="#bbb"'));
        foreach (['' => 'not a file of colour', "\x89PNG\r\n\x1a\n\0\0" => 'not a text file', "BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50 0 0\nEND_DATA\n" => 'fill no grid'] as $bytes => $why) {
            $this->postJson('/api/capture/targets/'.self::uuid(), ['name' => 'x', 'file' => self::upload('x.txt', (string) $bytes)])->assertStatus(422);
            self::assertStringContainsString($why, (string) $this->postJson('/api/capture/targets/'.self::uuid(), ['name' => 'x', 'file' => self::upload('x.txt', (string) $bytes)])->json('detail'));
        }
        $this->actingAs($this->other)->deleteJson("/api/capture/targets/$uuid")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/capture/targets/$uuid")->assertOk()->assertJsonPath('targets', []);
    }

    public function testAProfileIsMadeUsedAndCheckedForDrift(): void
    {
        $this->actingAs($this->wren);
        $target = $this->target();
        $scan = static fn (Sensor $device): string => PngWriter::encode(ScannerStandIn::scanTarget(TargetStandIn::full(), 3, 200, $device));
        $profile = self::uuid();
        $made = $this->postJson("/api/capture/profiles/$profile", ['name' => 'My scanner', 'targetUuid' => $target, 'picture' => self::upload('t.png', $scan(Sensor::scanner(2)))])->assertOk();
        self::assertLessThan(1.5, $made->json('profiles.0.residualMean'));
        $this->postJson("/api/capture/profiles/$profile/check", ['picture' => self::upload('t.png', $scan(Sensor::scanner(2)))])->assertOk()->assertJsonPath('profiles.0.drifted', false);
        $this->postJson("/api/capture/profiles/$profile/check", ['picture' => self::upload('t.png', $scan(Sensor::scanner(9)))])->assertOk()->assertJsonPath('profiles.0.drifted', true);
        $this->actingAs($this->other)->postJson("/api/capture/profiles/$profile/check", ['picture' => self::upload('t.png', $scan(Sensor::scanner(2)))])->assertForbidden();
        $this->actingAs($this->wren);
        self::assertSame('profile', $this->get("/api/capture/profiles/$profile.json")->assertOk()->json('kind'));
        self::assertStringContainsString('was not found', (string) $this->postJson('/api/capture/profiles/'.self::uuid(), ['name' => 'x', 'targetUuid' => $target, 'picture' => self::upload('t.png', PngWriter::encode(ScannerStandIn::scan($this->card()->cardLayout(), 1, 100)))])->assertStatus(422)->json('detail'));
        // A scan measured with it says so.
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('s.png', PngWriter::encode(ScannerStandIn::scan($card->cardLayout(), 4, 200, 0.0, null, Sensor::scanner(2)))), 'profileUuid' => $profile, 'takenAs' => 'scan'])->assertStatus(202);
        self::assertSame('profile', $this->last()->result['scan']['calibration']['kind'], (string) $this->last()->problem);
        self::assertGreaterThan(0, $this->last()->result['cells'][0]['uncertainty95']);
        self::assertSame(1, CaptureProfile::query()->count());
    }

    public function testAPhotographWithItsTargetIsMeasured(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $shot = new Shot(tiltDeg: 18, towardsDeg: 60, rollDeg: 95, kelvin: 5000, jpegQuality: 88);
        $photo = PhotoWriter::encode(CameraStandIn::shoot($card->cardLayout(), 6, $shot, 0.0, TargetStandIn::full()), $shot);
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('p.jpg', $photo), 'targetUuid' => $this->target()])->assertStatus(202);
        $result = $this->last()->result;
        self::assertSame([true, 'target', 60], [$result['scan']['photo'], $result['scan']['calibration']['kind'], $result['scan']['calibration']['patches']]);
        self::assertSame(['good'], array_values(array_unique(array_column($result['scan']['quality'], 'state'))));
        $this->getJson("/api/cards/$card->uuid")->assertOk()->assertJsonPath('result.scan.photo', true);
        // Values of a wedge that are none, and a wedge that is not there.
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('p.jpg', $photo), 'wedge' => '95,eighty'])->assertStatus(422);
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('p.jpg', $photo), 'wedge' => '95,80,65,50,35,20,12,8,5,3'])->assertStatus(202);
        self::assertStringContainsString('10 by 1 patches was not found', (string) $this->last()->problem);
    }

    public function testARefusedPictureShowsEveryCheckAndTheReportIsThere(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $shot = new Shot(2800, 2100, exposure: 2.2);
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('p.jpg', PhotoWriter::encode(CameraStandIn::shoot($card->cardLayout(), 6, $shot), $shot))])->assertStatus(202);
        $seen = $this->getJson("/api/cards/$card->uuid")->assertJsonPath('pictures.0.measurement.state', 'failed')->assertJsonPath('result', null);
        $states = array_column($seen->json('pictures.0.measurement.quality'), 'state', 'name');
        self::assertSame('not used', $states['clipping'] ?? null, json_encode($states) ?: '');
        self::assertGreaterThanOrEqual(8, count($states));
        self::assertContains('good', $states);
        // The program's own report: every device in a row, its worst cell with both colours, and its picture.
        $report = $this->getJson('/api/accuracy')->assertOk();
        self::assertSame(array_column($report->json('photos.kinds'), 'kind'), array_column($report->json('photos.worst'), 'kind'));
        self::assertMatchesRegularExpression('/^#[0-9a-f]{6}$/', $report->json('photos.worst.0.measuredHex'));
        $this->get('/api/accuracy/1.jpg')->assertOk()->assertHeader('Content-Type', 'image/jpeg');
        $this->get('/api/accuracy/99.jpg')->assertNotFound();
    }

    /** What a device or a program may do to a picture's samples so that no colour can be measured is told by name, and nothing is kept from it. */
    public function testPicturesThatHoldNoColourAreRefusedByName(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $scan = new Imagick;
        $scan->readImageBlob(PngWriter::encode(ScannerStandIn::scan($card->cardLayout(), 5, 150, print: SheetPress::print($card->cardLayout()))));
        $as = static function (callable $change) use ($scan): string {
            $copy = clone $scan;
            $change($copy);

            return $copy->getImageBlob();
        };
        $refused = [
            'shades of grey' => $as(static fn (Imagick $i): bool => $i->modulateImage(100, 0, 100)),
            'saved with a palette' => $as(static fn (Imagick $i): bool => $i->quantizeImage(200, Imagick::COLORSPACE_SRGB, 0, false, false)),
            'is mirrored' => $as(static fn (Imagick $i): bool => $i->flopImage()),
        ];
        foreach ($refused as $why => $bytes) {
            $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('p.png', $bytes)])->assertStatus(202);
            self::assertSame('failed', $this->last()->state, $why);
            self::assertStringContainsString($why, (string) $this->last()->problem);
        }
        self::assertSame(0, Rating::query()->count());
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('p.png', $as(static fn (Imagick $i): bool => true))])->assertStatus(202);
        self::assertSame('done', $this->last()->state, (string) $this->last()->problem);
        // What is said of a class is kept with its chances, and they are all there is.
        $rating = collect($this->last()->result['ratings'])->firstWhere('property', 'transparency');
        self::assertEqualsWithDelta(1.0, array_sum($rating['chances']), 1e-3);
    }

    /** The sheet that the program prints, drawn on off-white by a renderer of its own and never scanned: nothing is painted on it, and its words are no shadow. */
    public function testAnEmptyFadeCardAsItPrintsIsRead(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PR254', 'PB28', 'PY65');
        file_put_contents($svg = (string) tempnam(sys_get_temp_dir(), 'sheet'), (string) $this->get("/api/cards/$card->uuid/print.svg")->assertOk()->getContent());
        exec('rsvg-convert -d 300 -p 300 -o '.escapeshellarg("$svg.png").' '.escapeshellarg($svg), $said, $status);
        self::assertSame(0, $status, implode($said));
        $sheet = new Imagick("$svg.png");
        $paper = new Imagick;
        $paper->newImage($sheet->getImageWidth(), $sheet->getImageHeight(), 'rgb(244, 242, 234)', 'png');
        $paper->compositeImage($sheet, Imagick::COMPOSITE_MULTIPLY, 0, 0);
        $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => self::upload('p.png', $paper->getImageBlob())])->assertStatus(202);
        array_map(unlink(...), [$svg, "$svg.png"]);
        self::assertSame('done', $this->last()->state, (string) $this->last()->problem);
        self::assertNotContains('shadow edge', array_column(array_filter($this->last()->result['scan']['quality'], static fn (array $q): bool => $q['state'] !== 'good'), 'name'));
        self::assertSame(['not-tested'], array_values(array_unique(array_column($this->last()->result['ratings'], 'status'))));
    }

    public function testAPapersColourIsKeptWithThePaperAndItsSide(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        self::assertNull($card->paper->colour('felt side'));
        // What cannot be paper, though said to be, tells nothing of it.
        $this->putJson("/api/cards/$card->uuid/readings/".self::uuid(), ['name' => 'hand-held', 'source' => 'hand', 'samples' => [['cell' => 'r1-paper', 'lab' => [40, 2, 3]]]])->assertOk();
        self::assertNull($card->paper->colour('felt side'));
        $this->putJson("/api/cards/$card->uuid/readings/".self::uuid(), ['name' => 'hand-held', 'source' => 'hand', 'samples' => [['cell' => 'r1-paper', 'lab' => [94.2, 0.6, 3.1]]]])->assertOk();
        self::assertEquals(new Lab(94.2, 0.6, 3.1), $card->paper->colour('felt side'));
        self::assertNull($card->paper->colour('mould side'));
        // Another card of that paper is measured with it; a card of another paper is not.
        $other = $this->card('property', 'PR254');
        self::assertNull($other->paper->colour('felt side'));
        $other->update(['paper_id' => $card->paper_id]);
        $this->postJson("/api/cards/$other->uuid/stand-in", ['device' => 'scanner'])->assertStatus(202);
        self::assertEquals(new Lab(94.2, 0.6, 3.1), $this->last()->picture->capture()->paper);
    }

    public function testRepeatsArePooledAndAWetPictureIsNoEvidence(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/stand-in", ['device' => 'camera', 'wet' => true])->assertStatus(202);
        self::assertSame('done', $this->last()->state, (string) $this->last()->problem);
        self::assertSame(0, Rating::query()->count());
        $this->getJson("/api/cards/$card->uuid")->assertOk()->assertJsonPath('result', null);
        $this->postJson("/api/cards/$card->uuid/stand-in", ['device' => 'camera'])->assertStatus(202);
        $this->postJson("/api/cards/$card->uuid/stand-in", ['device' => 'camera'])->assertStatus(202);
        $repeats = $this->getJson("/api/cards/$card->uuid/repeats")->assertOk();
        self::assertCount(2, $repeats->json('pooled.0.pictures'));
        self::assertGreaterThan(0.01, $repeats->json('pooled.0.repeatability'));
        self::assertLessThan(1.0, $repeats->json('pooled.0.repeatability'));
        $wash = collect($repeats->json('drying.rows'))->firstWhere('what', 'flat wash');
        self::assertLessThan(-3, $wash['chromaPercent']);
        $this->actingAs($this->other)->getJson("/api/cards/$card->uuid/repeats")->assertForbidden();
    }

    public function testReadingsOfAnInstrument(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28', 'PR254');
        $this->postJson("/api/cards/$card->uuid/readings/".self::uuid().'/stand-in')->assertOk()->assertJsonCount(10, 'runs.0.readings')->assertJsonPath('runs.0.source', 'stand-in');
        $file = (string) $this->get("/api/cards/$card->uuid/readings.txt")->assertOk()->getContent();
        self::assertCount(10, Readings::of($file));
        $preview = $this->postJson("/api/cards/$card->uuid/readings-preview", ['file' => self::upload('r.txt', $file)])->assertOk()->assertJsonPath('by', 'name');
        $samples = array_map(static fn (array $s): array => ['cell' => $s['cell'], 'name' => $s['name'], 'lab' => $s['lab'], 'spectrum' => $s['spectrum']], $preview->json('samples'));
        $uuid = self::uuid();
        $kept = $this->putJson("/api/cards/$card->uuid/readings/$uuid", ['name' => 'hand-held', 'source' => 'file', 'samples' => $samples])->assertOk();
        self::assertNotNull($kept->json('runs.0.readings.0.a'));
        self::assertNotSame([], $kept->json('order'));
        // Typed in by hand: what cannot be is told, what is no number is refused.
        $typed = $this->putJson("/api/cards/$card->uuid/readings/".self::uuid(), ['name' => 'hand-held', 'source' => 'hand', 'samples' => [['cell' => 'r1-paper', 'lab' => [40, 2, 3]]]])->assertOk();
        self::assertStringContainsString('too dark', $typed->json('runs.0.readings.0.doubt'));
        $this->putJson("/api/cards/$card->uuid/readings/".self::uuid(), ['name' => 'x', 'source' => 'hand', 'samples' => [['cell' => 'r1-paper', 'lab' => ['bright', 2, 3]]]])->assertStatus(422);
        $this->putJson("/api/cards/$card->uuid/readings/".self::uuid(), ['name' => 'x', 'source' => 'hand', 'samples' => [['cell' => 'r9-paper', 'lab' => [90, 2, 3]]]])->assertStatus(422);
        $this->actingAs($this->other)->deleteJson("/api/readings/$uuid")->assertForbidden();
        $this->actingAs($this->wren)->deleteJson("/api/readings/$uuid")->assertOk()->assertJsonCount(2, 'runs');
    }

    public function testAFrameOfOnesOwnIsMadePrintedAndMeasured(): void
    {
        $this->actingAs($this->wren);
        $uuid = self::uuid();
        $window = static fn (string $name, float $x, bool $paper = false): array => ['name' => $name, 'x' => $x, 'y' => 60, 'width' => 24, 'height' => 14, 'paper' => $paper];
        $frame = ['title' => 'Old page', 'paperUuid' => $this->paper(), 'side' => 'side unknown', 'windows' => [$window('bare', 30, true), $window('a blue', 70)]];
        $this->putJson("/api/frames/$uuid", $frame)->assertCreated()->assertJsonPath('kind', 'frame');
        $this->putJson("/api/frames/$uuid", $frame)->assertOk();
        self::assertStringContainsString('a blue', (string) $this->get("/api/cards/$uuid/print.svg")->assertOk()->getContent());
        self::assertStringContainsString('bare paper', (string) $this->putJson('/api/frames/'.self::uuid(), ['windows' => [$window('a', 30)]] + $frame)->assertStatus(422)->json('detail'));
        $layout = Card::query()->where('uuid', $uuid)->firstOrFail()->cardLayout();
        $shot = new Shot(tiltDeg: 10, towardsDeg: 20);
        $this->postJson("/api/cards/$uuid/pictures/".self::uuid(), ['picture' => self::upload('p.jpg', PhotoWriter::encode(CameraStandIn::shoot($layout, 2, $shot), $shot))])->assertStatus(202);
        $card = $this->getJson("/api/cards/$uuid")->assertOk();
        self::assertSame(['w1-paper', 'w2-own'], array_column($card->json('result.cells'), 'id'));
        self::assertSame([['bare', true], ['a blue', false]], array_map(static fn (array $w): array => [$w['name'], $w['bare']], $card->json('windows')));
        self::assertEqualsWithDelta(hypot($card->json('windows.1.lab.1'), $card->json('windows.1.lab.2')), $card->json('windows.1.chroma'), 1e-6);
        self::assertSame(0, Rating::query()->count());
    }
}
