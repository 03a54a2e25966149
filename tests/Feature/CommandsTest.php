<?php

declare(strict_types=1);

namespace Tests\Feature;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\TestCase;

/** The command line as it is used: real processes, real files, no database row. */
final class CommandsTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = dirname(__DIR__, 2).'/build/commands-'.bin2hex(random_bytes(4));
        mkdir($this->folder, 0775, true);
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("$this->folder/*") ?: []);
        rmdir($this->folder);
    }

    /** @return array{0: int, 1: string, 2: string} exit code, standard output, standard error */
    private function artisan(string ...$arguments): array
    {
        $process = proc_open([PHP_BINARY, '-d', 'memory_limit=1G', dirname(__DIR__, 2).'/artisan', ...$arguments], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes, $this->folder);
        self::assertIsResource($process);
        $out = (string) stream_get_contents($pipes[1]);
        $error = (string) stream_get_contents($pipes[2]);

        return [proc_close($process), $out, $error];
    }

    private static function assertFollows(string $schema, string $json): void
    {
        $validator = new Validator;
        $result = $validator->validate(json_decode($json), (string) file_get_contents(dirname(__DIR__, 2)."/docs/schemas/$schema.json"));
        self::assertTrue($result->isValid(), $result->error() === null ? '' : (string) json_encode((new ErrorFormatter)->format($result->error())));
    }

    public function testAPropertyCardFromSampleToMeasurement(): void
    {
        self::assertSame(0, $this->artisan('card:sample', 'property', '--rows=1', '-o', $this->folder)[0]);
        self::assertFollows('card-layout', (string) file_get_contents("$this->folder/layout.json"));
        self::assertStringContainsString('<svg', (string) file_get_contents("$this->folder/card.svg"));
        self::assertSame(0, $this->artisan('card:scan', 'layout.json', '--seed=3', '--dpi=254', '-o', 'a.png', '--truth=truth.json')[0]);
        self::assertFollows('card-truth', (string) file_get_contents("$this->folder/truth.json"));
        [$code, $json, $error] = $this->artisan('card:measure', 'layout.json', 'a.png');
        self::assertSame([0, ''], [$code, $error]);
        self::assertFollows('card-measurement', $json);
        $measurement = json_decode($json, true);
        self::assertSame(['transparency', 'gradation', 'two-tone', 'granulation', 'evenness', 'wash separation', 'staining'], array_column($measurement['ratings'], 'property'));
        self::assertSame(array_fill(0, 7, 'measured'), array_column($measurement['ratings'], 'status'));
        self::assertEqualsWithDelta(254, $measurement['scan']['dpi'], 1);
        // The same seed makes the same picture.
        $this->artisan('card:scan', 'layout.json', '--seed=3', '--dpi=254', '-o', 'b.png');
        self::assertSame(hash_file('sha256', "$this->folder/a.png"), hash_file('sha256', "$this->folder/b.png"));
    }

    public function testAPhotographWithATargetFromTheCommandLine(): void
    {
        $this->artisan('card:sample', 'property', '--rows=1', '-o', $this->folder);
        [$code, , $error] = $this->artisan('card:scan', 'layout.json', '--seed=4', '--camera', '--tilt=14', '--kelvin=5200', '--filters', '--target=target.txt', '-o', 'p.jpg', '--truth=truth.json');
        self::assertSame([0, ''], [$code, $error]);
        [$code, $json, $error] = $this->artisan('card:measure', 'layout.json', 'p.jpg', '--target=target.txt');
        self::assertSame([0, ''], [$code, $error]);
        self::assertFollows('card-measurement', $json);
        self::assertSame('target', json_decode($json, true)['scan']['calibration']['kind']);
        // The same picture makes a profile, which reads its own target as well.
        self::assertSame(0, $this->artisan('capture:profile', 'p.jpg', '--target=target.txt', '-o', 'profile.json')[0]);
        self::assertMatchesRegularExpression('/dE00 0\.\d\d off/', $this->artisan('capture:profile', 'p.jpg', '--target=target.txt', '--check=profile.json')[1]);
        self::assertSame('profile', json_decode($this->artisan('card:measure', 'layout.json', 'p.jpg', '--profile=profile.json', '--photo')[1], true)['scan']['calibration']['kind']);
        foreach ([['--target=layout.json', 'not a file of colour'], ['--wedge=95,dark', 'Wedge values are'], ['--profile=layout.json', 'capture profile is damaged'], ['--wedge=95,80,65,50,35', 'was not found beside']] as [$option, $why]) {
            [$code, $out, $error] = $this->artisan('card:measure', 'layout.json', 'p.jpg', $option);
            self::assertSame([1, ''], [$code, $out], $option);
            self::assertStringContainsString($why, $error);
        }
    }

    public function testACardOfEveryBlockFromTheCommandLine(): void
    {
        $blocks = implode(',', array_column(BlockKind::cases(), 'value'));
        self::assertSame(0, $this->artisan('card:sample', 'property', "--blocks=$blocks", '-o', $this->folder)[0]);
        self::assertFollows('card-layout', (string) file_get_contents("$this->folder/layout.json"));
        $this->artisan('card:scan', 'layout.json', '--seed=3', '--dpi=300', '-o', 'a.png', '--truth=truth.json');
        self::assertFollows('card-truth', (string) file_get_contents("$this->folder/truth.json"));
        [$code, $json] = $this->artisan('card:measure', 'layout.json', 'a.png');
        self::assertSame(0, $code);
        self::assertFollows('card-measurement', $json);
        self::assertEqualsCanonicalizing(['transparency', 'staining', 'granulation', ...Property::keys(Measures::more())], array_column(json_decode($json, true)['ratings'], 'property'));
        self::assertSame(1, $this->artisan('card:sample', 'property', '--rows=3', "--blocks=$blocks", '-o', $this->folder)[0]);
    }

    public function testAFadeCardWithItsFirstReading(): void
    {
        $this->artisan('card:sample', 'fade', '--rows=1', '-o', $this->folder);
        self::assertFollows('card-layout', (string) file_get_contents("$this->folder/layout.json"));
        $this->artisan('card:scan', 'layout.json', '--seed=4', '--dpi=200', '-o', 'first.png');
        $this->artisan('card:scan', 'layout.json', '--seed=4', '--dpi=200', '--dose=30', '-o', 'now.png', '--truth=truth.json');
        self::assertFollows('card-truth', (string) file_get_contents("$this->folder/truth.json"));
        [$code, $json] = $this->artisan('card:measure', 'layout.json', 'now.png', '--first=first.png', '--dose=30');
        self::assertSame(0, $code);
        self::assertFollows('card-measurement', $json);
        $truth = json_decode((string) file_get_contents("$this->folder/truth.json"), true)['fading'];
        foreach (json_decode($json, true)['fading'] as $i => $finding) {
            self::assertEqualsWithDelta($truth[$i]['corrected'], $finding['corrected']['dE76BeyondNoise'], 0.5 + 0.03 * $truth[$i]['corrected']);
        }
    }

    public function testWhatCannotBeDoneIsOneSentenceOnStandardErrorAndExitCodeOne(): void
    {
        $this->artisan('card:sample', 'property', '--rows=1', '-o', $this->folder);
        file_put_contents("$this->folder/words.png", 'no picture at all');
        touch("$this->folder/empty.png");
        file_put_contents("$this->folder/bad.json", '{"format": 1}');
        foreach ([
            [['card:measure', 'layout.json', 'words.png'], 'not a PNG, JPEG, TIFF or WebP'], [['card:measure', 'layout.json', 'empty.png'], 'file is empty'], [['card:measure', 'layout.json', 'gone.png'], 'no file'],
            [['card:measure', 'bad.json', 'words.png'], 'not a card layout'], [['card:measure', 'gone.json', 'words.png'], 'no file'], [['card:measure', 'layout.json', 'words.png', '--dose=2'], 'belong to a fade card'],
            [['card:sample', 'salt', '-o', $this->folder], '"property" card or a "fade" card'], [['card:sample', 'fade', '--rows=7', '-o', $this->folder], 'from 1 to 6'], [['card:scan', 'layout.json', '--dpi=9', '-o', 'x.png'], 'from 50 to 650'],
        ] as [$arguments, $sentence]) {
            [$code, $out, $error] = $this->artisan(...$arguments);
            self::assertSame(1, $code, implode(' ', $arguments));
            self::assertSame('', $out);
            self::assertStringContainsString($sentence, $error);
            self::assertSame(1, substr_count(trim($error), "\n") + 1, $error);
        }
    }
}
