<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;

/** Arrows point one way: every room names only rooms that stand before it here, and of those only the ones it is given. */
final class ArchitectureTest extends TestCase
{
    /** Rooms of the core, from the ground up, and which others each may name. The stand-in may not know what measures it. */
    private const CORE = [
        'Pigment' => [],
        'Names' => [],
        'Colour' => [],
        'Rating' => [],
        'Optics' => ['Colour'],
        'Card' => ['Pigment'],
        'Imaging' => ['Card', 'Colour'],
        'Capture' => ['Card', 'Colour', 'Imaging', 'Rating'],
        'Bench' => ['Capture', 'Card', 'Colour', 'Imaging', 'Optics', 'Rating'],
        'Daylight' => ['Rating'],
        'Swatch' => ['Bench', 'Capture', 'Card', 'Colour', 'Imaging', 'Optics', 'Rating'],
        'Fading' => ['Capture', 'Card', 'Colour', 'Daylight', 'Imaging', 'Optics', 'Rating'],
        'Measuring' => ['Bench', 'Capture', 'Card', 'Fading', 'Imaging', 'Optics', 'Rating', 'Swatch'],
        'Mixing' => ['Bench', 'Card', 'Colour', 'Imaging', 'Measuring', 'Optics', 'Rating'],
        'Evidence' => ['Bench', 'Card', 'Colour', 'Fading', 'Imaging', 'Measuring', 'Names', 'Optics', 'Rating'],
        'Exchange' => ['Capture', 'Card', 'Colour', 'Fading', 'Imaging', 'Measuring', 'Optics', 'Rating', 'Swatch'],
        'Instrument' => ['Card', 'Colour', 'Exchange'],
        'Collection' => ['Colour', 'Evidence', 'Exchange', 'Names', 'Pigment'],
        'Session' => ['Bench', 'Card', 'Collection', 'Measuring', 'Rating'],
        'Simulation' => ['Card', 'Colour', 'Daylight', 'Exchange', 'Instrument', 'Pigment'],
    ];

    private const APP = [
        'Database' => [],
        'Storage' => [],
        'Events' => [],
        'Imaging' => ['Storage'],
        'Models' => ['Imaging'],
        'Rules' => ['Models'],
        'Queries' => ['Database', 'Imaging', 'Models', 'Storage'],
        'Policies' => ['Models', 'Queries'],
        'Ledger' => ['Imaging', 'Models', 'Queries', 'Storage'],
        'Actions' => ['Events', 'Imaging', 'Ledger', 'Models', 'Queries', 'Storage'],
        'Jobs' => ['Actions', 'Database', 'Imaging', 'Ledger', 'Models', 'Queries'],
        'Http' => ['Actions', 'Database', 'Imaging', 'Jobs', 'Ledger', 'Models', 'Queries', 'Rules', 'Storage'],
        'Console' => ['Actions', 'Http', 'Imaging', 'Jobs', 'Ledger', 'Models', 'Queries', 'Rules', 'Storage'],
        'Providers' => ['Database', 'Events', 'Http', 'Jobs', 'Ledger', 'Models', 'Policies', 'Rules', 'Storage'],
    ];

    /** @return array<string, list<string>> file => names it imports or writes out in full */
    private static function imports(string $folder): array
    {
        $root = dirname(__DIR__, 2);
        $out = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("$root/$folder", \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file->getExtension() === 'php') {
                preg_match_all('/^use (?:function )?([\w\\\\]+)|\\\\((?:App|Illuminate|MarshTrial)\\\\[\w\\\\]+)/m', (string) file_get_contents($file->getPathname()), $m);
                $out[$file->getPathname()] = array_values(array_filter([...$m[1], ...$m[2]]));
            }
        }
        self::assertNotSame([], $out);

        return $out;
    }

    public function testTheCoreKnowsNoFrameworkClockOrGlobals(): void
    {
        foreach (self::imports('core') as $file => $names) {
            foreach ($names as $name) {
                self::assertMatchesRegularExpression('/^(MarshTrial\\\\Core\\\\|Random\\\\)/', $name, $file);
            }
            self::assertDoesNotMatchRegularExpression('/\b(time|microtime|date|mt_rand|rand|getenv|random_int)\(|\$_(GET|POST|SERVER|ENV)|\bglobal \$|new \\\\?DateTime(Immutable)?\((\)|\'now)/', (string) file_get_contents($file), $file);
        }
    }

    public function testEveryRoomOfTheCoreNamesOnlyWhatItIsGiven(): void
    {
        $this->follow('core', 'MarshTrial\\Core', self::CORE);
    }

    public function testEveryRoomOfTheApplicationNamesOnlyWhatItIsGiven(): void
    {
        $this->follow('app', 'App', self::APP);
    }

    /** @param array<string, list<string>> $rooms */
    private function follow(string $folder, string $namespace, array $rooms): void
    {
        $built = array_map(basename(...), glob(dirname(__DIR__, 2)."/$folder/*", GLOB_ONLYDIR) ?: []);
        self::assertEqualsCanonicalizing($built, array_keys($rooms));
        $used = [];
        foreach ($rooms as $room => $given) {
            // Only what stands before: so there can be no cycle.
            self::assertSame([], array_diff($given, array_slice(array_keys($rooms), 0, (int) array_search($room, array_keys($rooms), true))), $room);
            foreach (self::imports("$folder/$room") as $file => $names) {
                foreach ($names as $name) {
                    if (preg_match('/^'.preg_quote($namespace, '/').'\\\\(\w+)\\\\/', $name, $m) === 1 && $m[1] !== $room) {
                        self::assertContains($m[1], $given, basename($file)." names $name, which $room is not given");
                        $used[$room][$m[1]] = true;
                    }
                }
            }
            self::assertSame([], array_diff($given, array_keys($used[$room] ?? [])), "$room is given what it does not use");
        }
    }

    public function testTheStandInSharesOnlySamplesAndTheirPlacesWithReading(): void
    {
        foreach (self::imports('core/Simulation') as $file => $names) {
            foreach (preg_grep('/Core\\\\(Exchange|Instrument)/', $names) ?: [] as $name) {
                self::assertMatchesRegularExpression('/\\\\(Exchange\\\\(Sample|Readings)|Instrument\\\\Matching)$/', $name, $file);
            }
        }
    }
}
