<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Colour\Lab;

/** About how large an accepted change is, shown on a paint that was seen to change: its dark half, moved on the way that its window half went. */
final readonly class AcceptedChange
{
    /** Steps of halving, which leave 1/4096 of the way. */
    private const STEPS = 12;

    private function __construct(public Lab $before, public Lab $after) {}

    /**
     * @param float $dEf what is accepted, dE_F of the grey scale (ISO 105-A05); finite
     *
     * @return self|null null where the paint did not change as much, and the way beyond is not known
     */
    public static function of(FadeReading $reading, float $dEf): ?self
    {
        $to = $reading->looks();
        if (GreyScale::between($reading->dark, $to)->dEf < $dEf) {
            return null;
        }
        [$least, $most] = [0.0, 1.0];
        for ($i = 0; $i < self::STEPS; $i++) {
            $share = ($least + $most) / 2;
            if (GreyScale::between($reading->dark, $reading->dark->towards($to, $share))->dEf < $dEf) {
                $least = $share;
            } else {
                $most = $share;
            }
        }

        return new self($reading->dark, $reading->dark->towards($to, $most));
    }
}
