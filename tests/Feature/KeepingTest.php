<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\RequestMeasurement;
use App\Database\BrokenConnections;
use App\Imaging\LocationCut;
use App\Imaging\PictureDecoder;
use App\Imaging\PictureStore;
use App\Imaging\UnreadablePicture;
use App\Models\Card;
use App\Models\CompressedJson;
use App\Models\Import;
use App\Models\Invitation;
use App\Models\Measurement;
use App\Models\PhoneLink;
use App\Models\Picture;
use App\Models\Rating;
use App\Storage\Backup;
use App\Storage\BackupFault;
use App\Storage\BackupShelf;
use App\Storage\DiskSpace;
use App\Storage\DurableFile;
use App\Storage\NoRoom;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/** What is acknowledged is kept, what was left half done is taken up, and what is kept can be put back. */
final class KeepingTest extends FeatureTestCase
{
    /** Pictures wait as they do where a worker takes them. */
    private function queued(): void
    {
        config(['queue.default' => 'database']);
    }

    private function picture(Card $card): Picture
    {
        $uuid = self::uuid();
        RequestMeasurement::fromStandIn($uuid, $card, null);

        return Picture::query()->where('uuid', $uuid)->firstOrFail();
    }

    public function testTestersTakeTurnsHoweverManyPicturesOneOfThemSends(): void
    {
        $this->queued();
        $this->actingAs($this->wren);
        $card = $this->card();
        $many = array_map(fn (): int => $this->picture($card)->id, range(1, 4));
        $this->actingAs($this->other);
        $one = $this->picture($this->card())->id;
        self::assertSame(5, DB::table('jobs')->count());
        $turn = static function (): ?int {
            Carbon::setTestNow(now()->addSeconds(10));

            return Measurement::takeNext()?->picture_id;
        };
        self::assertSame($many[0], $turn());
        // The second tester's first picture comes next, and nobody has two on the table.
        self::assertSame($one, $turn());
        self::assertNull($turn());
        Measurement::query()->where('picture_id', $many[0])->update(['state' => 'done']);
        self::assertSame($many[1], $turn());
        $this->actingAs($this->other);
        $more = $this->picture($this->card())->id;
        Measurement::query()->where('state', 'running')->update(['state' => 'done']);
        // Both wait: whose last turn is longest ago.
        self::assertSame($more, $turn());
    }

    public function testWhatAKilledWorkerHeldIsTakenUpAfterItsTimeAndGivenUpAfterThree(): void
    {
        $this->queued();
        $this->actingAs($this->wren);
        $this->picture($this->card());
        $state = static fn (): string => (string) Measurement::query()->value('state');
        foreach ([1, 2, 3] as $attempt) {
            $taken = Measurement::takeNext();
            self::assertSame($attempt, $taken?->attempts);
            Carbon::setTestNow(now()->addSeconds(Measurement::ORPHANED_SECONDS));
            $this->artisan('work:sweep');
            self::assertSame('running', $state());
            Carbon::setTestNow(now()->addSeconds(1));
            $this->artisan('work:sweep');
            self::assertSame($attempt < 3 ? 'waiting' : 'failed', $state());
        }
        self::assertSame(Measurement::GIVEN_UP, Measurement::query()->value('problem'));
        // What a late worker brings is not taken any more; measuring again is asked for.
        $this->postJson('/api/pictures/'.Picture::query()->value('uuid').'/again')->assertStatus(202)->assertJsonPath('state', 'waiting');
        $this->postJson('/api/pictures/'.Picture::query()->value('uuid').'/again')->assertStatus(202);
        self::assertSame(2, Measurement::query()->count());
    }

