<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

use MarshTrial\Core\CoreException;

/** Where a card hangs, as far as it was told; what was not told is taken as usual, and the dose's range says so. */
final readonly class Window
{
    /** Azimuths by their names, degrees from north over east. */
    public const FACINGS = ['north' => 0.0, 'north-east' => 45.0, 'east' => 90.0, 'south-east' => 135.0, 'south' => 180.0, 'south-west' => 225.0, 'west' => 270.0, 'north-west' => 315.0];

    /** Name of a window that lies level, in a roof. */
    public const FLAT = 'roof or flat';

    /** What is said of a facing that nobody knows: about as much light as an east window, and a range that holds all of them. */
    public const UNKNOWN = 'not known';

    /** Standard deviation of the logarithm of a year's light over the eight facings, at 40 to 60 degrees of latitude (own, from the sun and sky that are used here). */
    private const ANY_FACING = 0.32;

    /** The same over kinds of glass (own, likewise). */
    private const ANY_GLASS = 0.12;

    /** Sky that is seen from the window: share of the diffuse light, and of the sun's own (own). */
    public const SKIES = ['open' => [1.0, 1.0], 'half' => [0.55, 0.75], 'little' => [0.25, 0.4]];

    /** Beyond this distance from the pane nothing is estimated, m. */
    public const FURTHEST_M = 0.3;

    /**
     * @param float $azimuth of the outward normal, degrees from north over east
     * @param float $tilt of the plane, degrees: 90 upright, 0 level
     * @param float|null $sunshine actual over possible hours, all year; null: not told
     * @param array<int, float> $sunshineByMonth the same by month, 1 to 12, where it is told
     * @param array<int, float> $horizon height of what stands before the sun, degrees, by azimuth in degrees
     *
     * @throws CoreException for what lies off the globe or no window has
     */
    public function __construct(
        public float $latitude,
        public float $longitude,
        public float $azimuth,
        public float $tilt = 90.0,
        public Glass $glass = Glass::Single,
        public string $sky = 'open',
        public bool $curtain = false,
        public ?float $sunshine = null,
        public array $sunshineByMonth = [],
        public array $horizon = [],
        public float $distanceM = 0.0,
        public bool $facingKnown = true,
    ) {
        if (abs($latitude) > 90 || abs($longitude) > 180) {
            throw new CoreException('Latitude lies between -90 and 90 degrees, longitude between -180 and 180.');
        }
        if (! isset(self::SKIES[$sky])) {
            throw new CoreException('The sky before a window is open, half or little.');
        }
        if ($distanceM > self::FURTHEST_M) {
            throw new CoreException(sprintf('Further than %d cm from the pane the light falls off in ways that no rule tells. Hang the card at the pane, or lay a light logger beside it.', (int) (100 * self::FURTHEST_M)));
        }
    }

    /** @return array{0: float, 1: float} azimuth and tilt of a facing by its name */
    public static function facing(string $name): array
    {
        return $name === self::FLAT ? [180.0, 0.0] : [($name === self::UNKNOWN ? self::FACINGS['east'] : self::FACINGS[$name] ?? null) ?? throw new CoreException("No window faces \"$name\"."), 90.0];
    }

    /** Whether it looks away from the sun for most of the day. */
    public function looksAway(): bool
    {
        $sunwards = $this->latitude >= 0 ? 180.0 : 0.0;

        return $this->tilt > 45 && abs(fmod($this->azimuth - $sunwards + 540, 360) - 180) > 100;
    }

    /**
     * Standard deviation of the logarithm of an estimated dose: a 95 % range of 30 %, 40 % for facades away from the sun (own, simulated); wider
     * for what was not told or hides much.
     */
    public function uncertainty(): float
    {
        $told = $this->sunshine !== null || $this->sunshineByMonth !== [];

        $unknown = ($this->facingKnown ? 0.0 : self::ANY_FACING ** 2) + ($this->glass === Glass::Unknown ? self::ANY_GLASS ** 2 : 0.0);

        return sqrt($unknown + ($this->looksAway() ? 0.20 : 0.15) ** 2 + ($told ? 0.0 : 0.12 ** 2) + ($this->curtain ? 0.30 ** 2 : 0.0) + match ($this->sky) {
            'open' => 0.0, 'half' => 0.12 ** 2, default => 0.22 ** 2,
        });
    }

    /** How high something stands before the sun in a direction, degrees. */
    public function horizonAt(float $azimuth): float
    {
        if ($this->horizon === []) {
            return 0.0;
        }
        $best = [INF, 0.0];
        foreach ($this->horizon as $at => $height) {
            $off = abs(fmod($azimuth - $at + 540, 360) - 180);
            if ($off < $best[0]) {
                $best = [$off, $height];
            }
        }

        return $best[1];
    }
}
