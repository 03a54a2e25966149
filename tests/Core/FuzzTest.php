<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;
use Tests\Accuracy\Fuzz;

/** A few of the mutated files that bin/fuzz reads 2 000 of. */
final class FuzzTest extends TestCase
{
    public function testMutatedFilesGiveAResultOrASentence(): void
    {
        $fuzz = new Fuzz;
        $outcomes = [];
        foreach (range(1, 80) as $seed) {
            $one = $fuzz->one($seed);
            $outcomes[] = $one['outcome'];
            if ($one['outcome'] === 'sentence') {
                self::assertMatchesRegularExpression('/^\p{Lu}.+[.?]$/su', $one['said'], "seed $seed");
            }
        }
        self::assertContains('result', $outcomes);
        self::assertContains('sentence', $outcomes);
        self::assertLessThan(512_000_000, memory_get_usage(true));
    }
}