    public function testALostJobIsFoundAgain(): void
    {
        $this->queued();
        $this->actingAs($this->wren);
        $this->picture($this->card());
        $this->picture($this->card());
        Import::put(self::uuid(), ['name' => 'a.csv', 'state' => 'checking', 'separator' => 'comma', 'encoding' => 'UTF-8', 'headings' => [], 'mapping' => [], 'defaults' => []]);
        DB::table('jobs')->delete();
        $this->artisan('work:sweep')->expectsOutputToContain('3 taken up again');
        $this->artisan('work:sweep')->doesntExpectOutputToContain('taken up');
        self::assertSame(3, DB::table('jobs')->count());
        // With no worker alive what the last one held is free at once.
        DB::table('jobs')->update(['reserved_at' => now()->timestamp]);
        $this->artisan('work:sweep', ['--all' => true]);
        self::assertSame(0, DB::table('jobs')->whereNotNull('reserved_at')->count());
    }

    public function testStateAndJobCommitTogether(): void
    {
        $this->queued();
        $this->actingAs($this->wren);
        $card = $this->card();
        try {
            DB::transaction(function () use ($card): void {
                $this->picture($card);
                throw new \DomainException('killed before the commit');
            });
        } catch (\DomainException) {
        }
        self::assertSame([0, 0, 0], [Picture::query()->count(), Measurement::query()->count(), DB::table('jobs')->count()]);
    }

    public function testTheSameUploadAgainIsTheSamePicture(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $png = (string) base64_decode('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', true);
        $uuid = self::uuid();
        $send = fn (Card $to) => $this->postJson("/api/cards/$to->uuid/pictures/$uuid", ['picture' => UploadedFile::fake()->createWithContent('a.png', $png)]);
        $first = $send($card)->assertStatus(202)->json('uuid');
        self::assertSame($first, $send($card)->assertStatus(202)->json('uuid'));
        self::assertSame([1, 1], [Picture::query()->count(), Measurement::query()->count()]);
        $send($this->card())->assertStatus(409);
    }

    public function testPicturesOfOnePaintingMakeOneValueAndOthersStandSideBySide(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $this->picture($card);
        $alone = Rating::query()->where('property', 'granulation')->firstOrFail();
        $this->postJson("/api/cards/$card->uuid/stand-in", ['device' => 'camera'])->assertStatus(202);
        $pooled = Rating::query()->where('property', 'granulation')->latest('id')->firstOrFail();
        self::assertSame(2, $pooled->detail['pooled']['pictures'] ?? null, (string) json_encode($pooled->detail));
        self::assertEqualsWithDelta(($alone->value + $pooled->detail['ofThisPicture']['value']) / 2, $pooled->value, 1e-4);
        // One value on every page.
        $paint = $card->specimens[0]->pan->paint;
        $shown = [
            $this->getJson("/api/cards/$card->uuid")->json('rows.0.ratings'), [$this->getJson("/api/paints/$paint->uuid")->json('properties.granulation.measured')],
            [$this->getJson('/api/pigments/PB28')->json('paints.0.properties.granulation.measured')], $this->getJson("/api/cards/$card->uuid/repeats")->json('pooled.0.ratings'),
        ];
        foreach ($shown as $ratings) {
            $one = array_values(array_filter($ratings, static fn (array $r): bool => $r['property'] === 'granulation'))[0];
            self::assertEqualsWithDelta($pooled->value, $one['value'] ?? $one['mean'], 1e-9);
        }
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        self::assertSame($pooled->value, collect($this->getJson("/api/records/$card->uuid.json")->json('rows.0.ratings'))->firstWhere('property', 'granulation')['value']);

        // Another painting under the same card: every cell of the first picture far off.
        $first = Measurement::query()->firstOrFail();
        $result = $first->result;
        foreach ($result['cells'] as &$cell) {
            $cell['lab'][0] = max(0, $cell['lab'][0] - 25);
        }
        unset($cell);
        $first->update(['result' => $result]);
        \App\Actions\PoolPictures::ofCard($card);
        $newest = Rating::query()->where('property', 'granulation')->latest('id')->firstOrFail();
        self::assertArrayNotHasKey('pooled', $newest->detail);
        self::assertEqualsWithDelta($alone->value, $newest->detail['otherwise'][0]['value'], 1e-4);
        self::assertStringStartsWith('two pictures differ: ', (string) $this->getJson("/api/paints/$paint->uuid")->json('properties.granulation.measured.said'));
        $disputed = $this->getJson("/api/cards/$card->uuid/repeats")->json('pooled.0.inDispute');
        self::assertCount(2, $disputed);
        $this->postJson("/api/pictures/$disputed[1]/withdrawal", ['because' => ''])->assertStatus(422);
        $this->postJson("/api/pictures/$disputed[1]/withdrawal", ['because' => 'of another sheet'])->assertOk()->assertJsonPath('pictures.0.withdrawn', 'of another sheet');
        self::assertArrayNotHasKey('otherwise', Rating::query()->where('property', 'granulation')->latest('id')->firstOrFail()->detail);
        // The newest one withdrawn as well, the page shows what is left: nothing.
        $this->postJson("/api/pictures/$disputed[0]/withdrawal", ['because' => 'of another sheet'])->assertOk()->assertJsonPath('shownPicture', null);
        $this->getJson("/api/paints/$paint->uuid")->assertJsonPath('properties.granulation.measured', null);
        $this->deleteJson("/api/pictures/$disputed[0]/withdrawal")->assertOk()->assertJsonPath('shownPicture', $disputed[0]);
    }

