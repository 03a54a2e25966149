<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Card;
use App\Models\House;
use App\Models\User;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;

abstract class FeatureTestCase extends TestCase
{
    use RefreshDatabase;
    use SendsWhatIsDescribed;

    protected User $wren;

    protected User $other;

    protected User $steward;

    /** Pans made so far. */
    private int $drawn = 0;

    public function createApplication(): Application
    {
        $app = require dirname(__DIR__, 2).'/bootstrap/app.php';
        $app->useStoragePath(dirname(__DIR__, 2).'/build/test-storage');
        foreach (['framework/views', 'framework/cache', 'logs', 'app'] as $folder) {
            @mkdir($app->storagePath($folder), 0775, true);
        }
        $app->make(Kernel::class)->bootstrap();

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        // Stand-ins stand for paint here.
        House::becomeDemo();
        foreach (['wren' => false, 'other' => false, 'steward' => true] as $name => $steward) {
            $this->{$name} = User::query()->create(['uuid' => self::uuid(), 'name' => $name, 'email' => "$name@saltern-reach.example", 'password' => 'tide-table', 'is_steward' => $steward])->refresh();
        }
    }

    protected static function uuid(): string
    {
        return (string) Str::uuid();
    }

    /**
     * @param array<string, mixed> $changes
     *
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    protected function putPaint(string $uuid, array $changes = []): TestResponse
    {
        return $this->putJson("/api/paints/$uuid", [
            'makerName' => 'Withy Colours', 'range' => 'Field', 'colourName' => 'Beacon Red', 'pigments' => 'PR254',
            'pan' => ['uuid' => self::uuid(), 'form' => 'tube', 'batch' => 'W-1', 'volumeMl' => '10', 'price' => '9.40', 'currency' => 'EUR', 'keptAt' => 'tin'], ...$changes,
        ]);
    }

    protected function paper(): string
    {
        $uuid = self::uuid();
        $this->putJson("/api/papers/$uuid", ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'cold-pressed', 'weightGsm' => 300])->assertCreated();

        return $uuid;
    }

    /** A card of the signed-in tester with one paint a code. */
    protected function card(string $kind = 'property', string ...$codes): Card
    {
        $pans = [];
        foreach ($codes ?: ['PB28'] as $i => $code) {
            // A stand-in's paint is drawn by the name of its pan: the same in every run.
            $pans[] = $pan = sprintf('7e57a0de-0000-4000-8000-%012d', ++$this->drawn);
            $this->putPaint(self::uuid(), ['colourName' => "Paint $i", 'pigments' => $code, 'another' => true, 'pan' => ['uuid' => $pan, 'form' => 'pan']])->assertCreated();
        }
        $uuid = self::uuid();
        $this->putJson("/api/cards/$uuid", ['kind' => $kind, 'title' => 'A card', 'paperUuid' => $this->paper(), 'side' => 'felt side', 'pans' => $pans])->assertCreated();

        // Made long enough ago to have hung for a while.
        Card::query()->where('uuid', $uuid)->update(['created_at' => '2026-01-05 09:00:00']);

        return Card::query()->where('uuid', $uuid)->firstOrFail();
    }
}
