<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Imaging\PngWriter;
use App\Models\Card;
use App\Models\Measurement;
use App\Models\PhoneLink;
use App\Models\Picture;
use App\Models\Swatch;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\SwatchStandIn;

/** A telephone's link: opens once, from the same network, within minutes, adds pictures to one card, and does nothing else. */
final class PhoneTest extends FeatureTestCase
{
    private const ELSEWHERE = ['REMOTE_ADDR' => '203.0.113.9'];

    private function drawer(): string
    {
        return $this->actingAs($this->wren)->postJson('/api/drawer')->assertOk()->json('card');
    }

    /** The secret of a new link; what asks afterwards is nobody. */
    private function link(?string $card = null): string
    {
        config(['trust.lan' => true, 'trust.networks' => ['192.168.7.3/24']]);
        $urls = $this->actingAs($this->wren)->postJson('/api/phone-links', ['card' => $card ?? $this->drawer()])->assertCreated()->json('urls');
        self::assertStringStartsWith('http://192.168.7.3:', $urls[0]);
        $this->app['auth']->forgetGuards();

        return explode('#', $urls[0])[1];
    }

    private function open(string $secret): TestResponse
    {
        return $this->postJson('/api/phone/open', ['secret' => $secret]);
    }

    /** @param array<string, mixed> $more */
    private function send(string $hold, ?UploadedFile $file = null, string $uuid = '', array $more = []): TestResponse
    {
        return $this->post('/api/phone/pictures/'.($uuid ?: self::uuid()), ['picture' => $file ?? SwatchTest::picture(), ...$more], ['X-Phone' => $hold, 'Accept' => 'application/json']);
    }

    public function testItOpensOnceAddsPicturesAndTheDeskFollows(): void
    {
        $secret = $this->link();
        $opened = $this->open($secret)->assertOk()->assertJsonPath('for', 'Swatches through the pocket frame')->assertJsonPath('pictures', []);
        $hold = $opened->json('hold');
        self::assertStringContainsString('opened already', (string) $this->open($secret)->assertForbidden()->json('detail'));
        $uuid = self::uuid();
        $this->send($hold, uuid: $uuid, more: ['called' => 'Sea Aster'])->assertStatus(202);
        // The same once more is the same picture.
        $this->send($hold, uuid: $uuid)->assertStatus(202);
        self::assertSame([1, 'photo', 'Sea Aster', $this->wren->id], [Picture::query()->count(), Picture::query()->value('taken_as'), Picture::query()->value('called'), (int) Picture::query()->value('owner_id')]);
        self::assertSame('Sea Aster', Swatch::query()->firstOrFail()->called);
        $this->getJson('/api/phone/link', ['X-Phone' => $hold])->assertOk()->assertJsonPath('pictures.0.state', 'done')->assertJsonPath('pictures.0.swatches.0.problem', null);
        $link = PhoneLink::query()->firstOrFail();
        $this->actingAs($this->wren)->getJson("/api/phone-links/$link->uuid")->assertOk()->assertJsonPath('opened', true)->assertJsonCount(1, 'pictures');
        $this->actingAs($this->other)->getJson("/api/phone-links/$link->uuid")->assertNotFound();
        $this->actingAs($this->other)->deleteJson("/api/phone-links/$link->uuid")->assertNotFound();
        // Ended at the desk, it is over on the telephone.
        $this->actingAs($this->wren)->deleteJson("/api/phone-links/$link->uuid")->assertOk()->assertJsonPath('ended', true);
        $this->app['auth']->forgetGuards();
        self::assertStringContainsString('has ended', (string) $this->send($hold)->assertForbidden()->json('detail'));
    }

