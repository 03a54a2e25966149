<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\FadeVerdict;
use MarshTrial\Core\Evidence\OnePainting;
use MarshTrial\Core\Evidence\PooledValue;
use MarshTrial\Core\Fading\Outcome;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What an eye says of fading against what a picture found; and several pictures of one card. */
final class FadeVerdictTest extends TestCase
{
    /** Row: what the eye said; column: what the picture found, in the order of the enum. a agrees, o open, x contradicted. */
    private const TABLE = [
        'no change seen' => 'aoxxxxxo',
        'paler in the tint only' => 'oaoxxxxo',
        'paler' => 'xoaooxxo',
        'nearly gone' => 'xxoaxxxo',
        'hue shift at equal lightness' => 'xxoxaooo',
        'darker or browner' => 'xxxxoaoo',
        'more vivid' => 'xxxxooao',
        'explained by the paper, or not decidable' => 'oooooooa',
    ];

    public function testEveryWordAgainstEveryOutcome(): void
    {
        self::assertSame(array_column(Outcome::cases(), 'value'), array_keys(self::TABLE));
        foreach (self::TABLE as $word => $row) {
            foreach (Outcome::cases() as $i => $found) {
                $check = FadeVerdict::check(Outcome::from($word), $found)->value;
                self::assertSame(['a' => 'agrees', 'o' => 'open', 'x' => 'contradicted'][$row[$i]], $check, "\"$word\" against \"$found->value\"");
            }
        }
    }

    /** @return iterable<string, array{float, float|null, int, bool}> difference in L*, stated 95 % range, cells of 20 that differ so, whether one painting */
    public static function pictures(): iterable
    {
        yield 'as far as both may be unsure' => [2.7, 2.0, 20, true];
        yield 'further than both may be unsure' => [3.2, 2.0, 20, false];
        yield 'a quarter of the cells far off' => [30.0, 2.0, 5, true];
        yield 'more than a quarter' => [30.0, 2.0, 6, false];
        yield 'below what is never paint' => [1.4, 0.1, 20, true];
        yield 'nothing stated, within what nothing calibrates' => [5.0, null, 20, true];
        yield 'nothing stated, beyond it' => [7.0, null, 20, false];
        yield 'too few cells' => [50.0, 2.0, 3, true];
    }

    #[DataProvider('pictures')]
    public function testPicturesOfOnePaintingDifferByNoMoreThanTheyMay(float $by, ?float $range, int $cells, bool $one): void
    {
        $first = $second = [];
        for ($i = 0; $i < ($cells === 3 ? 3 : 20); $i++) {
            $first["cell-$i"] = ['lab' => new Lab(50, 0, 0), 'uncertainty95' => $range];
            // At L* 50 a difference in L* is nearly its dE00.
            $second["cell-$i"] = ['lab' => new Lab($i < $cells ? 50 + $by : 50, 0, 0), 'uncertainty95' => $range];
        }
        self::assertSame($one, OnePainting::could($first, $second));
        self::assertSame($one, OnePainting::could($second, $first));
    }

    public function testOnlyScatterShrinksWithMorePictures(): void
    {
        self::assertNull(PooledValue::of([['value' => 1.0, 'uncertainty' => 0.5]]));
        // Two readings 0.6 apart scatter by 0.424; of a stated 0.5 that leaves 0.265 common to both, and 0.3 of scatter of the mean.
        $pooled = PooledValue::of([['value' => 1.0, 'uncertainty' => 0.5], ['value' => 1.6, 'uncertainty' => 0.5]]);
        self::assertNotNull($pooled);
        self::assertEqualsWithDelta([1.3, 0.6 / sqrt(2), sqrt(0.25 - 0.18 + 0.09)], [$pooled->mean, $pooled->spread, $pooled->uncertainty], 1e-12);
        self::assertSame(2, $pooled->pictures);
        // Readings that scatter by more than they state are not made surer than they show.
        self::assertEqualsWithDelta(1.0, PooledValue::of([['value' => 0.0, 'uncertainty' => 0.1], ['value' => 2.0, 'uncertainty' => 0.1]])?->uncertainty, 1e-12);
    }
}
