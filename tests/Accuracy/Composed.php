<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Imaging\SheetPress;
use MarshTrial\Core\Bench\Strength;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Simulation\ScannerStandIn;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Cards put together at random, and how far what is measured on them lies from the known truth. */
final class Composed
{
    /** Blocks of a card of the series: few, so that there are rows to compare. */
    private const MOST = 5;

    /** @return list<Block> that fit on a sheet for one paint at least */
    public static function blocks(int $seed, int $most): array
    {
        $random = new Randomizer(new Mt19937($seed));
        // Drops and mixes came later; the cards of the series stay what they were, and every seventh has drops too, every eleventh a mix.
        $kinds = $random->shuffleArray(array_values(array_filter(BlockKind::cases(), static fn (BlockKind $k): bool => ! in_array($k, [BlockKind::Drops, BlockKind::Mix], true))));
        if ($seed % 2 === 0) {
            // Strength takes two ladders, so every second card has them.
            $kinds = [BlockKind::Ladder, ...array_filter($kinds, static fn (BlockKind $k): bool => $k !== BlockKind::Ladder)];
        }
        $kinds = array_slice($kinds, 0, $random->getInt(2, $most));
        $blocks = array_map(static fn (BlockKind $kind): Block => Block::of($kind, $kind->definition()::counts() === null ? null : $random->getInt($kind->definition()::counts()[0], $kind->definition()::counts()[2])), $kinds);
        if ($seed % 7 === 0) {
            array_unshift($blocks, Block::of(BlockKind::Drops));
        }
        if ($seed % 11 === 0) {
            array_unshift($blocks, Block::of(BlockKind::Mix, 5 + $seed % 3));
        }
        while (PropertyCard::mostRows($blocks) === 0) {
            array_pop($blocks);
        }

        return array_values($blocks);
    }

    public static function card(int $seed): CardLayout
    {
        $blocks = self::blocks($seed, self::MOST);

        return PropertyCard::layout(sprintf('00000000-0000-4000-8000-0000002%05d', $seed), "Composed $seed", self::rows($seed, PropertyCard::mostRows($blocks)), [], $blocks);
    }

    /** @return list<RowLabel> on every third card a second pigment in every paint */
    private static function rows(int $seed, int $count): array
    {
        return array_map(static fn (RowLabel $r): RowLabel => $seed % 3 === 0 ? new RowLabel($r->row, $r->specimen, $r->paint, $r->maker, "$r->pigments / PBk9") : $r, array_slice(Series::rows($seed), 0, $count));
    }

    /** @return list<array{name: string, value: float, truth: float, uncertainty: float|null}> */
    public static function errors(int $seed): array
    {
        $layout = self::card($seed);
        $scan = ScannerStandIn::scan($layout, $seed, Series::DPI, print: SheetPress::print($layout));

        return self::compare(Series::measure($scan, $layout), $scan->truth);
    }

    /**
     * @param array<string, mixed> $truth
     *
     * @return list<array{name: string, value: float, truth: float, uncertainty: float|null}>
     */
    public static function compare(CardMeasurement $measured, array $truth): array
    {
        $of = [];
        foreach ($measured->ratings as $rating) {
            if ($rating->status === RatingStatus::Measured) {
                $of[$rating->row][$rating->property] = $rating;
            }
        }
        $out = [];
        foreach ($truth['rows'] as $row) {
            $row += $row['channels'][Series::channel($measured, $row['row'], $row['key'])] ?? $row['channels'][$row['key']];
            foreach (self::ofRow($of[$row['row']] ?? [], $row, $of[1]['strength'] ?? null, $truth['rows'][0]) as [$name, $value, $true, $uncertainty]) {
                if ($value !== null) {
                    $out[] = ['name' => $name, 'value' => (float) $value, 'truth' => (float) $true, 'uncertainty' => $uncertainty];
                }
            }
        }

        return $out;
    }