    public function testExpiredGuessedAndFromAnotherNetworkItIsRefused(): void
    {
        // A slow machine must not lose the last second.
        $this->freezeTime();
        $secret = $this->link();
        $this->withServerVariables(self::ELSEWHERE)->postJson('/api/phone/open', ['secret' => $secret])->assertForbidden();
        $this->withServerVariables(['REMOTE_ADDR' => '192.168.8.1'])->postJson('/api/phone/open', ['secret' => $secret])->assertForbidden();
        $this->withServerVariables(['REMOTE_ADDR' => '192.168.7.200']);
        $this->open(str_repeat('a', 40))->assertForbidden();
        $this->travel(PhoneLink::MINUTES * 60 - 1)->seconds();
        $hold = $this->open($secret)->assertOk()->json('hold');
        // Held by a telephone that left the network, and guessed.
        $this->withServerVariables(self::ELSEWHERE)->getJson('/api/phone/link', ['X-Phone' => $hold])->assertForbidden();
        $this->withServerVariables(['REMOTE_ADDR' => '192.168.7.200'])->getJson('/api/phone/link', ['X-Phone' => str_repeat('b', 40)])->assertForbidden();
        $this->getJson('/api/phone/link')->assertForbidden();
        $this->getJson('/api/phone/link', ['X-Phone' => $secret])->assertForbidden();
        $this->travel(2)->seconds();
        $this->getJson('/api/phone/link', ['X-Phone' => $hold])->assertForbidden();
        // Too late to open at all.
        $this->travelBack();
        $late = $this->link();
        $this->withServerVariables(['REMOTE_ADDR' => '192.168.7.200']);
        $this->travel(PhoneLink::MINUTES * 60 + 1)->seconds();
        self::assertStringContainsString('older than 10 minutes', (string) $this->open($late)->assertForbidden()->json('detail'));
        // Guessing is slow.
        for ($i = 0; $i < config('trust.sign_ins_by_address'); $i++) {
            $this->open("guess $i");
        }
        $this->open('one more')->assertStatus(429);
    }

    public function testEveryPictureGivesAFewMinutesMoreButNotForEver(): void
    {
        $hold = $this->open($this->link())->json('hold');
        $this->travel(9)->minutes();
        $this->send($hold)->assertStatus(202);
        $this->travel(9)->minutes();
        $this->getJson('/api/phone/link', ['X-Phone' => $hold])->assertOk();
        PhoneLink::query()->update(['ends_at' => now()->addMinute(), 'expires_at' => now()->addMinute()]);
        $this->send($hold)->assertStatus(202);
        $this->travel(61)->seconds();
        $this->getJson('/api/phone/link', ['X-Phone' => $hold])->assertForbidden();
    }

    public function testItOpensNothingElseAndNoOtherCard(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card();
        $this->postJson('/api/phone-links', ['card' => $card->uuid, 'checkUuid' => self::uuid()])->assertNotFound();
        $this->actingAs($this->other)->postJson('/api/phone-links', ['card' => $card->uuid])->assertForbidden();
        $hold = $this->open($this->link($card->uuid))->assertOk()->assertJsonPath('for', 'Card “A card”')->json('hold');
        $held = ['X-Phone' => $hold, 'Accept' => 'application/json'];
        // What it holds is no sign-in.
        foreach ([['GET', "/api/cards/$card->uuid"], ['GET', '/api/pans'], ['POST', '/api/drawer'], ['POST', '/api/phone-links'], ['DELETE', "/api/cards/$card->uuid"]] as [$method, $path]) {
            self::assertContains($this->json($method, $path, [], $held)->getStatusCode(), [401, 403], $path);
        }
        // A picture that came for another card stays there.
        $there = self::uuid();
        $this->actingAs($this->wren)->post('/api/cards/'.$this->drawer()."/pictures/$there", ['picture' => SwatchTest::picture()], ['Accept' => 'application/json'])->assertStatus(202);
        $this->app['auth']->forgetGuards();
        $this->send($hold, uuid: $there)->assertStatus(409);
        // A card of another code sent by this link is said by name, as ever.
        $this->actingAs($this->wren);
        $other = $this->card();
        $this->app['auth']->forgetGuards();
        $this->send($hold, UploadedFile::fake()->createWithContent('o.png', PngWriter::encode(ScannerStandIn::scan($other->cardLayout(), 1, 200))))->assertStatus(202);
        self::assertMatchesRegularExpression('/picture of card .{9}, not of card/', (string) Measurement::query()->latest('id')->value('problem'));
        // Who may no longer change the card sends nothing to it either.
        Card::query()->whereKey($card->id)->update(['owner_id' => $this->other->id]);
        $this->send($hold)->assertForbidden();
    }

