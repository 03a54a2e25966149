<?php

declare(strict_types=1);

namespace Tests\Samples;

use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Window;
use MarshTrial\Core\Colour\Srgb;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Accuracy\Composed;
use Tests\Accuracy\Series;
use Tests\Support\FlatCard;

/** Many cards put together at random. */
final class RandomCardsTest extends TestCase
{
    private static function overlap(Rect $a, Rect $b): bool
    {
        return $a->x < $b->right() - 1e-6 && $b->x < $a->right() - 1e-6 && $a->y < $b->bottom() - 1e-6 && $b->y < $a->bottom() - 1e-6;
    }

    /** Every cell is found again by its own colour on a card that was drawn without any paint model. */
    public function testFiveHundredRandomCardsLieInsideThePaperWithoutOverlapAndEveryCellOfAThirdIsMeasuredBack(): void
    {
        $kinds = [];
        for ($seed = 1; $seed <= 500; $seed++) {
            $blocks = Composed::blocks($seed, count(BlockKind::cases()));
            $layout = PropertyCard::layout(sprintf('00000000-0000-4000-8000-0000003%05d', $seed), "Random $seed", array_slice(Series::rows($seed), 0, PropertyCard::mostRows($blocks)), [], $blocks);
            $kinds += array_flip(array_map(static fn (Block $b): string => $b->text(), $blocks));
            self::assertSame(array_map(static fn (Block $b): string => $b->text(), $blocks), array_map(static fn (Block $b): string => $b->text(), $layout->blocks()));
            $printable = new Rect(20, 20, CardLayout::PAGE_WIDTH_MM - 35, CardLayout::PAGE_HEIGHT_MM - 40);
            foreach ($layout->windows as $i => $window) {
                self::assertTrue($printable->holds($window->area), "card $seed, $window->use");
                foreach (array_slice($layout->windows, $i + 1) as $other) {
                    self::assertFalse(self::overlap($window->area, $other->area), "card $seed, $window->use on $other->use");
                }
                self::assertTrue($window->painted === null || $window->area->holds($window->painted));
            }
            foreach ($layout->cells as $i => $cell) {
                self::assertCount(1, array_filter($layout->windows, static fn (Window $w): bool => $w->row === $cell->row && $w->area->holds($cell->area)), "card $seed, $cell->id");
                foreach (array_slice($layout->cells, $i + 1) as $other) {
                    $nested = in_array([$cell->role, $other->role], [[CellRole::WetSquare, CellRole::WetMiddle], [CellRole::SoftEdge, CellRole::EdgeBand]], true);
                    self::assertFalse(! $nested && self::overlap($cell->area, $other->area), "card $seed, $cell->id on $other->id");
                }
            }
            if ($seed % 3 !== 0) {
                continue;
            }
            $flat = new FlatCard($layout);
            $measured = (new CardMeasurer(Scale::current()))->measure($flat->picture, $layout);
            foreach ($flat->colours as $id => $colour) {
                $seen = array_map(static fn (float $v): float => 255 * Srgb::encode($v), $measured->cells[$id]->rgb->toArray());
                self::assertEqualsWithDelta($colour, $seen, 1.0, "card $seed, $id");
            }
        }
        // Every kind and every number of fields was on some card.
        self::assertCount(11 + 4 + 7 + 3, $kinds);
    }
}