    public function testResultsAndRecordsAreKeptSmallAndWhatWasKeptPlainIsReadOrPacked(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $this->postJson("/api/cards/$card->uuid/stand-in")->assertStatus(202);
        $measurement = Measurement::query()->firstOrFail();
        $plain = json_encode($measurement->result, JSON_THROW_ON_ERROR);
        $kept = (string) DB::table('measurements')->value('result');
        self::assertStringStartsWith('gz:', $kept);
        self::assertLessThan(strlen($plain) / 2, strlen($kept));
        // As it was kept before, and after the database was brought up to date.
        DB::table('measurements')->update(['result' => $plain]);
        self::assertEquals($measurement->result, $measurement->fresh()?->result);
        (require database_path('migrations/2026_11_27_000003_compress_results.php'))->up();
        self::assertStringStartsWith('gz:', (string) DB::table('measurements')->value('result'));
        self::assertEquals($measurement->result, $measurement->fresh()->result);
        $this->expectException(\JsonException::class);
        CompressedJson::unpack('gz:AAAA');
    }

    public function testWhatAStandInDrewIsNoEvidenceWhereNotAllIsInvented(): void
    {
        DB::table('house')->delete();
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $this->picture($card);
        $this->getJson("/api/cards/$card->uuid")->assertJsonPath('simulated', true);
        $this->getJson('/api/pigments/PB28')->assertJsonPath('paints.0.strip', null)->assertJsonPath('paints.0.properties.staining.measured', null)->assertJsonPath('paints.0.properties.staining.tests', 0);
        $this->postJson("/api/cards/$card->uuid/publish")->assertStatus(409)->assertJsonPath('say', 'simulated');
        $this->postJson("/api/cards/$card->uuid/publish", ['simulated' => true])->assertCreated();
        $this->getJson("/api/records/$card->uuid.json")->assertJsonPath('simulated', true);
        $this->getJson('/api/pigments/PB28')->assertJsonPath('paints.0.properties.staining.tests', 0);
        \App\Models\House::becomeDemo();
        $this->getJson('/api/pigments/PB28')->assertJsonPath('paints.0.properties.staining.measured.card.simulated', true);
    }

