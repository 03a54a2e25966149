<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\MarkShape;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Card\Window;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Srgb;
use MarshTrial\Core\Colour\Xyz;

/**
 * A painter's hand and a picture of what it did: renders a card as if it had been painted, dried and scanned or photographed.
 *
 * Everything in it is invented; the truth it keeps is for tests and never reaches the measuring code.
 */
final class Rendering
{
    private const ENCODING_STEPS = 16383;

    private const CELL_BIN_MM = 0.25;

    /** What a point shows: an edge, speck or print; paper, painted or bare; the ink of the line, painted or bare. */
    private const UNCLEAR = 0;

    private const ON_PAPER = 1;

    private const ON_INK = 2;

    /** Thickness resolution and range of the film tables. */
    private const FILM_STEP = 0.002;

    private const FILM_MOST = 6.0;

    /** What lies around the sheet on the table, linear. */
    private const TABLE = [0.16, 0.13, 0.10];

    /** Paper of the target's carrier. */
    private const CARRIER = [0.83, 0.83, 0.82];

    /** Steps of light, in its logarithm, for which plain paper is made ready. */
    private const LIGHT_STEP = 0.004;

    private string $pixels = '';

    private readonly int $width;

    private readonly int $height;

    private readonly float $pixelMm;

    /** @var list<float> */
    private readonly array $encoding;

    /** @var list<float> */
    private readonly array $noise;

    /** @var array<string, array{0: int, 1: float, 2: float, 3: float}> cell id => count and sums of noise-free linear RGB, or of X, Y, Z for a spectral device */
    private array $seen = [];

    /** @var array<int, Grains> by row */
    private array $grains = [];

    /** @var array<string, string> plain stuff by name and step of light */
    private array $plain = [];

    /** @var array{0: float, 1: float, 2: float} what a perfect white is written as */
    private readonly array $gains;

    /**
     * @param Sensor|null $sensor null: the device sees as the observer does, without a cast
     * @param float $white value that a perfect white is written as, linear
     * @param float $noise standard deviation in 8-bit code values
     */
    private function __construct(private readonly Scene $scene, private readonly Optics $optics, private readonly ?Sensor $sensor, float $white, float $noise)
    {
        $this->pixelMm = $optics->pixelMm();
        $this->width = $optics->width();
        $this->height = $optics->height();
        $encoding = [];
        $contrast = $sensor->contrast ?? 1.0;
        for ($i = 0; $i <= self::ENCODING_STEPS; $i++) {
            $encoding[] = 255 * Srgb::encode(($i / self::ENCODING_STEPS) ** $contrast);
        }
        $this->encoding = $encoding;
        $noises = [];
        foreach (str_split($scene->scanner->bytes(4 * 65536), 4) as $four) {
            $noises[] = $noise * (ord($four[0]) + ord($four[1]) + ord($four[2]) + ord($four[3]) - 510) / 147.8 + 0.5;
        }
        $this->noise = $noises;
        $cast = $sensor->cast ?? [1.0, 1.0, 1.0];
        $this->gains = [$white * $cast[0], $white * $cast[1], $white * $cast[2]];
    }

