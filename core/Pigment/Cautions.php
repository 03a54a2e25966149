<?php

declare(strict_types=1);

namespace MarshTrial\Core\Pigment;

/** Usual cautions by metal. They never replace the product's own label. */
final class Cautions
{
    public const CLOSE = 'Read the product’s label and safety data sheet, follow local rules, and ask a qualified person where health is concerned.';

    private const BY_METAL = [
        'cadmium' => 'Contains cadmium: do not spray, do not sand dry paint, keep away from food, and do not pour rinse water where local rules forbid it.',
        'cobalt' => 'Contains cobalt: avoid breathing dust or spray, and avoid skin contact if you are sensitive to it.',
        'chromium' => 'Contains chromium: avoid dust and spray, and collect rinse water where local rules ask for it.',
        'nickel' => 'Contains nickel: may cause a skin reaction; avoid dust and spray.',
        'lead' => 'Contains lead: poisonous by mouth or as dust; never a brush in the mouth, no food nearby, wash hands, keep from children.',
        'copper' => 'Contains copper: harmful to water life; keep rinse water out of ponds and streams.',
        'manganese' => 'Contains manganese: avoid breathing dust.',
        'zinc' => 'Contains zinc: harmful to water life; keep rinse water out of ponds and streams.',
        'barium' => 'Contains barium: avoid dust and do not swallow.',
        'antimony' => 'Contains antimony: avoid breathing dust.',
        'mercury' => 'Contains mercury: poisonous by mouth, as dust and when heated; never sand, spray or heat-set it.',
        'arsenic' => 'Contains arsenic: poisonous; not for general use.',
    ];

    /**
     * @param list<string> $metals
     *
     * @return list<string>
     */
    public static function forMetals(array $metals): array
    {
        return array_values(array_filter(array_map(static fn (string $m): ?string => self::BY_METAL[$m] ?? null, $metals)));
    }

    /**
     * The cautions with the usual close, or none at all.
     *
     * @param list<string> $cautions
     *
     * @return list<string>
     */
    public static function closed(array $cautions): array
    {
        return $cautions === [] ? [] : [...$cautions, self::CLOSE];
    }
}