    public function testHangingAndChecksLieInTheirOrderAndCorrectionsAreKept(): void
    {
        Carbon::setTestNow('2026-06-15 12:00:00');
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        $put = fn (array $more) => $this->putJson("/api/cards/$card->uuid/hanging/".($more['uuid'] ?? self::uuid()), ['place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-02-01', ...$more], isset($more['uuid']) ? ['If-Match' => '"1"'] : []);
        $put([])->assertStatus(409)->assertJsonPath('say', 'withoutFirst');
        $this->putJson("/api/cards/$card->uuid/checks/".self::uuid(), ['checkedOn' => '2026-03-01'])->assertStatus(422);
        $this->picture($card);
        $put(['hungOn' => '2026-06-16'])->assertStatus(422);
        $put(['hungOn' => '2026-01-04'])->assertStatus(422);
        $hanging = $put(['hungOn' => '2026-01-05'])->assertCreated()->json('hanging.uuid');
        $put(['uuid' => $hanging, 'hungOn' => '2026-02-02'])->assertOk()->assertJsonPath('corrections.0.before.hung_on', '2026-01-05 00:00:00')->assertJsonPath('corrections.0.subject', 'hanging');
        foreach (['2026-06-16' => 422, '2026-02-01' => 422, '2026-06-15' => 201] as $day => $status) {
            $check = self::uuid();
            $this->putJson("/api/cards/$card->uuid/checks/$check", ['checkedOn' => $day, 'doseMlxh' => 4])->assertStatus($status);
        }
        $this->getJson('/api/today')->assertJsonPath('checksWaiting.0.checkedOn', '2026-06-15')->assertJsonPath('checksWaiting.0.doseMlxh', 4);
        $this->putJson("/api/cards/$card->uuid/checks/$check", ['checkedOn' => '2026-06-15', 'doseMlxh' => 6], ['If-Match' => '"1"'])->assertOk()->assertJsonPath('corrections.1.before.dose_mlxh', 4);
        $this->deleteJson("/api/cards/$card->uuid/hanging")->assertStatus(409);
        $this->deleteJson("/api/checks/$check")->assertOk()->assertJsonPath('corrections.2.reason', 'taken away')->assertJsonCount(0, 'checks');
        // The row is really painted with another pan.
        $pan = self::uuid();
        $this->putPaint(self::uuid(), ['colourName' => 'Dusk', 'pan' => ['uuid' => $pan, 'form' => 'pan']]);
        $specimen = $card->specimens[0]->uuid;
        $this->putJson("/api/specimens/$specimen/pan", ['panUuid' => $pan, 'reason' => 'mixed up the wells'])->assertOk()->assertJsonPath('rows.0.paint.colourName', 'Dusk')->assertJsonPath('corrections.3.before.paint', 'Withy Colours, Paint 0');
        self::assertSame('Dusk', \App\Models\Paint::query()->findOrFail(Rating::query()->value('paint_id'))->colour_name);
        $this->actingAs($this->other)->putPaint(self::uuid(), ['colourName' => 'Mine', 'pan' => ['uuid' => $foreign = self::uuid(), 'form' => 'pan']]);
        $this->actingAs($this->wren)->putJson("/api/specimens/$specimen/pan", ['panUuid' => $foreign])->assertStatus(422);
        $this->postJson('/api/cards/x/x');
        // No stranger's card is made of one's pans.
        $this->actingAs($this->other)->putJson('/api/cards/'.self::uuid(), ['kind' => 'property', 'title' => 'spy', 'paperUuid' => $card->paper->uuid, 'side' => 'felt side', 'pans' => [$pan]])->assertStatus(422);
        self::assertStringNotContainsString($pan, (string) $this->actingAs($this->wren)->getJson("/api/cards/$card->uuid/layout.json")->getContent());
    }