    /**
     * @param list<array{0: float, 1: float, 2: float}> $patches linear device RGB of the target's patches before cast and light
     * @param (callable(int, int): void)|null $progress called with windows done and in all
     */
    public static function of(Scene $scene, Optics $optics, ?Sensor $sensor, float $white, float $noise, array $patches = [], int $glare = 0, ?callable $progress = null): Scan
    {
        $rendering = new self($scene, $optics, $sensor, $white, $noise);
        $optics instanceof FlatBed ? $rendering->layPaper() : $rendering->layTable();
        foreach ($scene->layout->pieces as $piece) {
            $rendering->printMarks($piece, CardCode::forCard($scene->layout->uuid, $piece->id), $scene->paperOf($piece->id));
        }
        if ($scene->target !== null) {
            $rendering->layTarget($scene->target, $patches);
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
        $truth = Truth::of($scene, $rendering->means(), $rendering->grains, $rendering->seenByTheEye(...));

        return new Scan($rendering->pixels, $rendering->width, $rendering->height, $scene->dpi, $truth);
    }

    /** @return array<string, LinearRgb> mean noise-free colour of every cell */
    private function means(): array
    {
        $spectral = $this->sensor?->isSpectral() ?? false;

        return array_map(static function (array $sums) use ($spectral): LinearRgb {
            [$n, $a, $b, $c] = $sums;

            return $spectral ? (new Xyz($a / $n, $b / $n, $c / $n))->toLinearRgb() : new LinearRgb($a / $n, $b / $n, $c / $n);
        }, $this->seen);
    }

    /** Fills the bed with paper; the cells' own paper is rendered later, pixel by pixel. */
    private function layPaper(): void
    {
        $lines = [];
        $side = 1024;
        for ($j = 0; $j < 64; $j++) {
            $line = '';
            for ($i = 0; $i < $side; $i++) {
                $line .= $this->encode(
                    $this->paperShade($this->scene->paper, ($i + 0.5) * $this->pixelMm, ($j + 0.5) * $this->pixelMm),
                    $j * 997 + $i * 3,
                );
            }
            $lines[] = str_repeat($line, intdiv($this->width, $side) + 2);
        }
        $rows = [];
        for ($y = 0; $y < $this->height; $y++) {
            $rows[] = substr($lines[$y % 64], 3 * (($y * 389) % $side), 3 * $this->width);
        }
        $this->pixels = implode('', $rows);
    }

    /** Fills the frame with the table, and the sheets lying on it with paper. */
    private function layTable(): void
    {
        $sheets = [];
        foreach ($this->scene->pieces() as $piece) {
            $sheets[$piece->id] = array_map(fn (array $p): array => $this->optics->toPicture($piece->id, ...$p), $piece->outline->polygon());
        }
        $lines = [];
        for ($v = 0; $v < $this->height; $v++) {
            $spans = [];
            foreach ($sheets as $id => $corners) {
                $span = self::span($corners, $v + 0.5);
                if ($span !== null) {
                    $spans[$id] = [max(0, (int) $span[0]), min($this->width, (int) $span[1])];
                }
            }
            asort($spans);
            $line = '';
            $u = 0;
            foreach ($spans as $id => [$from, $to]) {
                $line .= $this->run('table', $u, max($u, $from), $v).$this->run((string) $id, max($u, $from), $to, $v);
                $u = max($u, $to);
            }
            $lines[] = $line.$this->run('table', $u, $this->width, $v);
        }
        $this->pixels = implode('', $lines);
    }

    /** Plain stuff from one pixel of a line to before another, light by light. */
    private function run(string $stuff, int $from, int $to, int $v): string
    {
        $out = '';
        while ($from < $to) {
            $end = min($to, (intdiv($from, Optics::LIGHT_PX) + 1) * Optics::LIGHT_PX);
            // Between two steps of light chance decides, so that no steps show.
            $level = (int) floor(log($this->optics->light($from, $v)) / self::LIGHT_STEP + (($from * 31 + $v * 17) % 64) / 64);
            $strip = $this->plain["$stuff|$level"] ??= $this->strip($stuff, exp($level * self::LIGHT_STEP));
            $out .= substr($strip, 3 * (($v * 389 + $from * 7) % 960), 3 * ($end - $from));
            $from = $end;
        }

        return $out;
    }

    private function strip(string $stuff, float $light): string
    {
        $line = '';
        for ($i = 0; $i < 1024; $i++) {
            $colour = match ($stuff) {
                'table' => array_map(fn (float $c): float => $c * (1 + 0.1 * $this->scene->unevenness->at($i * $this->pixelMm, 3)), self::TABLE),
                TargetSheet::PIECE => self::CARRIER,
                default => $this->paperShade($this->scene->paperOf($stuff), ($i + 0.5) * $this->pixelMm, 5),
            };
            $line .= $this->encode($this->seenBy('', $colour), $i * 3 + (int) (1000 * $light), $light);
        }

        return $line;
    }

    /**
     * Where a line of the picture crosses a four-cornered sheet.
     *
     * @param list<array{0: float, 1: float}> $corners
     *
     * @return array{0: float, 1: float}|null
     */
    private static function span(array $corners, float $v): ?array
    {
        $us = [];
        foreach ($corners as $i => [$u0, $v0]) {
            [$u1, $v1] = $corners[($i + 1) % 4];
            if (($v0 <= $v) !== ($v1 <= $v)) {
                $us[] = $u0 + ($v - $v0) / ($v1 - $v0) * ($u1 - $u0);
            }
        }

        return count($us) < 2 ? null : [min($us), max($us)];
    }

    /** @param list<array{0: float, 1: float, 2: float}> $patches */
    private function layTarget(TargetSheet $target, array $patches): void
    {
        $this->printMarks($target->piece, $target->code(), self::CARRIER);
        foreach ($patches as $i => $device) {
            $this->render($target->piece, $target->patch($i), [], static fn (): array => [...$device, self::UNCLEAR], null);
        }
    }

    /** A spot where the lamp or window is mirrored in a glossy film. */
    private function glare(): void
    {
        $windows = array_values(array_filter($this->scene->layout->windows, static fn (Window $w): bool => $w->use !== 'paper'));
        $window = $windows[$this->scene->scanner->whole(0, count($windows) - 1)];
        [$x, $y] = [$window->area->centre()->x + $this->scene->scanner->between(-0.3, 0.3) * $window->area->width, $window->area->centre()->y + $this->scene->scanner->between(-3, 3)];
        $radius = $this->scene->scanner->between(1.2, 2.2);
        $piece = $this->scene->layout->piece($window->piece);
        $this->render($piece, Rect::around($x, $y, 2 * $radius, 2 * $radius), [], static function (float $px, float $py) use ($x, $y, $radius): array {
            return hypot($px - $x, $py - $y) > $radius ? [-1.0, 0.0, 0.0, self::UNCLEAR] : [2.0, 2.0, 2.0, self::UNCLEAR];
        }, null);
    }

    /**
     * @param array<int, float> $colour scene colour
     *
     * @return array<int, float> device colour
     */
    private function seenBy(string $paint, array $colour): array
    {
        return $this->sensor !== null && $this->sensor->isSpectral() ? $this->sensor->look($paint, $colour[0], $colour[1], $colour[2]) : $colour;
    }

    /**
     * @param array<int, float> $colour scene colour
     *
     * @return array<int, float> linear sRGB that the eye sees
     */
    private function seenByTheEye(string $paint, array $colour): array
    {
        if ($this->sensor === null || ! $this->sensor->isSpectral()) {
            return $colour;
        }
        [, , , $x, $y, $z] = $this->sensor->look($paint, $colour[0], $colour[1], $colour[2]);

        return (new Xyz($x, $y, $z))->toLinearRgb()->toArray();
    }

    /**
     * @param array<int, float> $paper
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private function paperShade(array $paper, float $x, float $y): array
    {
        $tooth = 1 + $this->scene->textureStrength * $this->scene->texture->at($x, $y);
        $gloss = $this->scene->gloss;

        return [$gloss + (1 - $gloss) * $paper[0] * $tooth, $gloss + (1 - $gloss) * $paper[1] * $tooth, $gloss + (1 - $gloss) * $paper[2] * $tooth];
    }

    /** @param array<int, float> $paper */
    private function printMarks(Piece $piece, CardCode $code, array $paper): void
    {
        $ink = $this->scene->ink;
        foreach ($piece->marks as $mark) {
            $radius = $mark->sizeMm / 2;
            $hole = $mark->shape === MarkShape::Ring ? $radius / 2 : -1.0;
            $this->render($piece, Rect::around($mark->centre->x, $mark->centre->y, 2 * $radius + 1, 2 * $radius + 1), [], function (float $x, float $y) use ($mark, $radius, $hole, $paper, $ink): array {
                $distance = hypot($x - $mark->centre->x, $y - $mark->centre->y);

                return $this->inked($paper, $x, $y, $ink, min($this->cover($radius - $distance), $this->cover($distance - $hole)));
            });
        }
        $bits = $code->bits();
        $area = $piece->codeArea;
        $module = CardLayout::CODE_MODULE_MM;
        $this->render($piece, $area, [], function (float $x, float $y) use ($bits, $area, $module, $paper, $ink): array {
            $column = min(CardCode::COLUMNS - 1, max(0, (int) (($x - $area->x) / $module)));
            $row = min(CardCode::ROWS - 1, max(0, (int) (($y - $area->y) / $module)));

            return $this->inked($paper, $x, $y, $ink, (float) $bits[$row * CardCode::COLUMNS + $column]);
        });
    }

    /**
     * @param array<int, float> $paper
     *
     * @return array{0: float, 1: float, 2: float, 3: int}
     */
    private function inked(array $paper, float $x, float $y, float $ink, float $cover): array
    {
        $bare = $this->paperShade($paper, $x, $y);
        $black = $this->scene->gloss + $ink;

        return [$bare[0] + $cover * ($black - $bare[0]), $bare[1] + $cover * ($black - $bare[1]), $bare[2] + $cover * ($black - $bare[2]), self::UNCLEAR];
    }

    /** How much of a pixel lies inside an edge at a signed distance in mm. */
    private function cover(float $insideMm): float
    {
        return min(1.0, max(0.0, $insideMm / $this->pixelMm + 0.5));
    }

    private function paintWindow(Window $window): void
    {
        $piece = $this->scene->layout->piece($window->piece);
        $cells = array_values(array_filter(
            $this->scene->layout->cellsOf($window->row, null, $window->piece),
            static fn (Cell $c): bool => $window->area->holds($c->area),
        ));
        $shade = match ($window->use) {
            'paper' => $this->bare($window),
            'stroke' => $this->stroke($window),
            'wash' => $this->wash($window),
            'lift' => $this->lift($window),
            'depth' => $this->fadeStep($window, $cells[0]->step ?? 1),
            'second-line' => $this->linePair($window),
            'own' => $this->edgeless($window, $this->scene->films[$window->row], fn (float $x, float $y): float => (0.3 + 0.25 * ($window->row % 5)) * (1 + 0.02 * $this->scene->unevenness->at($x, $y))),
            default => $this->block($window, BlockKind::from($window->use)),
        };
        $row = $this->scene->layout->rows[$window->row - 1];
        $this->render($piece, $window->area, $cells, $shade, "$row->specimen|$row->pigments");
    }

    private function bare(Window $window): \Closure
    {
        $paper = $this->scene->paperOf($window->piece);

        return fn (float $x, float $y): array => [...$this->paperShade($paper, $x, $y), self::ON_PAPER];
    }

    /** The graded stroke along the hand-ruled line. */
    private function stroke(Window $window): \Closure
    {
        $scene = $this->scene;
        $hand = $scene->hand;
        $film = $scene->films[$window->row];
        $painted = $window->painted ?? $window->area;
        $middle = $painted->centre()->y;
        $lineY = $middle + $hand->between(-0.8, 0.8);
        $slope = $hand->between(-0.006, 0.006);
        $lineHalf = $hand->between(1.8, 2.2);
        $from = $painted->x + $hand->between(-0.8, 0.8);
        $length = $painted->width + $hand->between(-0.8, 0.8);
        $half = $painted->height / 2 - 0.2 + $hand->between(-0.3, 0.3);
        $falling = log($film->full / $film->pale);
        $wobble = [$hand->between(0, 40), $hand->between(0, 40)];
        [$body, $passage] = $this->filmTables($film, 0.0);
        $grains = $this->grains($film, $window->row);
        $paper = $scene->paperOf($window->piece);
        $unevenness = $scene->unevenness;
        $gloss = $scene->gloss;

        // What varies along one direction only is tabulated every 0.05 mm.
        $steps = (int) (20 * $window->area->width) + 2;
        $line = $lineHalves = $edge = $thickness = $starts = $ends = [];
        for ($i = 0; $i < $steps; $i++) {
            $x = $window->area->x + $i / 20;
            $line[] = $lineY + $slope * ($x - $painted->x);
            $lineHalves[] = $lineHalf + 0.06 * $unevenness->at($x + $wobble[0], $middle);
            $edge[] = $half + 0.35 * $unevenness->at($x + $wobble[1], $wobble[0]);
            $thickness[] = $film->full * exp(-$falling * min(1.0, max(0.0, ($x - $from) / $length))) * (1 + 0.02 * $unevenness->at($x + 7, $wobble[0]));
            $y = $window->area->y + $i / 20;
            $starts[] = $from + 0.4 * $unevenness->at($wobble[0], $y);
            $ends[] = $from + $length + 0.4 * $unevenness->at($wobble[1], $y);
        }
        [$left, $top] = [$window->area->x, $window->area->y];
        $strength = $scene->textureStrength;
        $texture = $scene->texture;

        return function (float $x, float $y) use ($scene, $middle, $line, $lineHalves, $edge, $thickness, $starts, $ends, $left, $top, $wobble, $body, $passage, $grains, $paper, $unevenness, $texture, $strength, $gloss): array {
            $i = (int) (20 * ($x - $left));
            $j = (int) (20 * ($y - $top));
            $fromLine = abs($y - $line[$i]);
            $inInk = $lineHalves[$i] - $fromLine;
            $ink = $this->cover($inInk);
            $tooth = (1 + $strength * $texture->at($x, $y)) * (1 - $ink);
            $black = $ink > 0 ? $ink * $scene->ink * (1 + 0.1 * $unevenness->at($x, $y + $wobble[1])) : 0.0;
            $inside = min($edge[$i] - abs($y - $middle), $x - $starts[$j], $ends[$j] - $x);
            $wet = $this->cover($inside);
            $r = $paper[0] * $tooth + $black;
            $g = $paper[1] * $tooth + $black;
            $b = $paper[2] * $tooth + $black;
            if ($wet > 0) {
                $here = $thickness[$i] * $grains->at($x, $y) * ($inside < 2 ? 1 + 0.35 * exp(-$inside / 0.3) : 1.0);
                $at = (int) (($here < self::FILM_MOST ? $here : self::FILM_MOST) / self::FILM_STEP + 0.5);
                $r += $wet * ($body[0][$at] + $passage[0][$at] * $r / (1 - $body[0][$at] * $r) - $r);
                $g += $wet * ($body[1][$at] + $passage[1][$at] * $g / (1 - $body[1][$at] * $g) - $g);
                $b += $wet * ($body[2][$at] + $passage[2][$at] * $b / (1 - $body[2][$at] * $b) - $b);
            }
            $onPaper = $inInk < -0.4 ? self::ON_PAPER : self::UNCLEAR;
            $ground = $inInk > 0.5 ? self::ON_INK : $onPaper;

            return [
                $gloss + (1 - $gloss) * $r, $gloss + (1 - $gloss) * $g, $gloss + (1 - $gloss) * $b,
                $inside > 0.9 || $inside < -0.4 ? $ground : self::UNCLEAR,
            ];
        };
    }

    private function wash(Window $window): \Closure
    {
        $film = $this->scene->films[$window->row];
        $thickness = $this->scene->hand->between(0.75, 1.0);
        $thicknessAt = fn (float $x, float $y): float => $thickness * $this->scene->washFactor($film, $x, $y);
        $habits = $this->scene->habits[$window->row];

        return $habits->clump > 0
            ? $this->drifting($window, $film, $thicknessAt, fn (float $x, float $y): float => BlockPainter::clumped($this->scene, $habits, $x, $y))
            : $this->flat($window, $film, $thicknessAt);
    }

    private function lift(Window $window): \Closure
    {
        $film = $this->scene->films[$window->row];
        $painted = $window->painted ?? $window->area;
        $thickness = $this->scene->hand->between(0.82, 1.05);
        $third = $painted->width / 3;
        $left = [1.0, $film->leftBySoft, $film->leftByStiff];

        return $this->flat($window, $film, function (float $x, float $y) use ($painted, $thickness, $third, $left): float {
            $place = ($x - $painted->x) / $third - 0.5;
            $i = min(2, max(0, (int) floor($place + 0.5)));
            // Over a millimetre and a half the lifted part runs into its neighbour.
            $edge = ($place + 0.5 - $i) * $third;
            $share = $left[$i];
            if ($i > 0 && $edge < 0.75) {
                $share += ($left[$i - 1] - $share) * (0.5 - $edge / 1.5);
            } elseif ($i < 2 && $third - $edge < 0.75) {
                $share += ($left[$i + 1] - $share) * (0.5 - ($third - $edge) / 1.5);
            }
            $rough = $i === 0 ? 0.02 : 0.10;

            return $thickness * $share * (1 + $rough * $this->scene->unevenness->at($x, $y));
        });
    }

    private function fadeStep(Window $window, int $step): \Closure
    {
        $scene = $this->scene;
        $film = $scene->films[$window->row];
        $thickness = Truth::FADE_THICKNESS[$step];
        $dose = 0.0;
        if ($window->piece === 'exposed') {
            $dose = $scene->doseMlxh;
            $thickness *= (1 + $scene->hand->between(-0.04, 0.04)) * $film->leftAfter($thickness, $dose);
        }

        return $this->flat($window, $film, fn (float $x, float $y): float => $thickness * (1 + 0.015 * $scene->unevenness->at($x, $y)), $dose);
    }

    /** Any other block: fields with edges, or paint that fades out by itself. */
    private function block(Window $window, BlockKind $kind): \Closure
    {
        $film = $this->scene->films[$window->row];
        [$fields, $thickness] = BlockPainter::of($this->scene, $window, $kind);
        if ($kind === BlockKind::Tilt) {
            $strip = $window->painted ?? $window->area;
            $drift = $this->scene->habits[$window->row]->drift;

            return $this->drifting($window, $film, $thickness, static fn (float $x): float => $drift * (($x - $strip->x) / $strip->width - 0.5));
        }
        if ($fields === []) {
            return $this->edgeless($window, $film, $thickness);
        }
        $shades = array_map(fn (Rect $field): \Closure => $this->flat($window, $film, $thickness, 0.0, $field), $fields);
        if (count($shades) === 1) {
            return $shades[0];
        }

        return static function (float $x, float $y) use ($fields, $shades): array {
            $i = 0;
            while ($i < count($fields) - 1 && $x > $fields[$i]->right() + 0.7) {
                $i++;
            }

            return $shades[$i]($x, $y);
        };
    }

    /** Paint without an edge of its own. */
    private function edgeless(Window $window, Film $film, \Closure $thicknessAt): \Closure
    {
        [$body, $passage] = $this->filmTables($film, 0.0);
        $grains = $this->grains($film, $window->row);
        $paper = $this->scene->paperOf($window->piece);

        return function (float $x, float $y) use ($body, $passage, $grains, $paper, $thicknessAt): array {
            $at = (int) (min(self::FILM_MOST, $thicknessAt($x, $y) * $grains->at($x, $y)) / self::FILM_STEP + 0.5);

            return [...$this->over($paper, $x, $y, [$body[0][$at], $body[1][$at], $body[2][$at]], [$passage[0][$at], $passage[1][$at], $passage[2][$at]]), self::ON_PAPER];
        };
    }

    /** A painted rectangle in which the pigments of a paint have drifted apart. */
    private function drifting(Window $window, Film $film, \Closure $thicknessAt, \Closure $driftAt): \Closure
    {
        $painted = $window->painted ?? $window->area;
        $grains = $this->grains($film, $window->row);
        $paper = $this->scene->paperOf($window->piece);

        return function (float $x, float $y) use ($painted, $film, $grains, $paper, $driftAt, $thicknessAt): array {
            $inside = min($x - $painted->x, $painted->right() - $x, $y - $painted->y, $painted->bottom() - $y);
            if ($inside <= 0) {
                return [...$this->paperShade($paper, $x, $y), $inside < -0.4 ? self::ON_PAPER : self::UNCLEAR];
            }
            $k = BlockPainter::drifted($film, $driftAt($x, $y));
            $thickness = $thicknessAt($x, $y) * $grains->at($x, $y);
            $films = [Film::bodyAndPassage($k[0], $film->s[0], $thickness), Film::bodyAndPassage($k[1], $film->s[1], $thickness), Film::bodyAndPassage($k[2], $film->s[2], $thickness)];

            return [...$this->over($paper, $x, $y, array_column($films, 0), array_column($films, 1)), $inside > 0.9 ? self::ON_PAPER : self::UNCLEAR];
        };
    }

    /**
     * A film over textured paper.
     *
     * @param array<int, float> $paper
     * @param array<int, float> $body
     * @param array<int, float> $passage
     *
     * @return list<float>
     */
    private function over(array $paper, float $x, float $y, array $body, array $passage): array
    {
        $tooth = 1 + $this->scene->textureStrength * $this->scene->texture->at($x, $y);
        $gloss = $this->scene->gloss;
        $out = [];
        for ($c = 0; $c < 3; $c++) {
            $backing = $paper[$c] * $tooth;
            $out[] = $gloss + (1 - $gloss) * ($body[$c] + $passage[$c] * $backing / (1 - $body[$c] * $backing));
        }

        return $out;
    }

    /** Paint over a line, and a second line over the paint. */
    private function linePair(Window $window): \Closure
    {
        $scene = $this->scene;
        $film = $scene->films[$window->row];
        [$fields, $thicknessAt] = BlockPainter::of($scene, $window, BlockKind::SecondLine);
        $painted = $fields[0];
        [$body, $passage] = $this->filmTables($film, 0.0);
        $grains = $this->grains($film, $window->row);
        $paper = $scene->paperOf($window->piece);
        $random = Chance::keyed("lines|{$scene->layout->uuid}|$window->row");
        $lines = array_map(static fn (CellRole $role): array => [
            $scene->layout->cellsOf($window->row, $role)[0]->area->centre()->y + $random->between(-0.6, 0.6), $random->between(1.8, 2.2),
        ], [CellRole::UnderPainted, CellRole::OverPainted]);

        return function (float $x, float $y) use ($scene, $painted, $thicknessAt, $body, $passage, $grains, $paper, $lines): array {
            [$inUnder, $inOver] = array_map(static fn (array $line): float => $line[1] - abs($y - $line[0]), $lines);
            $inside = min($x - $painted->x, $painted->right() - $x, $y - $painted->y, $painted->bottom() - $y);
            $ink = $scene->ink * (1 + 0.1 * $scene->unevenness->at($x, $y));
            $tooth = 1 + $scene->textureStrength * $scene->texture->at($x, $y);
            $under = $this->cover($inUnder);
            $wet = $this->cover($inside);
            $at = (int) (min(self::FILM_MOST, $thicknessAt($x, $y) * $grains->at($x, $y)) / self::FILM_STEP + 0.5);
            $over = $this->cover($inOver);
            $out = [];
            for ($c = 0; $c < 3; $c++) {
                $below = $paper[$c] * $tooth * (1 - $under) + $under * $ink;
                $film = $body[$c][$at] + $passage[$c][$at] * $below / (1 - $body[$c][$at] * $below);
                $seen = $below + $wet * ($film - $below);
                $out[] = $scene->gloss + (1 - $scene->gloss) * ($seen + $over * ($ink - $seen));
            }
            $onLine = max($inUnder, $inOver);
            $ground = $onLine > 0.5 ? self::ON_INK : ($onLine < -0.4 ? self::ON_PAPER : self::UNCLEAR);
            $out[] = $inside > 0.9 || $inside < -0.4 ? $ground : self::UNCLEAR;

            return $out;
        };
    }

    /** A painted rectangle with ragged, slightly darker edges. */
    private function flat(Window $window, Film $film, \Closure $thicknessAt, float $doseMlxh = 0.0, ?Rect $field = null): \Closure
    {
        $scene = $this->scene;
        $painted = $field ?? $window->painted ?? $window->area;
        $centre = $painted->centre();
        [$body, $passage] = $this->filmTables($film, $doseMlxh);
        $grains = $this->grains($film, $window->row);
        $paper = $scene->paperOf($window->piece);
        $phase = $scene->hand->between(0, 40);

        return function (float $x, float $y) use ($scene, $painted, $centre, $body, $passage, $grains, $paper, $phase, $thicknessAt): array {
            $inside = min(
                $painted->width / 2 - abs($x - $centre->x) + 0.3 * $scene->unevenness->at($phase, $y),
                $painted->height / 2 - abs($y - $centre->y) + 0.3 * $scene->unevenness->at($x, $phase),
            );
            $bare = $this->paperShade($paper, $x, $y);
            $wet = $this->cover($inside);
            if ($wet <= 0) {
                return [...$bare, $inside < -0.4 ? self::ON_PAPER : self::UNCLEAR];
            }
            $thickness = $thicknessAt($x, $y) * (1 + 0.35 * exp(-$inside / 0.3)) * $grains->at($x, $y);
            $at = (int) (min(self::FILM_MOST, $thickness) / self::FILM_STEP + 0.5);
            $over = $this->over($paper, $x, $y, [$body[0][$at], $body[1][$at], $body[2][$at]], [$passage[0][$at], $passage[1][$at], $passage[2][$at]]);

            return [
                $bare[0] + $wet * ($over[0] - $bare[0]), $bare[1] + $wet * ($over[1] - $bare[1]), $bare[2] + $wet * ($over[2] - $bare[2]),
                $inside > 0.9 ? self::ON_PAPER : self::UNCLEAR,
            ];
        };
    }

    private function grains(Film $film, int $row): Grains
    {
        return $this->grains[$row] ??= Grains::of($film, $this->scene, $row);
    }

    /**
     * Body and passage of a film by thickness, per channel.
     *
     * @return array{0: list<list<float>>, 1: list<list<float>>}
     */
    private function filmTables(Film $film, float $doseMlxh): array
    {
        $k = $film->absorptionAfter($doseMlxh);
        $body = $passage = [[], [], []];
        $steps = (int) (self::FILM_MOST / self::FILM_STEP) + 1;
        for ($c = 0; $c < 3; $c++) {
            for ($i = 0; $i <= $steps; $i++) {
                [$body[$c][], $passage[$c][]] = Film::bodyAndPassage($k[$c], $film->s[$c], $i * self::FILM_STEP);
            }
        }

        return [$body, $passage];
    }

    /**
     * @param list<Cell> $cells cells whose truth is gathered on the way
     * @param string|null $paint whose spectra the colours stand for; null: they are device colours already, and one below zero leaves the pixel
     */
    private function render(Piece $piece, Rect $area, array $cells, \Closure $shade, ?string $paint = ''): void
    {
        $us = $vs = [];
        foreach ($area->polygon() as [$x, $y]) {
            [$us[], $vs[]] = $this->optics->toPicture($piece->id, $x, $y);
        }
        $bins = $this->binsOf($area, $cells);
        $across = (int) ceil($area->width / self::CELL_BIN_MM) + 1;
        $draw = $this->scene->scanner->whole(0, 65535);
        $spectral = $paint !== null && $this->sensor !== null && $this->sensor->isSpectral();
        [$left, $right, $top, $bottom] = [$area->x, $area->right(), $area->y, $area->bottom()];
        [$firstU, $lastU] = [max(0, (int) min($us)), min($this->width - 1, (int) max($us))];
        for ($v = max(0, (int) min($vs)), $lastV = min($this->height - 1, (int) max($vs)); $v <= $lastV; $v++) {
            // Within a block of light the sheet's place moves evenly.
            for ($block = $firstU - $firstU % Optics::LIGHT_PX; $block <= $lastU; $block += Optics::LIGHT_PX) {
                [$x0, $y0] = $this->optics->toSheet($piece->id, $block, $v);
                [$x1, $y1] = $this->optics->toSheet($piece->id, $block + Optics::LIGHT_PX, $v);
                if (max($x0, $x1) < $left || min($x0, $x1) > $right || max($y0, $y1) < $top || min($y0, $y1) > $bottom) {
                    continue;
                }
                [$stepX, $stepY] = [($x1 - $x0) / Optics::LIGHT_PX, ($y1 - $y0) / Optics::LIGHT_PX];
                $light = $this->optics->light($block, $v);
                for ($u = max($firstU, $block), $end = min($lastU, $block + Optics::LIGHT_PX - 1); $u <= $end; $u++) {
                    $x = $x0 + ($u - $block) * $stepX;
                    $y = $y0 + ($u - $block) * $stepY;
                    if ($x < $left || $x > $right || $y < $top || $y > $bottom) {
                        continue;
                    }
                    $colour = $shade($x, $y);
                    if ($colour[0] < 0) {
                        continue;
                    }
                    $seen = $spectral ? $this->sensor->look($paint, $colour[0], $colour[1], $colour[2]) : $colour;
                    $at = ($v * $this->width + $u) * 3;
                    $code = $this->encode($seen, $draw += 3, $light);
                    $this->pixels[$at] = $code[0];
                    $this->pixels[$at + 1] = $code[1];
                    $this->pixels[$at + 2] = $code[2];
                    if ($colour[3] !== self::UNCLEAR) {
                        $cell = $bins[$colour[3]][(int) (($y - $top) / self::CELL_BIN_MM) * $across + (int) (($x - $left) / self::CELL_BIN_MM)] ?? null;
                        if ($cell !== null) {
                            $this->seen[$cell] ??= [0, 0.0, 0.0, 0.0];
                            $this->seen[$cell][0]++;
                            $this->seen[$cell][1] += $spectral ? $seen[3] : $colour[0];
                            $this->seen[$cell][2] += $spectral ? $seen[4] : $colour[1];
                            $this->seen[$cell][3] += $spectral ? $seen[5] : $colour[2];
                        }
                    }
                }
            }
        }
    }

    /**
     * Which cell each small square of a window belongs to, on paper and on the ink of the line.
     *
     * @param list<Cell> $cells
     *
     * @return array<int, array<int, string>>
     */
    private function binsOf(Rect $area, array $cells): array
    {
        $bins = [self::ON_PAPER => [], self::ON_INK => []];
        $across = (int) ceil($area->width / self::CELL_BIN_MM) + 1;
        foreach ($cells as $cell) {
            // Cells along the line belong to the line wherever it was ruled, so their truth is gathered more widely.
            [$ground, $slack] = match (true) {
                $cell->role->isOnLine() => [self::ON_INK, 1.6],
                $cell->role === CellRole::StrokePaper => [self::ON_PAPER, 0.6],
                default => [self::ON_PAPER, 0.0],
            };
            for ($y = $cell->area->y - $slack; $y < $cell->area->bottom() + $slack; $y += self::CELL_BIN_MM) {
                for ($x = $cell->area->x; $x < $cell->area->right(); $x += self::CELL_BIN_MM) {
                    $bins[$ground][(int) (($y - $area->y) / self::CELL_BIN_MM) * $across + (int) (($x - $area->x) / self::CELL_BIN_MM)] = $cell->id;
                }
            }
        }

        return $bins;
    }

    /** @param array<int, float|int> $rgb linear, what the device sees under light of 1 */
    private function encode(array $rgb, int $draw, float $light = 1.0): string
    {
        $codes = [0, 0, 0];
        for ($c = 0; $c < 3; $c++) {
            $v = $rgb[$c] * $this->gains[$c] * $light;
            $v = $v < 1.0 ? ($v > 0.0 ? $v : 0.0) : 1.0;
            $v = (int) ($this->encoding[(int) ($v * self::ENCODING_STEPS)] + $this->noise[($draw * 7 + $c * 9973) & 65535]);
            $codes[$c] = $v > 255 ? 255 : ($v < 0 ? 0 : $v);
        }

        return chr($codes[0]).chr($codes[1]).chr($codes[2]);
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
            $this->render($piece, $area, [], static fn (float $x, float $y): array => [$grey, $grey, $grey, self::UNCLEAR]);
        }
    }
}
