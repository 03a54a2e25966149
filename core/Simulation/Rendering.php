<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\Window;

/**
 * A painter's hand and a picture of what it did: renders a card as if it had been painted, dried and scanned or photographed.
 *
 * Everything in it is invented; the truth it keeps is for tests and never reaches the measuring code.
 */
final readonly class Rendering
{
    private Canvas $canvas;

    private Ground $ground;

    private WindowShades $shades;

    private function __construct(private Scene $scene, Optics $optics, ?Sensor $sensor, float $white, float $noise)
    {
        $this->canvas = new Canvas($scene, $optics, $sensor, $white, $noise);
        $this->ground = new Ground($scene, $sensor, $this->canvas->pixelMm);
        $this->shades = new WindowShades($scene, $this->ground);
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $patches linear device RGB of the target's patches before cast and light
     * @param (callable(int, int): void)|null $progress called with windows done and in all
     */
    public static function of(Scene $scene, Optics $optics, ?Sensor $sensor, float $white, float $noise, array $patches = [], int $glare = 0, ?callable $progress = null): Scan
    {
        $rendering = new self($scene, $optics, $sensor, $white, $noise);
        $around = new Surroundings($scene, $optics, $rendering->canvas, $rendering->ground);
        $prints = new Prints($scene, $rendering->canvas, $rendering->ground);
        $optics instanceof FlatBed ? $around->layPaper() : $around->layTable();
        foreach ($scene->layout->pieces as $piece) {
            if ($scene->frame !== null) {
                $rendering->canvas->render($piece, $piece->outline, [], static fn (float $x, float $y): array => [Canvas::UNCLEAR, ...$rendering->ground->paperShade($piece->id, $x, $y)]);
            }
            $prints->printWords($piece);
            $prints->scribble($piece);
            $prints->printMarks($piece, $scene->layout->codeOf($piece), fn (float $x, float $y): array => $rendering->ground->paperShade($piece->id, $x, $y));
        }
        if ($scene->target !== null) {
            $prints->layTarget($scene->target, $patches);
        }
        foreach ($scene->layout->windows as $i => $window) {
            $rendering->paintWindow($window);
            $rendering->sprinkleDust($window);
            if ($progress !== null) {
                $progress($i + 1, count($scene->layout->windows));
            }
        }
        for ($i = 0; $i < $glare; $i++) {
            $rendering->glare();
        }
        $truth = Truth::of($scene, $rendering->canvas->means(), $rendering->ground->grains);

        return new Scan($rendering->canvas->pixels, $rendering->canvas->width, $rendering->canvas->height, $scene->dpi, $truth);
    }

    private function paintWindow(Window $window): void
    {
        $piece = $this->scene->layout->piece($window->piece);
        $cells = array_values(array_filter(
            $this->scene->layout->cellsOf($window->row, null, $window->piece),
            static fn (Cell $c): bool => $window->area->holds($c->area),
        ));
        // A knife strays beyond the drawn edge.
        $w = $window->area;
        $area = $window->use === 'swatch' ? Rect::around($w->centre()->x, $w->centre()->y, $w->width + 1.6, $w->height + 1.6) : $w;
        $this->canvas->render($piece, $area, $cells, $this->shades->of($window, $cells));
    }

    /** A spot where the lamp or window is mirrored in a glossy film. */
    private function glare(): void
    {
        $windows = array_values(array_filter($this->scene->layout->windows, static fn (Window $w): bool => $w->use !== 'paper'));
        $window = $windows[$this->scene->scanner->whole(0, count($windows) - 1)];
        [$x, $y] = [$window->area->centre()->x + $this->scene->scanner->between(-0.3, 0.3) * $window->area->width, $window->area->centre()->y + $this->scene->scanner->between(-3, 3)];
        $radius = $this->scene->scanner->between(1.2, 2.2);
        $piece = $this->scene->layout->piece($window->piece);
        $this->canvas->render($piece, Rect::around($x, $y, 2 * $radius, 2 * $radius), [], static fn (float $px, float $py): ?array => hypot($px - $x, $py - $y) > $radius ? null : [Canvas::UNCLEAR, 2.0, 2.0, 2.0]);
    }

    /** A few specks and short hairs, dark or light. */
    private function sprinkleDust(Window $window): void
    {
        $scanner = $this->scene->scanner;
        $piece = $this->scene->layout->piece($window->piece);
        for ($n = (int) round($window->area->width * $window->area->height / 250); $n > 0; $n--) {
            $size = $scanner->between(0.1, 0.5);
            $area = new Rect(
                $scanner->between($window->area->x, $window->area->right() - $size),
                $scanner->between($window->area->y, $window->area->bottom() - $size),
                $size, $scanner->between(0.08, 0.2),
            );
            $grey = $scanner->between(0, 1) < 0.7 ? 0.12 : 0.8;
            $this->canvas->render($piece, $area, [], static fn (float $x, float $y): array => [Canvas::UNCLEAR, $grey, $grey, $grey]);
        }
    }
}
