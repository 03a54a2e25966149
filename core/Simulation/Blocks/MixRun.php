<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation\Blocks;

use MarshTrial\Core\Card\Blocks\MixRun as Run;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Simulation\BlockStandIn;
use MarshTrial\Core\Simulation\Film;
use MarshTrial\Core\Simulation\Hand;
use MarshTrial\Core\Simulation\Laid;

/** Fields mixed from drops of two stocks; drops differ in size, and so does what a brush takes up. */
final class MixRun extends BlockStandIn
{
    /** By how much drops of one dropper differ, share, at most. */
    private const DROP = 0.12;

    public static function paint(Hand $hand): Laid
    {
        $cells = $hand->cells(CellRole::Mix);
        [$own, $partner] = [$hand->scene->films[$hand->window->row], $hand->scene->films[Run::PARTNER_ROW]];
        [$strength, $other] = [$hand->habits->strength, $hand->scene->habits[Run::PARTNER_ROW]->strength];
        $thickness = $films = [];
        foreach (Run::drops(count($cells)) as $i => [$a, $b]) {
            // In the partner's own row only its stock alone is painted.
            $a *= $strength / Run::MADE_UP_TO_DROPS * (1 + $hand->chance->between(-1, 1) * self::DROP) * ($hand->window->row === Run::PARTNER_ROW && $i > 0 ? 0 : 1);
            $b *= $other / Run::MADE_UP_TO_DROPS * (1 + $hand->chance->between(-1, 1) * self::DROP) * ($hand->window->row === Run::PARTNER_ROW ? 0 : 1);
            $thickness[] = $a + $b;
            $films[] = Film::mixture($own, $a, $partner, $b);
        }

        return $hand->fields(CellRole::Mix, $thickness)->of($films);
    }
}
