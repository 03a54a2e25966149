<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Mark;
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

    /** Thickest film, and thickest where pigments drift apart, of which there are tables. */
    private const FILM_MOST = 8.0;

    private const DRIFT_MOST = 2.6;

    /** Steps of drift, to either side, for which films are worked out. */
    private const DRIFT_STEPS = 10;

    /** Side of the squares in which printed words are looked for, mm. */
    private const TILE_MM = 1.2;

    /** Mean light of a picture that strays, as a share of white. */
    private const STRAY = 0.75;

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

    /** @var list<list<float>> by band, what it adds to the device's channels, and to X, Y, Z for a spectral device */
    private readonly array $weights;

    /** @var list<float> a perfect white in these */
    private readonly array $perfect;

    /** @var array<string, array{0: list<float>, 1: list<float>}> bare sheet by piece, and what a unit more of its brightness adds */
    private array $bare = [];

    /** @var array<string, FilmTable> */
    private array $tables = [];

    private readonly float $stray;

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
        $this->weights = $sensor?->weights() ?? Bands::rgb();
        $this->perfect = Bands::sum(array_fill(0, Bands::COUNT, 1.0), $this->weights);
        $this->stray = self::STRAY * ($sensor->flare ?? 0.0);
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
            $rendering->printWords($piece);
            $rendering->scribble($piece);
            $rendering->printMarks($piece, CardCode::forCard($scene->layout->uuid, $piece->id), fn (float $x, float $y): array => $rendering->paperShade($piece->id, $x, $y));
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
        $truth = Truth::of($scene, $rendering->means(), $rendering->grains);

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
                    $this->paperShade('', ($i + 0.5) * $this->pixelMm, ($j + 0.5) * $this->pixelMm),
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
                default => $this->paperShade($stuff, ($i + 0.5) * $this->pixelMm, 5),
            };
            $line .= $this->encode($colour, $i * 3 + (int) (1000 * $light), $light);
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
        $this->printMarks($target->piece, $target->code(), static fn (): array => self::CARRIER);
        foreach ($patches as $i => $device) {
            $this->render($target->piece, $target->patch($i), [], static fn (): array => [self::UNCLEAR, ...$device]);
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
        $this->render($piece, Rect::around($x, $y, 2 * $radius, 2 * $radius), [], static fn (float $px, float $py): ?array => hypot($px - $x, $py - $y) > $radius ? null : [self::UNCLEAR, 2.0, 2.0, 2.0]);
    }

    /** @return array{0: list<float>, 1: list<float>} the bare sheet, and what a unit more of its brightness adds */
    private function bareOf(string $piece): array
    {
        if (! isset($this->bare[$piece])) {
            $gloss = $this->scene->sheet->gloss;
            $own = array_map(static fn (float $v): float => (1 - $gloss) * $v, Bands::sum($this->scene->paperOf($piece), $this->weights));
            $this->bare[$piece] = [array_map(static fn (float $v, float $white): float => $v + $gloss * $white, $own, $this->perfect), $own];
        }

        return $this->bare[$piece];
    }

    private function tooth(float $x, float $y): float
    {
        return $this->scene->sheet->tooth * $this->scene->texture->at($x, $y);
    }

    /** @return list<float> */
    private function paperShade(string $piece, float $x, float $y): array
    {
        [$bare, $slope] = $this->bareOf($piece);
        $tooth = $this->tooth($x, $y);
        foreach ($slope as $n => $v) {
            $bare[$n] += $tooth * $v;
        }

        return $bare;
    }

    /** Words, lines and whatever else is printed between the windows. */
    private function printWords(Piece $piece): void
    {
        $print = $this->scene->print;
        if ($print === null) {
            return;
        }
        // Windows, marks and code are drawn by themselves.
        $others = [$piece->codeArea, ...array_map(static fn (Mark $m): Rect => Rect::around($m->centre->x, $m->centre->y, $m->sizeMm, $m->sizeMm), $piece->marks)];
        foreach ($this->scene->layout->windows as $window) {
            $others[] = $window->area;
        }
        $shade = fn (float $x, float $y): array => $this->inked($this->paperShade($piece->id, $x, $y), $print->cover($x, $y));
        $o = $piece->outline;
        for ($y = $o->y; $y < $o->bottom(); $y += self::TILE_MM) {
            for ($x = $o->x; $x < $o->right(); $x += self::TILE_MM) {
                $tile = new Rect($x, $y, min(self::TILE_MM, $o->right() - $x), min(self::TILE_MM, $o->bottom() - $y));
                if (! $print->isBlank($tile) && array_filter($others, static fn (Rect $r): bool => $r->holds($tile)) === []) {
                    $this->render($piece, $tile, [], $shade);
                }
            }
        }
    }

    /** What hands leave between the windows of a sheet that was really used: pencil, and a splash now and then. */
    private function scribble(Piece $piece): void
    {
        if ($this->scene->print === null) {
            return;
        }
        $random = Chance::keyed("scribble|{$this->scene->layout->uuid}|$piece->id");
        $o = $piece->outline;
        for ($n = $random->whole(2, 6); $n > 0; $n--) {
            [$x, $y, $length] = [$random->between($o->x + 12, $o->right() - 40), $random->between($o->y + 16, $o->bottom() - 14), $random->between(6, 24)];
            [$slope, $wave] = [$random->between(-0.1, 0.1), $random->between(0.2, 1.2)];
            $this->render($piece, new Rect($x, $y - 3, $length, 6), [], function (float $px, float $py) use ($piece, $x, $y, $slope, $wave): ?array {
                $off = abs($py - $y - $slope * ($px - $x) - $wave * sin(2.2 * ($px - $x)));

                return $off > 0.25 ? null : $this->inked($this->paperShade($piece->id, $px, $py), 0.45 * (1 - $off / 0.25));
            });
        }
        $films = array_values($this->scene->films);
        for ($n = $films === [] ? 0 : $random->whole(0, 3); $n > 0; $n--) {
            $table = $this->table($films[$random->whole(0, count($films) - 1)], $piece->id);
            [$x, $y, $radius, $at] = [$random->between($o->x + 12, $o->right() - 12), $random->between($o->y + 16, $o->bottom() - 14), $random->between(0.4, 1.6), $table->index($random->between(0.2, 1.2))];
            $this->render($piece, Rect::around($x, $y, 2 * $radius + 0.4, 2 * $radius + 0.4), [], fn (float $px, float $py): array => self::point($table, $at, $this->tooth($px, $py), 0.0, $this->cover($radius - hypot($px - $x, $py - $y)), self::UNCLEAR));
        }
    }

    /** @param \Closure(float, float): list<float> $paper the bare sheet by place */
    private function printMarks(Piece $piece, CardCode $code, \Closure $paper): void
    {
        $bleed = $this->scene->print->bleedMm ?? 0.0;
        foreach ($piece->marks as $mark) {
            $radius = $mark->sizeMm / 2 + $bleed;
            $hole = $mark->shape === MarkShape::Ring ? $mark->sizeMm / 4 - $bleed : -1.0;
            $this->render($piece, Rect::around($mark->centre->x, $mark->centre->y, 2 * $radius + 1, 2 * $radius + 1), [], function (float $x, float $y) use ($mark, $radius, $hole, $paper): array {
                $distance = hypot($x - $mark->centre->x, $y - $mark->centre->y);

                return $this->inked($paper($x, $y), min($this->cover($radius - $distance), $this->cover($distance - $hole)));
            });
        }
        $bits = $code->bits();
        $area = $piece->codeArea;
        $module = CardLayout::CODE_MODULE_MM;
        $around = new Rect($area->x - $bleed, $area->y - $bleed, $area->width + 2 * $bleed, $area->height + 2 * $bleed);
        $this->render($piece, $around, [], function (float $x, float $y) use ($bits, $area, $module, $paper, $bleed): array {
            $cover = 0.0;
            // Ink of a module beside this place may have run here.
            foreach ($bleed > 0 ? [-$bleed, 0.0, $bleed] : [0.0] as $dx) {
                foreach ($bleed > 0 ? [-$bleed, 0.0, $bleed] : [0.0] as $dy) {
                    $column = (int) floor(($x + $dx - $area->x) / $module);
                    $row = (int) floor(($y + $dy - $area->y) / $module);
                    if ($column >= 0 && $row >= 0 && $column < CardCode::COLUMNS && $row < CardCode::ROWS) {
                        $cover = max($cover, (float) $bits[$row * CardCode::COLUMNS + $column]);
                    }
                }
            }

            return $this->inked($paper($x, $y), $cover);
        });
    }

    /**
     * @param list<float> $bare
     *
     * @return list<float> what it shows, and the colour
     */
    private function inked(array $bare, float $cover): array
    {
        $out = [self::UNCLEAR];
        foreach ($bare as $n => $v) {
            $out[] = $v + $cover * ($this->inkIn($n) - $v);
        }

        return $out;
    }

    /** The ink of print and line in a channel. */
    private function inkIn(int $channel): float
    {
        $gloss = $this->scene->sheet->inkGloss;

        return ($gloss + (1 - $gloss) * $this->scene->ink) * ($this->perfect[$channel] ?? 1.0);
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
            'lift' => $this->lift($window),
            'depth' => $this->fadeStep($window, $cells[0]->step ?? 1),
            'second-line' => $this->linePair($window),
            'own' => $this->edgeless($window, fn (float $x, float $y): float => (0.3 + 0.25 * ($window->row % 5)) * (1 + 0.02 * $this->scene->unevenness->at($x, $y))),
            default => $this->block($window, BlockKind::from($window->use)),
        };
        $this->render($piece, $window->area, $cells, $shade);
    }

    private function bare(Window $window): \Closure
    {
        return fn (float $x, float $y): array => [self::ON_PAPER, ...$this->paperShade($window->piece, $x, $y)];
    }

    /**
     * What a device sees of a film in one place.
     *
     * @param int $at step of the film's thickness
     * @param float $tooth the paper's brightness above its mean, share
     * @param float $ink share of the place that is line, beneath the film
     * @param float $wet share of the place that is painted
     * @param int $ground what it shows
     *
     * @return list<float>
     */
    private static function point(FilmTable $film, int $at, float $tooth, float $ink, float $wet, int $ground): array
    {
        $out = [$ground];
        foreach ($film->paper as $n => $paper) {
            $v = 0.0;
            if ($wet < 1.0) {
                $v = (1 - $wet) * ((1 - $ink) * ($paper[0] + $tooth * $film->tooth[$n][0]) + $ink * $film->ink[$n][0]);
            }
            if ($wet > 0.0) {
                $v += $wet * ((1 - $ink) * ($paper[$at] + $tooth * $film->tooth[$n][$at]) + $ink * $film->ink[$n][$at]);
            }
            $out[] = $v;
        }

        return $out;
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
        $table = $this->table($film, $window->piece);
        $grains = $this->grains($film, $window->row);
        $unevenness = $scene->unevenness;

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

        return function (float $x, float $y) use ($middle, $line, $lineHalves, $edge, $thickness, $starts, $ends, $left, $top, $table, $grains): array {
            $i = (int) (20 * ($x - $left));
            $j = (int) (20 * ($y - $top));
            $inInk = $lineHalves[$i] - abs($y - $line[$i]);
            $inside = min($edge[$i] - abs($y - $middle), $x - $starts[$j], $ends[$j] - $x);
            $wet = $this->cover($inside);
            $here = $wet > 0 ? $thickness[$i] * $grains->at($x, $y) * ($inside < 2 ? 1 + 0.35 * exp(-$inside / 0.3) : 1.0) : 0.0;
            $onPaper = $inInk < -0.4 ? self::ON_PAPER : self::UNCLEAR;
            $ground = $inInk > 0.5 ? self::ON_INK : $onPaper;

            return self::point($table, $table->index($here), $this->tooth($x, $y), $this->cover($inInk), $wet, $inside > 0.9 || $inside < -0.4 ? $ground : self::UNCLEAR);
        };
    }

    private function lift(Window $window): \Closure
    {
        $film = $this->scene->films[$window->row];
        $painted = $window->painted ?? $window->area;
        $thickness = $this->scene->hand->between(0.82, 1.05);
        $third = $painted->width / 3;
        $left = [1.0, $film->leftBySoft, $film->leftByStiff];

        return $this->flat($window, function (float $x, float $y) use ($painted, $thickness, $third, $left): float {
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

        return $this->flat($window, fn (float $x, float $y): float => $thickness * (1 + 0.015 * $scene->unevenness->at($x, $y)), $dose);
    }

    /** Any other block: fields with edges, or paint that fades out by itself. */
    private function block(Window $window, BlockKind $kind): \Closure
    {
        $laid = $this->laid($window, $kind);
        if ($laid->driftAt !== null) {
            return $this->drifting($window, $laid->thicknessAt, $laid->driftAt, $laid->fields[0] ?? null);
        }
        if ($laid->fields === []) {
            return $this->edgeless($window, $laid->thicknessAt);
        }
        $fields = $laid->fields;
        $shades = array_map(fn (Rect $field): \Closure => $this->flat($window, $laid->thicknessAt, 0.0, $field), $fields);
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

    private function laid(Window $window, BlockKind $kind): Laid
    {
        $standIn = BlockStandIn::for($kind) ?? throw new \LogicException("No stand-in paints the block \"$kind->value\".");

        return $standIn::paint(new Hand($this->scene, $window));
    }

    /** Paint without an edge of its own. */
    private function edgeless(Window $window, \Closure $thicknessAt): \Closure
    {
        $film = $this->scene->films[$window->row];
        $table = $this->table($film, $window->piece);
        $grains = $this->grains($film, $window->row);

        return fn (float $x, float $y): array => self::point($table, $table->index($thicknessAt($x, $y) * $grains->at($x, $y)), $this->tooth($x, $y), 0.0, 1.0, self::ON_PAPER);
    }

    /** Paint whose pigments have drifted apart, in a rectangle or fading out by itself. */
    private function drifting(Window $window, \Closure $thicknessAt, \Closure $driftAt, ?Rect $painted): \Closure
    {
        $film = $this->scene->films[$window->row];
        $grains = $this->grains($film, $window->row);

        return function (float $x, float $y) use ($painted, $film, $grains, $window, $driftAt, $thicknessAt): array {
            $inside = $painted === null ? INF : min($x - $painted->x, $painted->right() - $x, $y - $painted->y, $painted->bottom() - $y);
            if ($inside <= 0) {
                return [$inside < -0.4 ? self::ON_PAPER : self::UNCLEAR, ...$this->paperShade($window->piece, $x, $y)];
            }
            $place = self::DRIFT_STEPS * max(-1.0, min(1.0, $driftAt($x, $y)));
            $low = (int) floor($place);
            $thickness = $thicknessAt($x, $y) * $grains->at($x, $y);
            $ground = $inside > 0.9 ? self::ON_PAPER : self::UNCLEAR;
            $out = [];
            // Between two steps of drift.
            foreach ([[$low, 1 - $place + $low], [$low + 1, $place - $low]] as [$step, $share]) {
                if ($share > 0) {
                    $table = $this->table($film, $window->piece, 0.0, $step / self::DRIFT_STEPS);
                    foreach (self::point($table, $table->index($thickness), $this->tooth($x, $y), 0.0, 1.0, $ground) as $n => $v) {
                        $out[$n] = ($out[$n] ?? 0.0) + $share * $v;
                    }
                }
            }
            $out[0] = $ground;

            return $out;
        };
    }

    /** Paint over a line, and a second line over the paint. */
    private function linePair(Window $window): \Closure
    {
        $scene = $this->scene;
        $film = $scene->films[$window->row];
        $laid = $this->laid($window, BlockKind::SecondLine);
        [$painted, $thicknessAt] = [$laid->fields[0], $laid->thicknessAt];
        $table = $this->table($film, $window->piece);
        $grains = $this->grains($film, $window->row);
        $random = Chance::keyed("lines|{$scene->layout->uuid}|$window->row");
        $lines = array_map(static fn (CellRole $role): array => [
            $scene->layout->cellsOf($window->row, $role)[0]->area->centre()->y + $random->between(-0.6, 0.6), $random->between(1.8, 2.2),
        ], [CellRole::UnderPainted, CellRole::OverPainted]);
        // The second line is ruled with another pen.
        $pen = $random->between(0.75, 1.35);

        return function (float $x, float $y) use ($painted, $thicknessAt, $table, $grains, $lines, $pen): array {
            [$inUnder, $inOver] = array_map(static fn (array $line): float => $line[1] - abs($y - $line[0]), $lines);
            $inside = min($x - $painted->x, $painted->right() - $x, $y - $painted->y, $painted->bottom() - $y);
            $onLine = max($inUnder, $inOver);
            $ground = $onLine > 0.5 ? self::ON_INK : ($onLine < -0.4 ? self::ON_PAPER : self::UNCLEAR);
            $out = self::point($table, $table->index($thicknessAt($x, $y) * $grains->at($x, $y)), $this->tooth($x, $y), $this->cover($inUnder), $this->cover($inside), $inside > 0.9 || $inside < -0.4 ? $ground : self::UNCLEAR);
            $over = $this->cover($inOver);
            for ($n = 1; $over > 0 && $n < count($out); $n++) {
                $out[$n] += $over * ($pen * $this->inkIn($n - 1) - $out[$n]);
            }

            return $out;
        };
    }

    /** A painted rectangle with ragged, slightly darker edges. */
    private function flat(Window $window, \Closure $thicknessAt, float $doseMlxh = 0.0, ?Rect $field = null): \Closure
    {
        $scene = $this->scene;
        $film = $scene->films[$window->row];
        $painted = $field ?? $window->painted ?? $window->area;
        $centre = $painted->centre();
        $table = $this->table($film, $window->piece, $doseMlxh);
        $grains = $this->grains($film, $window->row);
        $phase = $scene->hand->between(0, 40);

        return function (float $x, float $y) use ($scene, $painted, $centre, $table, $grains, $phase, $thicknessAt): array {
            $inside = min(
                $painted->width / 2 - abs($x - $centre->x) + 0.3 * $scene->unevenness->at($phase, $y),
                $painted->height / 2 - abs($y - $centre->y) + 0.3 * $scene->unevenness->at($x, $phase),
            );
            $wet = $this->cover($inside);
            $thickness = $wet > 0 ? $thicknessAt($x, $y) * (1 + 0.35 * exp(-$inside / 0.3)) * $grains->at($x, $y) : 0.0;

            return self::point($table, $table->index($thickness), $this->tooth($x, $y), 0.0, $wet, $inside > 0.9 || $inside < -0.4 ? self::ON_PAPER : self::UNCLEAR);
        };
    }

    private function grains(Film $film, int $row): Grains
    {
        return $this->grains[$row] ??= Grains::of($film, $this->scene, $row);
    }

    private function table(Film $film, string $piece, float $doseMlxh = 0.0, float $drift = 0.0): FilmTable
    {
        return $this->tables[sprintf('%d|%s|%.3f|%.3f', spl_object_id($film), $piece === 'exposed' ? $piece : '', $doseMlxh, $drift)] ??=
            FilmTable::of($film, $this->scene->sheet, $this->scene->paperOf($piece), $this->scene->ink, $this->weights, $drift === 0.0 ? self::FILM_MOST : self::DRIFT_MOST, $doseMlxh, $drift);
    }

    /**
     * @param list<Cell> $cells cells whose truth is gathered on the way
     * @param \Closure(float, float): (list<float>|null) $shade what a place shows, the device's colour, and X, Y, Z for a spectral device; null leaves the pixel
     */
    private function render(Piece $piece, Rect $area, array $cells, \Closure $shade): void
    {
        $us = $vs = [];
        foreach ($area->polygon() as [$x, $y]) {
            [$us[], $vs[]] = $this->optics->toPicture($piece->id, $x, $y);
        }
        $bins = $this->binsOf($area, $cells);
        $across = (int) ceil($area->width / self::CELL_BIN_MM) + 1;
        $draw = $this->scene->scanner->whole(0, 65535);
        $eye = $this->sensor?->isSpectral() === true ? 4 : 1;
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
                    if ($colour === null) {
                        continue;
                    }
                    $at = ($v * $this->width + $u) * 3;
                    $code = $this->encode([$colour[1], $colour[2], $colour[3]], $draw += 3, $light);
                    $this->pixels[$at] = $code[0];
                    $this->pixels[$at + 1] = $code[1];
                    $this->pixels[$at + 2] = $code[2];
                    if ($colour[0] != self::UNCLEAR) {
                        $cell = $bins[(int) $colour[0]][(int) (($y - $top) / self::CELL_BIN_MM) * $across + (int) (($x - $left) / self::CELL_BIN_MM)] ?? null;
                        if ($cell !== null) {
                            $this->seen[$cell] ??= [0, 0.0, 0.0, 0.0];
                            $this->seen[$cell][0]++;
                            $this->seen[$cell][1] += $colour[$eye];
                            $this->seen[$cell][2] += $colour[$eye + 1];
                            $this->seen[$cell][3] += $colour[$eye + 2];
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
            $v = ($rgb[$c] * $light + $this->stray) * $this->gains[$c];
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
            $this->render($piece, $area, [], static fn (float $x, float $y): array => [self::UNCLEAR, $grey, $grey, $grey]);
        }
    }
}
