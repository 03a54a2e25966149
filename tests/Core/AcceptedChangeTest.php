<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Fading\AcceptedChange;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

final class AcceptedChangeTest extends TestCase
{
    public function testAPatchShowsWhatTheGreyScaleCallsSoMuch(): void
    {
        $reading = self::reading(new Lab(70, 18, -12));
        foreach (array_filter(Scale::current()->fade->accepted, is_finite(...)) as $limit) {
            $change = AcceptedChange::of($reading, $limit);
            self::assertNotNull($change);
            self::assertEqualsWithDelta($limit, GreyScale::between($change->before, $change->after)->dEf, 0.02);
        }
    }

    public function testNoPatchIsGuessedBeyondWhatWasSeen(): void
    {
        $dark = self::reading(new Lab(51, 40, -30))->dark;
        $seen = GreyScale::between($dark, new Lab(51, 40, -30))->dEf;
        self::assertNull(AcceptedChange::of(self::reading(new Lab(51, 40, -30)), $seen + 0.01));
        self::assertNotNull(AcceptedChange::of(self::reading(new Lab(51, 40, -30)), $seen - 0.01));
    }

    private static function reading(Lab $window): FadeReading
    {
        return new FadeReading(new Dose(6.0, 0.1), new Lab(50, 40, -30), $window, 1.0, 0.3, raw: $window);
    }
}