    public function testABackupHoldsAllAndRefusesToOverwrite(): void
    {
        $folder = sys_get_temp_dir().'/keeping-'.bin2hex(random_bytes(4));
        mkdir("$folder/storage/app", recursive: true);
        $this->app->useStoragePath("$folder/storage");
        $this->actingAs($this->wren);
        $this->picture($this->card());
        $database = "$folder/live.sqlite";
        // VACUUM INTO runs outside any transaction, which the tests' own database is never.
        $live = new \PDO("sqlite:$database");
        foreach (DB::select("select sql from sqlite_master where sql is not null and name not like 'sqlite_%' order by type = 'index'") as $made) {
            $live->exec($made->sql);
        }
        $this->wren->createToken('script', ['read']);
        $this->wren->forceFill(['calendar_hash' => str_repeat('c', 64)])->save();
        PhoneLink::forTelephone($this->wren, Card::query()->firstOrFail(), null);
        foreach ([null, $this->wren->id] as $by) {
            Invitation::invite($this->steward, 'somebody', false, null)[0]->update(['used_by_id' => $by]);
        }
        foreach (['migrations', 'users', 'makers', 'paints', 'pans', 'papers', 'cards', 'specimens', 'phone_links', 'invitations', 'personal_access_tokens', 'pictures'] as $table) {
            foreach (DB::table($table)->get() as $row) {
                $row = (array) $row;
                $live->prepare("insert into $table (".implode(',', array_keys($row)).') values ('.implode(',', array_fill(0, count($row), '?')).')')->execute(array_values($row));
            }
        }
        config(['database.connections.live' => ['database' => $database] + config('database.connections.sqlite'), 'database.connections.sqlite.database' => $database]);
        DB::setDefaultConnection('live');
        try {
            $file = "$folder/backup.zip";
            $made = Backup::make($file);
            self::assertGreaterThan(2, $made['files']);
            self::assertSame($made, Backup::verify($file));
            $this->refused('is there already', static fn () => Backup::make($file));
            $this->refused('There is a database here already', static fn () => Backup::restore($file, false));
            DB::table('papers')->update(['maker' => 'Changed since']);
            $picture = PictureStore::path((string) Picture::query()->value('sha256'), 'png');
            $bytes = (string) file_get_contents($picture);
            file_put_contents($picture, 'damaged');
            self::assertFileExists((string) Backup::restore($file, true));
            DB::purge('live');
            self::assertSame('Fleet Mill', DB::table('papers')->value('maker'));
            self::assertSame(hash('sha256', $bytes), hash_file('sha256', $picture));
            // What let somebody in lets nobody in any more.
            self::assertSame([0, 0, null, '2000-01-01 00:00:00', 1], [DB::table('personal_access_tokens')->count(), DB::table('invitations')->whereNull('used_by_id')->count(), DB::table('users')->where('id', $this->wren->id)->value('calendar_hash'), DB::table('phone_links')->value('ends_at'), DB::table('invitations')->count()]);
            // What acts by itself and is not of this program, another program's database, one of a later day: nothing is put in place.
            foreach (['triggers or views' => 'create trigger mine after update on papers begin update users set is_steward = 1; end', 'none of this program' => 'drop table migrations', 'newer version' => "insert into migrations (migration, batch) values ('2099_01_01_000000_later', 9)"] as $sentence => $sql) {
                $forged = new \PDO("sqlite:$database");
                $forged->exec('pragma foreign_keys = off; begin; '.$sql);
                $forged->exec('commit');
                $forged = null;
                DB::purge('live');
                $this->refused($sentence, static fn () => Backup::make("$folder/forged.zip"));
                copy($file, "$folder/again.zip");
                Backup::restore("$folder/again.zip", true);
                DB::purge('live');
            }
            self::assertSame('Fleet Mill', DB::table('papers')->value('maker'));
            // One bit, a cut end, another file.
            $whole = (string) file_get_contents($file);
            foreach (['bit' => substr_replace($whole, chr(ord($whole[900]) ^ 1), 900, 1), 'cut' => substr($whole, 0, -500), 'other' => 'PK not really'] as $name => $broken) {
                file_put_contents("$folder/$name.zip", $broken);
                $this->refused('', static fn () => Backup::verify("$folder/$name.zip"));
            }
        } finally {
            DB::setDefaultConnection('sqlite');
            exec('rm -rf '.escapeshellarg($folder));
        }
    }