    public function testASmallCopyIsLookedAtAndNothingIsKept(): void
    {
        $hold = $this->open($this->link())->json('hold');
        $drawer = SwatchStandIn::of(['PB29'], 3, ['patch']);
        $look = fn (string $bytes, mixed $reducedBy = 1.5): TestResponse => $this->post('/api/phone/look', ['picture' => UploadedFile::fake()->createWithContent('c.jpg', $bytes), 'reducedBy' => $reducedBy], ['X-Phone' => $hold, 'Accept' => 'application/json']);
        $look(PngWriter::encode(ScannerStandIn::scan($drawer->layout, 3, 150)))->assertOk()->assertJsonPath('found', true)->assertJsonPath('placings', 1);
        $empty = new \Imagick;
        $empty->newImage(600, 400, '#eeeae2', 'png24');
        $empty->addNoiseImage(\Imagick::NOISE_GAUSSIAN);
        self::assertStringContainsString('No pocket frame', (string) $look($empty->getImageBlob())->assertOk()->assertJsonPath('found', false)->json('says.0'));
        $look('no picture at all')->assertStatus(422);
        $look($empty->getImageBlob(), 'many')->assertStatus(422);
        self::assertSame([0, 0], [Picture::query()->count(), Measurement::query()->count()]);
    }

    public function testBadFilesGetASentenceEachAndTheGoodOnesAreKept(): void
    {
        $hold = $this->open($this->link())->json('hold');
        $of = static fn (string $name, string $bytes): UploadedFile => UploadedFile::fake()->createWithContent($name, $bytes);
        $video = "\0\0\0\x18ftypmp42\0\0\0\0mp42isom".str_repeat("\0", 64);
        $heic = "\0\0\0\x18ftypheic\0\0\0\0mif1heic".str_repeat("\0", 64);
        foreach ([[$video, 'video'], [$heic, 'HEIC picture is damaged'], ['words', 'not a PNG']] as [$bytes, $why]) {
            self::assertStringContainsString($why, (string) $this->send($hold, $of('a', $bytes))->assertStatus(422)->json('detail'));
        }
        $this->send($hold)->assertStatus(202);
        $this->send($hold, SwatchTest::picture(['PB29'], 5, 'bare'))->assertStatus(202);
        self::assertSame([2, 1], [Picture::query()->count(), Swatch::query()->count()]);
        $states = $this->getJson('/api/phone/link', ['X-Phone' => $hold])->json('pictures');
        self::assertSame(['done', 'failed'], array_column($states, 'state'));
        self::assertStringContainsString('bare paper', $states[1]['problem']);
    }

    public function testAPictureAsTelephonesSaveItIsMeasured(): void
    {
        if (\Imagick::queryFormats('HEIC') === []) {
            self::markTestSkipped('The image library of this machine reads no HEIC.');
        }
        $hold = $this->open($this->link())->json('hold');
        $file = sys_get_temp_dir().'/'.self::uuid().'.heic';
        $page = SwatchTest::picture();
        $image = new \Imagick($page->getPathname());
        $image->setImageFormat('heic');
        $image->setImageCompressionQuality(95);
        $image->writeImage($file);
        $this->send($hold, UploadedFile::fake()->createWithContent('a.heic', (string) file_get_contents($file)))->assertStatus(202);
        unlink($file);
        self::assertSame(['jpg', 'done'], [Picture::query()->value('extension'), Measurement::query()->value('state')]);
        self::assertNull(Swatch::query()->firstOrFail()->problem);
    }

    public function testListeningOnThisMachineOnlyThereIsNoAddressToGiveAway(): void
    {
        config(['trust.lan' => false]);
        $this->actingAs($this->wren)->postJson('/api/phone-links', ['card' => $this->drawer()])->assertCreated()->assertJsonPath('urls', []);
        // Reached by a name of its own, that name serves the telephone too.
        config(['trust.hosts' => ['marsh.example']]);
        $urls = $this->postJson('http://marsh.example/api/phone-links', ['card' => $this->drawer()])->assertCreated()->json('urls');
        self::assertStringStartsWith('http://marsh.example/phone#', $urls[0]);
    }
}