    /**
     * @param array<string, Rating> $of
     * @param array<string, mixed> $row
     * @param array<string, mixed> $first truth of the first row, the reference paint's
     *
     * @return iterable<array{0: string, 1: float|int|null, 2: float|int, 3: float|null}>
     */
    private static function ofRow(array $of, array $row, ?Rating $reference, array $first): iterable
    {
        $blocks = $row['blocks'];
        $value = static fn (string $name, string $property, float $true): array => [$name, $of[$property]->value ?? null, $true, $of[$property]->uncertainty ?? null];
        if (isset($row['clearSteps'])) {
            yield ['clear steps', isset($of['gradation']) ? floor((float) $of['gradation']->value) : null, floor($row['clearSteps']), null];
        }
        if (isset($row['twoToneDeg'])) {
            yield $value('two-tone', 'two-tone', $row['twoToneDeg']);
        }
        if (isset($row['residue'])) {
            yield $value('residue', 'staining', $row['residue']['soft']);
            yield ['residue', $of['staining']->numbers['stiff']['residue'] ?? null, $row['residue']['stiff'], $of['staining']->numbers['stiff']['uncertainty'] ?? null];
        }
        if (isset($row['blotch'])) {
            yield $value('blotch', 'evenness', $row['blotch']);
        }
        // The size of grains that are hardly there means nothing.
        if (isset($row['grain']) && $row['grain'] >= 0.04) {
            yield ['grain size', $of['granulation']->numbers['grainSizeMm'] ?? null, $row['grainSizeMm'], null];
        }
        if (isset($blocks['ladder'])) {
            yield ['clear steps', $of['stepped gradation']->value ?? null, $blocks['ladder']['clearSteps'], null];
            if ($reference !== null && isset($of['strength']) && $row['row'] > 1) {
                $channel = self::channel($reference);
                $strength = Strength::against($of['strength']->numbers, $reference->numbers);
                yield ['relative strength', $strength?->relative, $blocks['ladder']['slopes'][$channel] / $first['blocks']['ladder']['slopes'][$channel], $strength?->uncertainty];
            }
        }
        if (isset($blocks['glaze'])) {
            yield $value('darkening per layer', 'glazing', $blocks['glaze']['perLayer'][self::channel($of['glazing'] ?? null)]);
            yield ['layer that moved', isset($of['glazing']) ? (int) ($of['glazing']->numbers['layerMoved'] ?? 0) : null, (int) $blocks['glaze']['layerMoved'], null];
        }
        if (isset($blocks['wet-square'])) {
            yield $value('spread', 'spread', $blocks['wet-square']['spreadMm']);
            yield ['softness of the spread', $of['spread']->numbers['softnessMm'] ?? null, $blocks['wet-square']['softnessMm'], null];
        }
        if (isset($blocks['soft-edge'])) {
            yield $value('softened edge', 'softened edge', $blocks['soft-edge']['widthMm']);
        }
        if (isset($blocks['blot'])) {
            yield $value('residue', 'blotting', $blocks['blot']['residue']);
        }
        if (isset($blocks['salt'])) {
            yield $value('stars of salt', 'salt', $blocks['salt']['stars']);
        }
        if (isset($blocks['wash'])) {
            yield $value('wash separation', 'wash separation', $blocks['wash']['separation'][self::channel($of['wash separation'] ?? null)]);
        }
        if (isset($blocks['tilt'])) {
            yield $value('separation', 'separation', $blocks['tilt']['separation'][self::channel($of['separation'] ?? null)]);
        }
        if (isset($blocks['rewet'])) {
            yield $value('re-wetting', 're-wetting', $blocks['rewet']['deposit']);
        }
        yield $value('two-line body', 'two-line transparency', $row['body']);
    }

    /** The channel that was measured in; of two that absorb alike either may be it. */
    private static function channel(?Rating $rating): int
    {
        return (int) array_search($rating->numbers['keyChannel'] ?? 'red', ['red', 'green', 'blue'], true);
    }
}
