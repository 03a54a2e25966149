<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/** How near another paint comes to a wanted one at matched depths: in the tint, at reference depth, and as deep as both were painted. */
final readonly class Likeness
{
    /** Depth of a tint, deposit. */
    public const TINT = 0.3;

    /** Below it no difference is seen, dE00 (own: as on the Depth dial). */
    private const SEEN = DepthDial::SEAM;

    private function __construct(
        /** @var non-empty-array<string, array{deposit: float, wanted: Lab, other: Lab, dE00: float}> by name of the depth, pale first */
        public array $depths,
        /** Mean dE00 over the depths. */
        public float $dE00,
    ) {}

    /** @return self|null null where the two have no depth in common */
    public static function of(Strip $wanted, Strip $other): ?self
    {
        $out = [];
        foreach (['tint' => self::TINT, 'reference' => Scale::current()->depths->reference, 'deep' => Strip::deepestOfAll([$wanted, $other])] as $name => $deposit) {
            [$one, $two] = $deposit === null ? [null, null] : [$wanted->at($deposit), $other->at($deposit, $wanted->key)];
            if ($deposit !== null && $one !== null && $two !== null) {
                $out[$name] = ['deposit' => $deposit, 'wanted' => $one->toLab(), 'other' => $two->toLab(), 'dE00' => Difference::ciede2000($one->toLab(), $two->toLab())];
            }
        }

        return $out === [] ? null : new self($out, array_sum(array_column($out, 'dE00')) / count($out));
    }

    /** Closer than can be seen at every depth that both have. */
    public function isUnseen(): bool
    {
        return max(array_column($this->depths, 'dE00')) < self::SEEN;
    }

    /** @return list<string> how the other differs, by the depth at which it does most */
    public function words(): array
    {
        $worst = null;
        foreach ($this->depths as $depth) {
            $worst = $worst === null || $depth['dE00'] > $worst['dE00'] ? $depth : $worst;
        }

        return $worst === null || $worst['dE00'] < self::SEEN ? [] : Difference::between($worst['wanted'], $worst['other'])->words();
    }
}
