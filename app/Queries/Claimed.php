<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use Illuminate\Support\Collection;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Evidence\ClaimCheck;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Evidence\UnlikelyCode;

/** Claims beyond the four scales: a maker's record, the colour that is printed for a paint, and a code that its card makes unlikely. */
final class Claimed
{
    /** A printed colour further from the nearest depth of the paint than this shows another colour, dE00 (own: nobody takes the two for one). */
    private const PRINTED = 5.0;

    /**
     * How often tests bore out what was claimed.
     *
     * @param list<array<string, mixed>> $paints as PaintSet shows them
     *
     * @return array{claims: int, confirmed: int, contradicted: int, open: int, notTested: int, tests: int}
     */
    public static function record(array $paints): array
    {
        $out = ['claims' => 0, 'confirmed' => 0, 'contradicted' => 0, 'open' => 0, 'notTested' => 0, 'tests' => 0];
        foreach ($paints as $paint) {
            foreach ($paint['properties'] as $property) {
                foreach ($property['claims'] as $claim) {
                    $out['claims']++;
                    $out[match (ClaimCheck::from((string) $claim['check'])) {
                        ClaimCheck::Agrees => 'confirmed', ClaimCheck::Contradicted => 'contradicted', ClaimCheck::Open => 'open', ClaimCheck::NotComparable => 'notTested',
                    }]++;
                }
                $out['tests'] += $property['claims'] === [] ? 0 : (int) $property['tests'];
            }
        }

        return $out;
    }

    /**
     * Paints of a code that may be of another one.
     *
     * @param Collection<int, Paint> $paints that have the code, with codes, by id
     * @param array<int, PaintDigest> $digests
     *
     * @return array<int, float> by paint: degrees of hue from every other one
     */
    public static function unlikely(Collection $paints, array $digests): array
    {
        return UnlikelyCode::among(array_intersect_key(PaintDigest::labs($digests), $paints->filter(static fn (Paint $p): bool => $p->codes->count() === 1)->all()));
    }

    /**
     * The colour that a maker prints or shows for a paint beside the depth of the measured one that is nearest to it.
     *
     * @return array{printed: string, nearest: string|null, dE00: float|null, words: list<string>, check: string}|null null: no printed colour is recorded
     */
    public static function printed(Paint $paint, ?Strip $strip): ?array
    {
        $printed = $paint->printed_colour === null ? null : LinearRgb::fromHex($paint->printed_colour);
        if ($printed === null) {
            return null;
        }
        $best = null;
        foreach ($strip->steps ?? [] as $step) {
            $dE = Difference::ciede2000($printed->toLab(), $step['onPaper']->toLab());
            $best = $best === null || $dE < $best[0] ? [$dE, $step['onPaper']] : $best;
        }

        return [
            'printed' => (string) $paint->printed_colour, 'nearest' => $best === null ? null : $best[1]->toHex(), 'dE00' => $best === null ? null : round($best[0], 1),
            'words' => $best === null || $best[0] < self::PRINTED ? [] : Difference::between($printed->toLab(), $best[1]->toLab())->words(),
            'check' => ($best === null ? ClaimCheck::NotComparable : ($best[0] < self::PRINTED ? ClaimCheck::Agrees : ClaimCheck::Contradicted))->value,
        ];
    }
}
