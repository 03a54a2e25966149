<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;

/** Arrows point one way, and the stand-in shares nothing with what measures it. */
final class ArchitectureTest extends TestCase
{
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

    public function testMeasuringNeverImportsTheStandIn(): void
    {
        foreach (['Imaging', 'Bench', 'Fading', 'Optics', 'Evidence', 'Card', 'Colour', 'Exchange', 'Capture', 'Instrument'] as $room) {
            foreach (self::imports("core/$room") as $file => $names) {
                self::assertSame([], preg_grep('/Simulation/', $names), $file);
            }
        }
    }

    public function testTheStandInSharesOnlyColourConversionGeometryAndPigments(): void
    {
        foreach (self::imports('core/Simulation') as $file => $names) {
            foreach (preg_grep('/^MarshTrial/', $names) as $name) {
                self::assertMatchesRegularExpression('/^MarshTrial\\\\Core\\\\(Simulation|Card|Pigment|Colour|Exchange\\\\(Sample|Readings)|Instrument\\\\Matching)/', $name, $file);
            }
        }
    }
}