    private function refused(string $sentence, \Closure $work): void
    {
        try {
            $work();
            self::fail("It should have been refused: $sentence");
        } catch (BackupFault $e) {
            self::assertStringContainsString($sentence, $e->getMessage());
        }
    }

    public function testSevenDaysFourWeeksAndTwelveMonthsOfBackupsStay(): void
    {
        $files = [];
        for ($day = Carbon::parse('2025-01-01 03:10:00'); $day <= Carbon::parse('2026-11-27 03:10:00'); $day->addDay()) {
            $files[] = 'marsh-trial-'.$day->format('Ymd-His').'.zip';
        }
        $stay = array_map(static fn (string $f): string => substr($f, 12, 8), BackupShelf::staying($files));
        sort($stay);
        // The newest of twelve months, of four weeks (ISO, ending on Sundays), and seven days; one may serve for several.
        self::assertSame(['20251231', '20260131', '20260228', '20260331', '20260430', '20260531', '20260630', '20260731', '20260831', '20260930', '20261031', '20261108', '20261115', '20261121', '20261122', '20261123', '20261124', '20261125', '20261126', '20261127'], $stay);
    }

    public function testPicturesAreRefusedWhileThereIsRoomForTextStill(): void
    {
        config(['trust.low_disk_bytes' => 200_000_000]);
        foreach ([[200e6, 9e9, false], [199.9e6, 9e9, true], [2.1e9, 100e9, false], [1.9e9, 100e9, true]] as [$free, $total, $low]) {
            self::assertSame($low, DiskSpace::isLowWith($free, $total), "$free of $total");
        }
        $this->actingAs($this->wren);
        $card = $this->card();
        config(['trust.low_disk_bytes' => PHP_INT_MAX]);
        $answer = $this->postJson("/api/cards/$card->uuid/pictures/".self::uuid(), ['picture' => UploadedFile::fake()->image('a.png')])->assertStatus(422);
        self::assertStringContainsString('nearly full', $answer->json('detail'));
        $this->putPaint(self::uuid(), ['colourName' => 'Text still'])->assertCreated();
        $this->getJson('/api/session')->assertJsonPath('user.warning', null);
        self::assertStringContainsString('MB of disk are left', $this->actingAs($this->steward)->getJson('/api/session')->json('user.warning'));
        self::assertTrue(DiskSpace::isFull(new \RuntimeException('x', previous: new NoRoom('y'))));
        self::assertFalse(DiskSpace::isFull(new CoreException('nearly full')));
        // A worker whose connection is of no use any more ends itself.
        $broken = new BrokenConnections;
        self::assertTrue($broken->causedByLostConnection(new \PDOException('SQLSTATE[HY000]: General error: 13 database or disk is full')));
        self::assertFalse($broken->causedByLostConnection(new \PDOException('SQLSTATE[23000]: Integrity constraint violation')));
        $this->expectException(NoRoom::class);
        DurableFile::write('/proc/nowhere/file', 'x');
    }

