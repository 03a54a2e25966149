<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Fading\FadeFit;
use PHPUnit\Framework\TestCase;

/** Curves through courses of fading against R's own least squares, on committed tables (make-fits.R). */
final class FadeFitTest extends TestCase
{
    /** @return array<int, list<array<string, float>>> lines by course */
    private static function table(string $name): array
    {
        $lines = array_map(static fn (string $line): array => array_map(trim(...), explode(',', $line)), file(__DIR__."/tables/$name.csv", FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: []);
        $head = array_shift($lines) ?? [];
        $out = [];
        foreach ($lines as $line) {
            $row = array_combine($head, array_map(floatval(...), $line));
            $out[(int) $row['course']][] = $row;
        }

        return $out;
    }

    public function testEveryCurveIsFittedAsRFitsIt(): void
    {
        $fits = self::table('fits');
        self::assertCount(24, $fits);
        foreach (self::table('courses') as $course => $lines) {
            $r = $fits[$course][0];
            $fit = FadeFit::through(array_map(static fn (array $l): array => [$l['dose'], $l['change'], $l['u']], $lines));
            self::assertNotNull($fit);
            foreach (['straight' => 'Straight', 'saturating' => 'Saturating', 'power' => 'Power'] as $name => $called) {
                self::assertEqualsWithDelta($r["chi2$called"], $fit->models[$name]['chi2'], 0.001 + 1e-4 * $r["chi2$called"], "course $course, $name");
                self::assertEqualsWithDelta($r["weight$called"], $fit->models[$name]['weight'], 0.001, "weight of course $course, $name");
            }
            $last = max(array_column($lines, 'dose'));
            foreach ([0.5, 1.0, 2.0] as $times) {
                $h = $times * $last;
                $mean = $r['weightStraight'] * $r['a'] * $h + $r['weightSaturating'] * $r['A'] * (1 - exp(-$r['k'] * $h)) + $r['weightPower'] * $r['b'] * $h ** $r['p'];
                self::assertEqualsWithDelta($mean, $fit->at($h), 0.02 + 2e-3 * $mean, "course $course at $times");
            }
        }
    }

    public function testTwoReadingsAreTooFew(): void
    {
        self::assertNull(FadeFit::through([[1.0, 2.0, 0.3], [2.0, 3.0, 0.3]]));
        $fit = FadeFit::through([[1.0, 0.0, 0.3], [2.0, 0.0, 0.3], [4.0, 0.0, 0.3]]);
        self::assertSame([0.0, 0.0], [$fit?->at(0.0), $fit?->at(8.0)]);
    }
}
