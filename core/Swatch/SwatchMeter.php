<?php

declare(strict_types=1);

namespace MarshTrial\Core\Swatch;

use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\SurfaceLight;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Capture\CalibrationKind;
use MarshTrial\Core\Capture\CapturedPicture;
use MarshTrial\Core\Capture\PictureFacts;
use MarshTrial\Core\Capture\Uncertainty;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReader;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\Resampler;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/**
 * Reads a swatch through a pocket frame: finds bare paper, even paint, ink and a line beneath by looking, and tells what they bear.
 *
 * Nobody knows how the swatch was painted, on what and when; so colours are told at the depths that are there, and amounts only over bare
 * paper of the swatch itself.
 */
final readonly class SwatchMeter
{
    /** Standard deviations of light that hold 95 % of what it does to a colour. */
    private const LIGHT_95 = 1.96;

    private const CHANNELS = ['red', 'green', 'blue'];

    /** @param Lab|null $paper colour of the swatches' bare paper, where it was measured */
    public function __construct(private Scale $scale, private CapturedPicture $captured, private PictureFacts $facts, private bool $jpeg, private ?Lab $paper = null) {}

    /** @param array{0: float, 1: float, 2: float}|null $gain what to multiply the channels with; null: what makes its own bare paper true */
    public function read(int $row, ?array $gain = null): SwatchReading
    {
        $piece = PocketFrame::pieceId($row);
        $frame = $this->captured->reader($piece);
        $grid = WindowGrid::of($this->scale->swatch, $frame, PocketFrame::window());
        $paper = BarePaper::in($grid, $this->captured->sheet($piece));
        $line = $paper === null ? null : LineBeneath::in($grid, $paper);
        if ($line !== null) {
            $grid = $grid->without($line->points);
        }
        $bare = $paper !== null && ($line !== null || $paper->hasEdge($grid)) ? $paper : null;
        $white = $bare->rgb ?? $this->captured->sheet($piece);
        $painted = self::painted($grid, $bare, $white);
        if (count($painted) * $grid->scale->blockMm ** 2 < $grid->scale->leastPlaceMm2) {
            return SwatchReading::nothing($row, $paper !== null
                ? 'The window shows bare paper, or paint too pale to be told from it. Lay the frame over the swatch, so that paint and some bare paper show.'
                : 'Too little of the window shows even paint: it is covered with ink or broken up. Move the frame to a calmer part of the swatch.');
        }

        return $this->told($row, $piece, $frame, $grid, $bare, $white, $line, $painted, $gain ?? $this->gain($bare));
    }

    /**
     * @param list<int> $painted
     * @param array{0: float, 1: float, 2: float} $gain
     */
    private function told(int $row, string $piece, Resampler $frame, WindowGrid $grid, ?BarePaper $bare, LinearRgb $white, ?LineBeneath $line, array $painted, array $gain): SwatchReading
    {
        $reader = new CellReader($frame);
        $cells = $readings = [];
        $read = function (string $name, CellRole $role, int $step, Rect $area) use (&$cells, &$readings, $row, $piece, $reader, $grid, $bare, $gain): CellReading {
            $cells[] = $cell = new Cell(CellId::named($row, $name), $piece, $row, $role, $step, $area);
            $reading = $this->lit($reader->read($area), $grid, $bare, $gain);

            return $readings[$cell->id] = $this->widened($reading, $piece, $bare !== null);
        };
        $paper = null;
        if ($bare !== null) {
            $place = EvenPlaces::largest($grid, array_fill_keys($bare->squares, true), $this->most($grid)) ?? throw new \LogicException('Paper has squares.');
            $paper = $read(CellRole::Paper->value, CellRole::Paper, 0, $place);
            $paper = $readings[CellId::named($row, CellRole::Paper->value)] = $paper->in(self::times($bare->rgb, $gain));
        }
        $deposits = $this->deposits($grid, $painted, $bare, $white);
        $key = Deposit::keyChannel(array_values(array_filter($deposits, fn (Deposit $d): bool => ($d->largest() ?? 0.0) >= $this->scale->depths->least)), $this->scale->depths->reference);
        $fields = $shares = [];
        $step = 0;
        foreach ($this->places($grid, $painted, $deposits, $key) as [$name, $area, $share]) {
            $wash = $name === CellRole::Wash->value;
            $role = $wash ? CellRole::Wash : CellRole::Swatch;
            $fields[$role->value][] = $read($wash ? $name : $role->value.'-'.++$step, $role, $wash ? 0 : $step, $area);
            $shares[$cells[count($cells) - 1]->id] = $share;
        }
        if ($line !== null) {
            $fields[CellRole::UnderBare->value] = [$read('under-bare', CellRole::UnderBare, 0, $line->bare)];
            $fields[CellRole::UnderPainted->value] = [$read('under-painted', CellRole::UnderPainted, 0, $line->painted)];
            $fields[CellRole::BetweenLines->value] = [CellReading::pool(array_map(static fn (Rect $r, int $i): CellReading => $read('beside-line-'.($i + 1), CellRole::BetweenLines, $i + 1, $r), $line->beside, array_keys($line->beside)))];
        }
        $overPaper = $paper === null ? null : new RowReadings($this->scale, $row, $paper, null, [], [], $fields);
        if ($this->showsTwoPaints($cells, $readings)) {
            return SwatchReading::nothing($row, 'The window shows two colours that are hardly one paint. Lay the frame so that only one swatch shows.');
        }
        $remarks = $this->remarks($grid, $bare, $readings);

        return new SwatchReading(
            $row, $cells, $readings, $paper, $overPaper?->keyName(), $this->depthsOf($overPaper, $cells, $readings), $this->outshines($grid, $painted, $bare),
            $this->ratings($row, $overPaper, $line, $frame, $grid, $bare, $gain, $cells), $remarks, null, $gain, $shares,
        );
    }

    /**
     * Squares of paint, clear of its edges and of ink.
     *
     * @return list<int>
     */
    private static function painted(WindowGrid $grid, ?BarePaper $bare, LinearRgb $white): array
    {
        $isPaper = array_fill_keys($bare->squares ?? [], true);
        $paint = [];
        foreach ($grid->squares as $i => $rgb) {
            if ($rgb === null || isset($isPaper[$i])) {
                continue;
            }
            $logs = array_map(static fn (float $v, float $p): float => -log(max(1e-4, $v) / max(1e-4, $p)), $rgb, $white->toArray());
            if ($bare === null || max($logs) >= $grid->scale->painted || min($logs) <= -$grid->scale->outshines) {
                $paint[$i] = true;
            }
        }
        $inner = array_filter(array_keys($paint), static function (int $i) use ($grid, $paint): bool {
            foreach ($grid->around($i) as $k) {
                // Beside ink a square may still be good paint; beside paper, or what is neither, it is an edge.
                if (! isset($paint[$k]) && $grid->squares[$k] !== null) {
                    return false;
                }
            }

            return true;
        });

        return array_values($inner);
    }

    /**
     * @param list<int> $painted
     *
     * @return array<int, Deposit> by square
     */
    private function deposits(WindowGrid $grid, array $painted, ?BarePaper $bare, LinearRgb $white): array
    {
        $out = [];
        foreach ($painted as $i) {
            $centre = $grid->rect($i % $grid->columns, intdiv($i, $grid->columns))->centre();
            $out[$i] = Deposit::of(self::times(new LinearRgb(...($grid->squares[$i] ?? [0.0, 0.0, 0.0])), array_fill(0, 3, 1 / ($bare?->lightAt($grid, $centre->x, $centre->y) ?? 1.0))), $white);
        }

        return $out;
    }

    /**
     * Even places: the deepest, those at reference depth and of the tint where they are there, and the largest of one depth.
     *
     * @param list<int> $painted
     * @param array<int, Deposit> $deposits
     *
     * @return list<array{0: string, 1: Rect, 2: float}> with the share of the paint that is as deep; the deepest first, the wash last
     */
    private function places(WindowGrid $grid, array $painted, array $deposits, ?int $key): array
    {
        // How deep: by the key channel while it can be read, beyond by luminance, on one scale.
        $depth = [];
        foreach ($painted as $i) {
            $own = $key === null ? null : $deposits[$i]->in($key);
            $depth[$i] = $own ?? 4.0 - log(max(1e-4, (new LinearRgb(...($grid->squares[$i] ?? [0.0, 0.0, 0.0])))->luminance())) / 3;
        }
        $depth = self::smoothed($grid, $depth);
        $sorted = array_values($depth);
        sort($sorted);
        $at = static fn (float $share): float => $sorted[(int) ($share * (count($sorted) - 1))];
        $within = fn (float $target): array => array_fill_keys(array_keys(array_filter($depth, fn (float $d): bool => abs($d - $target) <= max(0.02, $grid->scale->even * $target))), true);
        $least = fn (?Rect $r, float $mm2): ?Rect => $r !== null && $r->width * $r->height >= $mm2 && min($r->width, $r->height) >= 2 * $grid->scale->blockMm ? $r : null;
        $wash = $depthOfWash = null;
        foreach ([0.1, 0.3, 0.5, 0.7, 0.9] as $share) {
            $place = $least(EvenPlaces::largest($grid, $within($at($share)), $this->most($grid)), $grid->scale->leastWashMm2);
            if ($place !== null && ($wash === null || $place->width * $place->height > $wash->width * $wash->height)) {
                [$wash, $depthOfWash] = [$place, $at($share)];
            }
        }
        $found = [];
        // Grains make the deepest part of an even wash seem a depth of its own.
        $alike = fn (float $a, float $b): bool => abs($a - $b) <= 1.5 * $grid->scale->even * max($a, $b);
        foreach ([$at(0.93), $this->scale->depths->reference, $this->scale->depths->tint, $at(0.1)] as $target) {
            $place = $least(EvenPlaces::largest($grid, $within($target), $this->most($grid)), $grid->scale->leastPlaceMm2);
            $new = array_filter($found, static fn (array $f): bool => $alike($f[2], $target)) === [];
            if ($place !== null && $new && ($depthOfWash === null || ! $alike($depthOfWash, $target))) {
                $found[] = [CellRole::Swatch->value, $place, $target];
            }
        }
        usort($found, static fn (array $a, array $b): int => $b[2] <=> $a[2]);
        $share = static fn (float $target): float => count($within($target)) / max(1, count($depth));
        $out = array_map(static fn (array $f): array => [$f[0], $f[1], $share($f[2])], $found);

        return $wash === null ? $out : [...$out, [CellRole::Wash->value, $wash, $share((float) $depthOfWash)]];
    }

    /**
     * Depths averaged over the squares around, so that grains are not taken for depths.
     *
     * @param array<int, float> $depth by square
     *
     * @return array<int, float>
     */
    private static function smoothed(WindowGrid $grid, array $depth): array
    {
        $out = [];
        foreach ($depth as $i => $own) {
            $near = [$own];
            foreach ($grid->around($i) as $k) {
                if (isset($depth[$k])) {
                    $near[] = $depth[$k];
                }
            }
            $out[$i] = array_sum($near) / count($near);
        }

        return $out;
    }

    private function most(WindowGrid $grid): int
    {
        return (int) ($grid->scale->mostPlaceMm / $grid->scale->blockMm);
    }

    /**
     * What makes colours true where they were fitted to the frame's paper: the swatch's own is the better white.
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private function gain(?BarePaper $bare): array
    {
        if ($bare === null || ! $this->isFitted()) {
            return [1.0, 1.0, 1.0];
        }
        $wanted = ($this->paper ?? new Lab(...CapturedPicture::USUAL_PAPER))->toXyz()->toLinearRgb();

        return [$wanted->r / max(1e-3, $bare->rgb->r), $wanted->g / max(1e-3, $bare->rgb->g), $wanted->b / max(1e-3, $bare->rgb->b)];
    }

    /** Whether colours hang on what the paper in the picture is taken to be. */
    private function isFitted(): bool
    {
        return $this->captured->photo && in_array($this->captured->calibration->kind, [CalibrationKind::Paper, CalibrationKind::Profile], true);
    }

    /** @param array{0: float, 1: float, 2: float} $gain */
    private function lit(CellReading $reading, WindowGrid $grid, ?BarePaper $bare, array $gain): CellReading
    {
        $centre = $reading->area->centre();
        $light = $bare?->lightAt($grid, $centre->x, $centre->y) ?? 1.0;

        return $reading->in(self::times($reading->rgb, array_map(static fn (float $g): float => $g / $light, $gain)));
    }

    /** @param array<int, float> $by */
    private static function times(LinearRgb $rgb, array $by): LinearRgb
    {
        return new LinearRgb($rgb->r * $by[0], $rgb->g * $by[1], $rgb->b * $by[2]);
    }

    /** A swatch's colour is the less sure for its light and for the white that nobody measured. */
    private function widened(CellReading $reading, string $piece, bool $overPaper): CellReading
    {
        $reading = Uncertainty::of($reading, $this->captured->pieces[$piece], $this->captured);
        $lab = $reading->lab;
        $share = $this->scale->swatch->light;
        $line = [($lab->l + 16) / 3 * $share, $lab->a / 3 * $share, $lab->b / 3 * $share];
        $covariance = $reading->labCovariance;
        foreach ($line as $i => $a) {
            foreach ($line as $j => $b) {
                $covariance[$i][$j] += $a * $b;
            }
        }
        $more = self::LIGHT_95 * hypot($line[0] / (1 + 0.015 * ($lab->l - 50) ** 2 / sqrt(20 + ($lab->l - 50) ** 2)), hypot($line[1], $line[2]) / (1 + 0.045 * $lab->chroma()));
        $white = 0.0;
        if ($this->isFitted()) {
            $white = ($overPaper ? ($this->paper === null ? $this->scale->swatch->unknownPaper : 0.0) : $this->scale->swatch->unknownFrame) * min(1.0, ($lab->l + 16) / 110);
        }

        return $reading->with($covariance, hypot($reading->uncertainty95, hypot($more, $white)), $reading->shared);
    }

    /**
     * Whether even places differ in hue by more than thick and thin of one paint do.
     *
     * @param list<Cell> $cells
     * @param array<string, CellReading> $readings
     */
    private function showsTwoPaints(array $cells, array $readings): bool
    {
        $hues = [];
        foreach ($cells as $cell) {
            $lab = $readings[$cell->id]->lab;
            if (in_array($cell->role, [CellRole::Swatch, CellRole::Wash], true) && $lab->chroma() > $this->scale->swatch->oneHueChroma) {
                $hues[] = rad2deg(atan2($lab->b, $lab->a));
            }
        }
        foreach ($hues as $i => $one) {
            foreach (array_slice($hues, $i + 1) as $other) {
                if (abs(fmod($one - $other + 540, 360) - 180) > $this->scale->swatch->oneHueDeg) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Deposits of the even places in the key channel.
     *
     * @param list<Cell> $cells
     * @param array<string, CellReading> $readings
     *
     * @return array<string, float|null>
     */
    private function depthsOf(?RowReadings $row, array $cells, array $readings): array
    {
        $out = [];
        foreach ($row === null ? [] : $cells as $cell) {
            if (in_array($cell->role, [CellRole::Swatch, CellRole::Wash], true)) {
                $out[$cell->id] = $row->keyDeposit($readings[$cell->id]);
            }
        }

        return $out;
    }

    /**
     * @param list<int> $painted
     *
     * @return list<string> channels in which the paint is brighter than its paper
     */
    private function outshines(WindowGrid $grid, array $painted, ?BarePaper $bare): array
    {
        $out = [];
        foreach ($bare === null ? [] : self::CHANNELS as $c => $name) {
            $brighter = array_filter($painted, static fn (int $i): bool => log(max(1e-4, $grid->squares[$i][$c] ?? 0.0) / max(1e-4, $bare->rgb->toArray()[$c])) > $grid->scale->outshines);
            if (count($brighter) > $grid->scale->outshining * count($painted)) {
                $out[] = $name;
            }
        }

        return $out;
    }

    /**
     * @param array<string, CellReading> $readings
     *
     * @return list<string>
     */
    private function remarks(WindowGrid $grid, ?BarePaper $bare, array $readings): array
    {
        $remarks = [];
        if ($bare === null) {
            $remarks[] = 'no bare paper of the swatch shows in the window: only colours are told, with a wide range, and no amounts. Lay the frame so that a strip of bare paper shows';
        } elseif ($this->isFitted() && $this->paper === null) {
            $remarks[] = 'the bare paper was never measured and is taken to be of a usual white; if age has yellowed it, colours are bluer here than they are';
        }
        if ($grid->inked() > 0.004) {
            $remarks[] = 'words, pen strokes, hairs or dark specks in the window were left out';
        }

        return $remarks;
    }

    /**
     * @param array{0: float, 1: float, 2: float} $gain
     * @param list<Cell> $cells
     *
     * @return list<Rating>
     */
    private function ratings(int $row, ?RowReadings $readings, ?LineBeneath $line, Resampler $frame, WindowGrid $grid, ?BarePaper $bare, array $gain, array $cells): array
    {
        if ($readings === null || $bare === null) {
            return array_map(fn (string $property): Rating => Rating::without($this->scale, $row, $property, RatingStatus::NotReached, 'No bare paper of the swatch shows in the window, and amounts are taken over it.'), ['transparency', 'granulation']);
        }
        $claim = $this->facts->calibration->claim;
        if ($line === null) {
            $transparency = Rating::without($this->scale, $row, 'transparency', RatingStatus::NotReached, 'No black line runs under the paint, bare at one end: without one nothing tells how much shows through.');
        } else {
            $darkest = min(array_map(static fn (CellReading $r): float => $r->rgb->luminance(), [...$readings->fields(CellRole::UnderPainted), ...$readings->fields(CellRole::UnderBare)]));
            $transparency = Transparency::overLine($readings, SurfaceLight::alone($this->scale, max(1e-4, $darkest)), $this->facts->calibration->contrastUncertainty(), $claim);
        }

        return [$transparency, $this->granulation($row, $readings, $frame, $grid, $bare, $gain, $cells)];
    }

    /**
     * @param array{0: float, 1: float, 2: float} $gain
     * @param list<Cell> $cells
     */
    private function granulation(int $row, RowReadings $readings, Resampler $frame, WindowGrid $grid, BarePaper $bare, array $gain, array $cells): Rating
    {
        $areas = array_column(array_map(static fn (Cell $c): array => [$c->role->value, $c], $cells), 1, 0);
        $wash = $areas[CellRole::Wash->value] ?? null;
        if ($wash === null) {
            return Rating::without($this->scale, $row, 'granulation', RatingStatus::NotReached, sprintf('No even part of the wash is as large as %d mm².', (int) $this->scale->swatch->leastWashMm2));
        }
        $dpi = $this->facts->dpiAt($wash);
        $reading = $readings->first(CellRole::Wash) ?? throw new \LogicException('The wash was read.');
        $inLuminance = $this->jpeg && $readings->key !== null && Granulation::luminancePerAmount($readings, $reading) > $this->scale->grain->inLuminance;
        $map = function (Cell $cell, array $window) use ($frame, $dpi, $readings, $inLuminance, $grid, $bare, $gain): ?GrainMap {
            if ($readings->key === null || $dpi < $this->scale->grain->leastDpi - $this->scale->grain->dpiShort) {
                return null;
            }
            $c = $cell->area->centre();
            $area = Rect::around($c->x, $c->y, min($window[0], $cell->area->width), min($window[1], $cell->area->height));
            $light = $bare->lightAt($grid, $c->x, $c->y);
            $of = fn (int $channel): GrainMap => $frame->areaMeans($area, $this->scale->grain->pitchMm, $channel);
            if (! $inLuminance) {
                $one = $of($readings->key);

                return new GrainMap($one->columns, $one->rows, $one->pitchMm, array_map(static fn (float $v): float => $v * $gain[$readings->key] / $light, $one->values));
            }
            [$r, $g, $b] = array_map($of, [0, 1, 2]);

            return new GrainMap($r->columns, $r->rows, $r->pitchMm, array_map(static fn (float $x, float $y, float $z): float => (new LinearRgb($x * $gain[0] / $light, $y * $gain[1] / $light, $z * $gain[2] / $light))->luminance(), $r->values, $g->values, $b->values));
        };
        return Granulation::rate($readings, $map($wash, $this->scale->grain->windowMm), $map($areas[CellRole::Paper->value], $this->scale->grain->paperWindowMm), (int) round($dpi), $this->facts->sharpness($this->jpeg), $this->facts->calibration->claim, $inLuminance);
    }
}