    public function testWhereAPictureWasTakenIsCutAndItsPixelsAreNot(): void
    {
        $image = new \Imagick;
        $image->newPseudoImage(40, 30, 'gradient:#204060-#f0e0c0');
        foreach (['jpg' => 'jpeg', 'png' => 'png', 'tif' => 'tiff', 'webp' => 'webp'] as $extension => $format) {
            $image->setImageFormat($format);
            $plain = $image->getImageBlob();
            $marked = match ($extension) {
                'jpg' => substr($plain, 0, 2).self::segment(0xE1, "Exif\0\0".self::exif()).self::segment(0xE1, "http://ns.adobe.com/xap/1.0/\0<x>53.4210N</x>").self::segment(0xFE, 'at 53.4210N').substr($plain, 2).'second picture at 53.4210N',
                'png' => substr($plain, 0, 33).self::chunk('eXIf', self::exif()).self::chunk('tEXt', "Comment\0at 53.4210N").substr($plain, 33),
                'webp' => (static function () use ($plain): string {
                    $more = 'EXIF'.pack('V', strlen(self::exif())).self::exif().'XMP '.pack('V', 8).'53.4210N';

                    return 'RIFF'.pack('V', strlen($plain) - 8 + strlen($more)).substr($plain, 8).$more;
                })(),
                'tif' => $plain,
            };
            $path = tempnam(sys_get_temp_dir(), 'cut').".$extension";
            $extension === 'tif' ? file_put_contents($path, self::exif(true)) : file_put_contents($path, $marked);
            $before = $extension === 'tif' ? self::exif(true) : $marked;
            $after = LocationCut::of($before, $extension);
            self::assertStringNotContainsString('53.4210N', $after, $extension);
            self::assertStringNotContainsString(self::LATITUDE, $after, $extension);
            self::assertStringContainsString(self::LATITUDE, $before, $extension);
            if ($extension !== 'tif') {
                file_put_contents("$path.cut", $after);
                $kept = new \Imagick("$path.cut");
                self::assertSame((new \Imagick($path))->getImageSignature(), $kept->getImageSignature(), $extension);
                // Which way is up still stands where it stood.
                self::assertStringContainsString(self::ORIENTATION, $after, $extension);
                self::assertSame($extension, PictureDecoder::inspect("$path.cut")['extension']);
            } else {
                self::assertSame(strlen($before), strlen($after));
            }
            self::assertSame($after, LocationCut::of($after, $extension), "$extension: cut twice is cut once");
        }
        $this->expectException(UnreadablePicture::class);
        LocationCut::of("\xff\xd8\xff\xe0\0\x10JFIF no picture", 'jpg');
    }

    /** 53 degrees, 25 minutes, 16 seconds as Exif writes them. */
    private const LATITUDE = "\x35\0\0\0\x01\0\0\0\x19\0\0\0\x01\0\0\0\x10\0\0\0\x01\0\0\0";

    /** Entry for "turned by 90 degrees". */
    private const ORIENTATION = "\x12\x01\x03\0\x01\0\0\0\x06\0\0\0";

    /** A little TIFF structure with orientation and a place, as a camera writes it into Exif. */
    private static function exif(bool $alone = false): string
    {
        $entry = static fn (int $tag, int $type, int $count, int $value): string => pack('vvVV', $tag, $type, $count, $value);
        $ifd0 = pack('v', 2).self::ORIENTATION.$entry(0x8825, 4, 1, 38).pack('V', 0);
        $gps = pack('v', 2).$entry(1, 2, 2, ord('N')).$entry(2, 5, 3, 68).pack('V', 0);

        return "II*\0".pack('V', 8).$ifd0.$gps.self::LATITUDE.($alone ? 'pixels' : '');
    }

    private static function segment(int $marker, string $body): string
    {
        return "\xff".chr($marker).pack('n', strlen($body) + 2).$body;
    }

    private static function chunk(string $type, string $data): string
    {
        return pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
    }

    public function testPrivatePicturesAreKeptNowhereAndPublishedOnesAgreeFirst(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        $picture = $this->picture($card);
        $preview = "/api/pictures/$picture->uuid/preview.webp";
        $this->get($preview)->assertOk()->assertHeader('Cache-Control', 'no-store, private')->assertHeaderMissing('ETag');
        $this->postJson("/api/cards/$card->uuid/publish")->assertCreated();
        $this->app['auth']->forgetGuards();
        $answer = $this->get($preview)->assertOk()->assertHeader('Cache-Control', 'max-age=3600, must-revalidate, public');
        $this->get($preview, ['If-None-Match' => (string) $answer->headers->get('ETag')])->assertStatus(304);
        $this->getJson('/api/pigments')->assertHeader('Cache-Control', 'no-store, private');
    }
}
