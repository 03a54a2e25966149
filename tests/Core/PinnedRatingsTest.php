<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\BareWindows;
use MarshTrial\Core\Bench\DryingShift;
use MarshTrial\Core\Bench\Evenness;
use MarshTrial\Core\Bench\Glazing;
use MarshTrial\Core\Bench\Gradation;
use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\InitialSlope;
use MarshTrial\Core\Bench\Measures\DropTravel;
use MarshTrial\Core\Bench\Measures\WaterRing;
use MarshTrial\Core\Bench\Order;
use MarshTrial\Core\Bench\Rewetting;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\Salt;
use MarshTrial\Core\Bench\Separation;
use MarshTrial\Core\Bench\Staining;
use MarshTrial\Core\Bench\SteppedLadder;
use MarshTrial\Core\Bench\SurfaceLight;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Bench\WetEdge;
use MarshTrial\Core\Capture\Sharpness;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Fading\FadeComparison;
use MarshTrial\Core\Fading\FadeRow;
use MarshTrial\Core\Fading\HalfPair;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\CellRemark;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Ladder;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Readings;

/**
 * A scale that has rated is never changed: what it says of the same readings stays what it was. Every sweep leads one thing in small steps
 * over the limits that decide it; tests/Support/pinned-ratings.json holds what was said. A deliberate change makes a further scale, or a
 * further version of the rules, and pins anew with PIN=1.
 */
final class PinnedRatingsTest extends TestCase
{
    private const FILE = __DIR__.'/../Support/pinned-ratings.json';

    private const K = [1.1, 0.5, 0.1];

    /** @return iterable<string, array{string}> */
    public static function names(): iterable
    {
        foreach (array_keys(self::sweeps()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('names')]
    public function testWhatWasSaidIsStillSaid(string $name): void
    {
        $said = array_map(self::plain(...), self::sweeps()[$name]());
        self::assertGreaterThan(1, count(array_unique(array_map(serialize(...), $said))), 'the sweep decides something');
        $hash = substr(hash('sha256', serialize($said)), 0, 16);
        $pinned = is_file(self::FILE) ? json_decode((string) file_get_contents(self::FILE), true) : [];
        if (getenv('PIN') === '1') {
            $pinned[$name] = $hash;
            ksort($pinned);
            file_put_contents(self::FILE, json_encode($pinned, JSON_PRETTY_PRINT)."\n");
        }
        self::assertSame($pinned[$name] ?? 'not pinned', $hash, "what the scale says of the sweep \"$name\" has changed");
    }

    /** @return mixed numbers to five places that count, so that no library's last digit decides */
    private static function plain(mixed $said): mixed
    {
        return match (true) {
            $said instanceof Rating => self::plain([$said->status->value, $said->value, $said->uncertainty, $said->classes, $said->classes95, $said->chances, $said->remarks, $said->kind, $said->atDeposit]),
            is_float($said) => $said == 0.0 || ! is_finite($said) ? (string) $said : sprintf('%.4e', $said),
            is_array($said) => array_map(self::plain(...), $said),
            $said instanceof \UnitEnum => $said->name,
            is_object($said) => self::plain(get_object_vars($said)),
            default => $said,
        };
    }

    /** @return list<float> */
    private static function range(float $from, float $to, int $steps = 40): array
    {
        return array_map(static fn (int $i): float => $from + ($to - $from) * $i / $steps, range(0, $steps));
    }

    /** @return \Closure(): float noise between -1 and 1, the same each time */
    private static function noise(int $seed): \Closure
    {
        $state = $seed;

        return static function () use (&$state): float {
            $state = ($state * 1103515245 + 12345) % 2147483648;

            return $state / 1073741824 - 1;
        };
    }

    /** @param \Closure(float, float): float $deposit by x and y, mm */
    private static function map(RowReadings $row, \Closure $deposit, float $width, float $height, float $pitch): GrainMap
    {
        $bare = $row->paper->rgb->toArray()[(int) $row->key];
        [$columns, $rows] = [(int) ($width / $pitch), (int) ($height / $pitch)];
        $values = [];
        for ($i = 0; $i < $columns * $rows; $i++) {
            $values[] = $bare * exp(-$deposit(($i % $columns + 0.5) * $pitch, (intdiv($i, $columns) + 0.5) * $pitch));
        }

        return new GrainMap($columns, $rows, $pitch, $values);
    }

    /** @param \Closure(float, float, int): float $deposit by x and y from the middle, mm, and channel */
    private static function patch(RowReadings $row, \Closure $deposit, float $side, float $pitch): Patch
    {
        $n = (int) ($side / $pitch);
        $channels = [[], [], []];
        for ($i = 0; $i < $n * $n; $i++) {
            foreach ($row->paper->rgb->toArray() as $c => $bare) {
                $channels[$c][] = $bare * exp(-$deposit(($i % $n - ($n - 1) / 2) * $pitch, (intdiv($i, $n) - ($n - 1) / 2) * $pitch, $c));
            }
        }

        return new Patch($n, $n, $pitch, ...$channels);
    }

    /** @param array<string, list<CellReading>> $fields */
    private static function with(RowReadings $row, array $fields, bool $stroke = true): RowReadings
    {
        return new RowReadings($row->scale, 1, $row->paper, $row->line, $row->bareLine, $stroke ? $row->steps : [], $fields);
    }

    private static function film(float $thickness, float $sigma = 0.2): CellReading
    {
        return Readings::cell(Readings::film(self::K, 0.02, $thickness, Readings::PAPER, 0.02), $sigma);
    }

    private static function row(float $full = 2.4): RowReadings
    {
        return Readings::row(self::K, 0.02, $full);
    }

    private static function pair(float $then, float $now, float $paper = 1.0, int $depth = 1, float $turn = 0.0): HalfPair
    {
        $of = static fn (float $t, float $turn): CellReading => Readings::cell(Readings::film([self::K[0] * (1 - $turn), self::K[1] * (1 + $turn), self::K[2]], 0.02, $t, Readings::PAPER, 0.02), 0.2);
        $sheet = static fn (float $share): CellReading => Readings::cell(array_map(static fn (float $v, int $c): float => $v * ($c === 2 ? $share : 1.0), Readings::PAPER, [0, 1, 2]), 0.1);

        return new HalfPair(1, $depth, $of($then, 0.0), $of($now, $turn), $sheet(1.0), $sheet($paper));
    }

    /** @return array<string, \Closure(): list<mixed>> */
    private static function sweeps(): array
    {
        $scale = Scale::current();
        $surface = SurfaceLight::presumed($scale, 0.02);
        $row = Readings::row(self::K, 0.02, 2.4, ['wash' => 0.4]);

        return [
            'transparency by strength' => static fn (): array => array_map(static fn (float $full): Rating => Transparency::rate(Readings::row(self::K, 0.03, $full), $surface), self::range(0.04, 1.2, 60)),
            'transparency by scatter' => static fn (): array => array_map(static fn (float $s): Rating => Transparency::rate(Readings::row(self::K, $s, 2.0), $surface), self::range(0.0, 0.12)),
            'transparency of whites' => static fn (): array => array_map(static fn (float $s): Rating => Transparency::rate(Readings::row([0.004, 0.004, 0.004], $s, 1.0), $surface), self::range(0.0, 0.6)),
            'transparency of next to nothing' => static fn (): array => array_map(static fn (float $s): Rating => Transparency::rate(Readings::row([0.0005, 0.0005, 0.0005], $s, 1.0), SurfaceLight::known($scale, 0.02, 0.0002)), self::range(0.0, 0.04, 80)),
            'transparency of pale paint' => static fn (): array => array_map(static fn (float $k): Rating => Transparency::rate(Readings::row([$k, $k / 2, $k / 9], 0.2, 1.0), $surface), self::range(0.02, 0.3)),
            'transparency of blacks' => static fn (): array => array_map(static fn (float $share): Rating => Transparency::rate(Readings::row([1.6, 1.6 * $share, 1.6 * $share], 0.02, 1.4), $surface), self::range(0.3, 1.0, 70)),
            'transparency of greys' => static fn (): array => array_map(static fn (float $full): Rating => Transparency::rate(Readings::row([1.6, 1.6, 1.6], 0.02, $full), $surface), self::range(0.2, 1.6, 70)),
            'transparency over a pale line' => static fn (): array => array_map(static function (float $ink) use ($surface): Rating {
                $row = self::row();

                return Transparency::rate($row->withBareLine([Readings::cell([$ink, $ink, $ink]), Readings::cell([$ink, $ink, $ink])]), $surface);
            }, self::range(0.1, 0.25)),
            'two lines' => static fn (): array => array_map(static function (float $deposit) use ($surface): Rating {
                $over = static fn (float $t): CellReading => Readings::cell(Readings::film(self::K, 0.03, $t, [Readings::INK, Readings::INK, Readings::INK], 0.02));
                $bare = Readings::cell([0.032, 0.032, 0.032]);

                return Transparency::twoLines(self::with(self::row(), [
                    CellRole::BetweenLines->value => [self::film($deposit)], CellRole::UnderPainted->value => [$over($deposit)], CellRole::OverPainted->value => [$bare],
                    CellRole::UnderBare->value => [$bare, $bare], CellRole::OverBare->value => [$bare, $bare],
                ]), $surface);
            }, self::range(0.1, 1.0, 60)),
            'surface light of a card' => static fn (): array => array_map(static fn (float $gloss): array => SurfaceLight::ofCard($scale, [
                1 => Readings::row(self::K, 0.02, 2.2, ['gloss' => 0.02]), 2 => Readings::row([0.3, 1.0, 0.6], 0.04, 2.0, ['gloss' => 0.022]), 3 => Readings::row([0.1, 0.4, 1.2], 0.01, 2.0, ['gloss' => $gloss]),
            ]), self::range(0.005, 0.06, 20)),
            'surface light presumed and known' => static fn (): array => [SurfaceLight::presumed($scale, 0.03), SurfaceLight::known($scale, 0.01, 0.001), SurfaceLight::ofCard($scale, [1 => self::row()])[1]],
            'staining by depth' => static fn (): array => array_map(static fn (float $t): Rating => Staining::rate(Readings::row(self::K, 0.02, 2.4, ['unlifted' => $t])), self::range(0.1, 1.1, 60)),
            'staining by what is left' => static fn (): array => array_map(static fn (float $soft): Rating => Staining::rate(Readings::row(self::K, 0.02, 2.4, ['unlifted' => 0.6, 'soft' => $soft, 'stiff' => 0.5 * $soft])), self::range(0.0, 1.1)),
            'blotting' => static fn (): array => array_map(static fn (float $left): Rating => Staining::blotting(self::with($row, [CellRole::BlotNone->value => [self::film(0.6)], CellRole::BlotWet->value => [self::film(0.6 * $left)]])), self::range(0.0, 1.0, 20)),
            'clear steps' => static fn (): array => array_map(static fn (float $full): Rating => Gradation::clearSteps(self::row($full)), self::range(0.03, 3.0, 60)),
            'two-tone' => static fn (): array => array_map(static fn (float $k): Rating => Gradation::twoTone(Readings::row([$k, 0.5, 0.1 + $k / 3], 0.01, 2.6)), self::range(0.4, 1.6)),
            'two-tone near grey' => static fn (): array => array_map(static fn (float $share): Rating => Gradation::twoTone(Readings::row([1.0, $share, $share], 0.01, 2.4)), self::range(0.3, 1.0)),
            'granulation by grain' => static fn (): array => array_map(static function (float $grain) use ($row): Rating {
                $noise = self::noise(7);
                $paper = self::noise(8);

                return Granulation::rate($row, self::map($row, static fn (): float => 0.85 * (1 + $grain * $noise()), 12, 8.5, 0.1), self::map($row, static fn (): float => 0.01 * $paper(), 8, 5, 0.1), 300);
            }, self::range(0.0, 1.2, 24)),
            'granulation by softness' => static fn (): array => array_map(static function (float $blur) use ($row): Rating {
                $noise = self::noise(9);

                return Granulation::rate($row, self::map($row, static fn (): float => 0.85 * (1 + 0.4 * $noise()), 12, 8.5, 0.1), self::map($row, static fn (): float => 0.0, 8, 5, 0.1), 300, new Sharpness($blur, $blur / 4, $blur > 0.1));
            }, self::range(0.05, 0.2, 30)),
            'granulation by depth' => static fn (): array => array_map(static function (float $t): Rating {
                $row = Readings::row(self::K, 0.02, 2.4, ['wash' => $t]);
                $noise = self::noise(10);

                return Granulation::rate($row, self::map($row, static fn (): float => $t * (1 + 0.3 * $noise()), 6, 4, 0.1), self::map($row, static fn (): float => 0.0, 4, 4, 0.1), 300, inLuminance: $t > 0.3);
            }, [...self::range(0.1, 0.2, 50), ...self::range(0.2, 0.8, 40)]),
            'granulation crossed by a backrun' => static fn (): array => array_map(static function (float $step) use ($row): Rating {
                $noise = self::noise(11);

                return Granulation::rate($row, self::map($row, static fn (float $x): float => 0.8 * (1 + 0.1 * $noise()) + (abs($x - 6) < 0.6 ? $step * $noise() : 0.0), 12, 8.5, 0.1), self::map($row, static fn (): float => 0.0, 8, 5, 0.1), 240);
            }, self::range(0.0, 0.6, 24)),
            'sharpness' => static fn (): array => array_map(static fn (float $blur): array => [(new Sharpness($blur))->isSoft($scale), (new Sharpness($blur))->gain($scale), (new Sharpness($blur, 0.1, true))->ofGrain($scale, 0.1, false), (new Sharpness($blur, 0.0, true))->ofGrain($scale, 0.1, true)], self::range(0.05, 0.25)),
            'evenness by streaks' => static fn (): array => array_map(static fn (float $height): Rating => Evenness::rate($row, self::map($row, static fn (float $x, float $y): float => 0.85 * (1 + $height * sin($x + 0.4 * $y)), 20, 11, 0.5), self::map($row, static fn (): float => 0.0, 8, 15, 0.5)), self::range(0.0, 0.3, 30)),
            'evenness by blotches' => static fn (): array => array_map(static fn (float $lean): Rating => Evenness::rate($row, self::map($row, static fn (float $x, float $y): float => 0.85 * (1 + 0.15 * (sin($x) + $lean * sin(1.1 * $y))), 20, 11, 0.5), self::map($row, static fn (): float => 0.0, 8, 15, 0.5)), self::range(0.0, 1.0, 30)),
            'evenness beside grain' => static fn (): array => array_map(static function (float $grain) use ($row, $scale): Rating {
                $noise = self::noise(12);
                $measured = Rating::measured($scale, 1, 'granulation', $grain, 0.01, $scale->grain->classes, 0.85, [], [], ['grainSizeMm' => 0.18 + $grain, 'sPaint' => $grain], '');

                return Evenness::rate($row, self::map($row, static fn (): float => 0.85 * (1 + 2 * $grain * $noise()), 20, 11, 0.5), self::map($row, static fn (): float => 0.0, 8, 15, 0.5), $measured);
            }, self::range(0.0, 0.25, 25)),
            'evenness without grain' => static fn (): array => array_map(static function (float $height) use ($row): Rating {
                $noise = self::noise(13);

                return Evenness::rate($row, self::map($row, static fn (): float => 0.85 * (1 + $height * $noise()), 20, 11, 0.5), self::map($row, static fn (): float => 0.0, 8, 15, 0.5), null);
            }, self::range(0.0, 0.6, 20)),
            'ladder' => static fn (): array => array_map(static function (float $strength): array {
                $row = self::with(self::row(), [CellRole::Ladder->value => array_map(static fn (int $drops): CellReading => self::film($strength * $drops / 20), [12, 8, 6, 4, 2, 1])]);

                return [SteppedLadder::clearSteps($row), SteppedLadder::strength($row)];
            }, self::range(0.1, 4.0, 50)),
            'ladder of two channels' => static fn (): array => array_map(static fn (float $k): Rating => SteppedLadder::strength(self::with(Readings::row([1.0, $k, 0.05], 0.02, 2.0), [CellRole::Ladder->value => array_map(
                static fn (int $drops): CellReading => Readings::cell(Readings::film([1.0, $k, 0.05], 0.02, 1.6 * $drops / 20, Readings::PAPER, 0.02), 0.2), [12, 8, 6, 4, 2, 1],
            )])), self::range(0.1, 1.0, 40)),
            'initial slope' => static fn (): array => array_map(static fn (float $share): ?array => InitialSlope::slope($scale, [[0.1, 0.12, 0.01], [0.2, 0.23, 0.02], [0.4, 0.44, 0.03], [0.8, 0.80, 0.04]], $share), self::range(0.2, 1.0)),
            'initial slope by depth' => static fn (): array => array_map(static fn (float $most): ?array => InitialSlope::slope($scale, [[0.1, $most / 12, 0.01], [0.5, $most / 2, 0.02], [1.0, $most, 0.03]]), self::range(0.2, 1.6, 60)),
            'glazing' => static fn (): array => array_map(static fn (float $moved): Rating => Glazing::rate(self::with(self::row(), [CellRole::Glaze->value => array_map(static fn (int $n): CellReading => self::film(0.12 * min($n, 4) + ($n > 4 ? 0.12 * $moved : 0.0)), range(1, 5))])), self::range(0.0, 1.0, 40)),
            'glazing by depth' => static fn (): array => array_map(static fn (float $layer): Rating => Glazing::rate(self::with(self::row(), [CellRole::Glaze->value => array_map(static fn (int $n): CellReading => self::film($layer * ($n < 5 ? $n : 4.1)), range(1, 5))])), self::range(0.02, 0.4, 40)),
            're-wetting' => static fn (): array => array_map(static fn (float $t): Rating => Rewetting::rate(self::with(self::row(), [CellRole::Rewet->value => [self::film($t)]])), [...self::range(0.0, 0.6, 60), ...self::range(1.0, 4.0, 20)]),
            'order of fields' => static fn (): array => array_map(static fn (float $back): array => [Order::fault($scale, [1.0, $back, 0.3], false, 'step'), Order::fault($scale, [0.3, 0.3 * $back, 0.3 * $back ** 2], true, 'layer'), Order::fault($scale, [0.8, 0.4, 0.12 * $back], false, 'step'), Order::fault($scale, [0.2 * $back, 0.05, 0.5], true, 'step')], self::range(0.3, 1.4, 44)),
            'spread' => static fn (): array => array_map(static fn (float $long): Rating => WetEdge::spread(self::with($row, [CellRole::WetMiddle->value => [self::film(0.6)]]), self::map($row, static fn (float $x, float $y): float => 0.9 / (1 + exp((hypot(($x - 14) / $long, $y - 14) - 6) / 0.6)), 28, 28, 0.25)), self::range(1.0, 2.4, 16)),
            'spread to the border' => static fn (): array => array_map(static fn (float $off): Rating => WetEdge::spread(self::with($row, [CellRole::WetMiddle->value => [self::film(0.6)]]), self::map($row, static fn (float $x, float $y): float => 0.9 / (1 + exp((hypot($x - 14 - $off, $y - 14) - 6) / 0.6)), 28, 28, 0.25)), self::range(6.0, 9.0, 30)),
            'softened edge' => static fn (): array => array_map(static fn (float $pull): Rating => WetEdge::softened(self::with($row, [CellRole::EdgeBand->value => [self::film(0.6)]]), self::map($row, static fn (float $x): float => 0.8 * ($x < 10 ? 1.0 : exp(-($x - 10) / $pull)), 40, 11, 0.25)), self::range(0.3, 4.0, 30)),
            'rim of a softened edge' => static fn (): array => array_map(static fn (float $rim): Rating => WetEdge::softened(self::with($row, [CellRole::EdgeBand->value => [self::film(0.6)]]), self::map($row, static fn (float $x): float => 0.8 * (($x < 10 ? 1.0 : exp(-($x - 10) / 3)) + $rim * exp(-(($x - 9.5) / 0.8) ** 2)), 40, 11, 0.25)), self::range(0.0, 0.6, 30)),
            'salt' => static fn (): array => array_map(static fn (float $pale): Rating => Salt::rate(self::with($row, [CellRole::Salt->value => [self::film(0.6)]]), self::map($row, static fn (float $x, float $y): float => fmod($x, 4) < 1 && fmod($y, 4) < 1 ? 0.8 * $pale : 0.8, 20, 11, 0.5)), self::range(0.4, 0.8, 40)),
            'salt by share' => static fn (): array => array_map(static fn (float $share): Rating => Salt::rate(self::with($row, [CellRole::Salt->value => [self::film(0.6)]]), self::map($row, static fn (float $x, float $y): float => $x < 20 * $share ? 0.2 : 0.8, 20, 11, 0.25)), self::range(0.0, 0.2, 40)),
            'separation down a slope' => static fn (): array => array_merge(...array_map(static function (float $drift): array {
                $places = static fn (int $count): array => [CellRole::Tilt->value => array_map(static fn (int $i): CellReading => Readings::cell(Readings::film([1.1 * (1 - $drift * ($i / $count - 0.5)), 0.5 * (1 + $drift * ($i / $count - 0.5)), 0.1], 0.02, 0.4 + 0.4 * $i / $count, Readings::PAPER, 0.02), 0.2), range(1, $count))];

                return [Separation::rate(self::with(self::row(), $places(8))), Separation::rate(self::with(self::row(), $places(8), false)), Separation::rate(self::with(self::row(), $places(4), false)), Separation::rate(self::with(self::row(), $places(3)))];
            }, self::range(-0.5, 0.5, 20))),
            'separation with few depths' => static fn (): array => array_map(static function (int $steps): Rating {
                $row = self::row();
                $cells = [CellRole::Tilt->value => array_map(static fn (int $i): CellReading => Readings::cell(Readings::film([1.1 - 0.02 * $i, 0.5 + 0.02 * $i, 0.1], 0.02, 0.4 + 0.05 * $i, Readings::PAPER, 0.02), 0.2), range(1, 8))];

                return Separation::rate(new RowReadings($row->scale, 1, $row->paper, null, [], array_slice($row->steps, 2, $steps), $cells));
            }, range(0, 8)),
            'separation in a wash' => static fn (): array => array_merge(...array_map(static function (float $clump) use ($row): array {
                $noise = self::noise(14);
                $patch = self::patch($row, static fn (float $x, float $y, int $c): float => [0.85, 0.4, 0.08][$c] * (1 + $clump * ($c === 1 ? 1 : -0.3) * sin(1.3 * $x) * sin(1.1 * $y) + 0.03 * $noise()), 11, 0.4);

                return [Separation::inWash($row, $patch), Separation::inWash($row, $patch, true), Separation::inWash(self::with($row, $row->fields, false), $patch)];
            }, self::range(0.0, 0.5, 20))),
            'drops' => static fn (): array => array_map(static fn (float $apart): Rating => DropTravel::read(self::with($row, [CellRole::DropInPaint->value => [self::film(0.6)]]), self::patch($row, static fn (float $x, float $y, int $c): float => [1.0, 0.45, 0.1][$c] / (1 + exp((hypot($x, $y) - 6 - ($c === 1 ? $apart : 0.0)) / 0.5)), 28, 0.25)), self::range(0.0, 2.6, 26)),
            'drops by channel' => static fn (): array => array_map(static fn (float $share): Rating => DropTravel::read(self::with($row, [CellRole::DropInPaint->value => [self::film(0.6)]]), self::patch($row, static fn (float $x, float $y, int $c): float => [1.0, $share, 0.02][$c] / (1 + exp((hypot($x, $y) - 6 - 2 * $c) / 0.5)), 28, 0.25)), self::range(0.15, 0.45, 30)),
            'drops without a stroke' => static fn (): array => array_map(static fn (float $apart): Rating => DropTravel::read(self::with($row, [CellRole::DropInPaint->value => [self::film(0.6)]], false), self::patch($row, static fn (float $x, float $y, int $c): float => [1.0, 0.45, 0.1][$c] / (1 + exp((hypot($x, $y) - 6 - ($c === 1 ? $apart : 0.0)) / 0.5)), 28, 0.25)), [0.0, 1.0, 2.0]),
            'ring' => static fn (): array => array_merge(...array_map(static function (float $ring) use ($row): array {
                $of = static fn (float $hollow): Rating => WaterRing::read(self::with($row, [CellRole::DropInPaint->value => [self::film(0.6)]]), self::patch($row, static fn (float $x, float $y, int $c): float => [0.9, 0.4, 0.1][$c] * (1 - $hollow / (1 + exp((hypot($x, $y) - 5) / 0.6)) + $ring * exp(-((hypot($x, $y) - 5) / 1.2) ** 2 / 2)), 28, 0.25));

                return [$of(0.3), $of($ring)];
            }, self::range(0.0, 0.4, 32))),
            'a pale middle without a ring' => static fn (): array => array_map(static fn (float $hollow): Rating => WaterRing::read(self::with($row, [CellRole::DropInPaint->value => [self::film(0.6)]]), self::patch($row, static fn (float $x, float $y, int $c): float => [0.9, 0.4, 0.1][$c] * (1 - $hollow / (1 + exp((hypot($x, $y) - 5) / 0.6))), 28, 0.25)), self::range(0.08, 0.22, 28)),
            'fading by what is left' => static fn (): array => array_map(static fn (float $left): mixed => FadeComparison::compare($scale, self::pair(0.9, 0.9 * $left), self::pair(0.9, 0.9), 6.2), [...self::range(0.0, 0.3, 120), ...self::range(0.3, 1.4, 40)]),
            'fading without a first reading' => static fn (): array => array_map(static fn (float $left): mixed => FadeComparison::compare($scale, self::pair(0.9, 0.9 * $left), null, 6.2), self::range(0.7, 1.1, 20)),
            'fading by hue' => static fn (): array => array_map(static fn (float $turn): mixed => FadeComparison::compare($scale, self::pair(0.9, 0.9, 1.0, 1, $turn), self::pair(0.9, 0.9), 6.2), self::range(-0.4, 0.4, 60)),
            'fading and stronger' => static fn (): array => array_map(static fn (float $more): mixed => FadeComparison::compare($scale, self::pair(0.5, 0.5 * $more, 1.0, 1, 0.2), self::pair(0.5, 0.5), 6.2), self::range(0.9, 2.2, 200)),
            'fading and more vivid' => static fn (): array => array_map(static fn (float $grey): mixed => FadeComparison::compare($scale, new HalfPair(1, 1, Readings::cell([0.40, 0.30, 0.20]), Readings::cell([0.36 - 0.04 * $grey, 0.22 - 0.04 * $grey, 0.06 + 0.05 * $grey]), Readings::cell(Readings::PAPER), Readings::cell(Readings::PAPER)), new HalfPair(1, 1, Readings::cell([0.40, 0.30, 0.20]), Readings::cell([0.40, 0.30, 0.20]), Readings::cell(Readings::PAPER), Readings::cell(Readings::PAPER)), 6.2), self::range(0.0, 2.5, 120)),
            'fading of paper' => static fn (): array => array_map(static fn (float $paper): mixed => FadeRow::rate($scale, [FadeComparison::compare($scale, self::pair(1.1, 0.9, $paper), self::pair(1.1, 1.1), 6.2), FadeComparison::compare($scale, self::pair(0.45, 0.3, $paper, 2), self::pair(0.45, 0.45, 1.0, 2), 6.2)], 6.2), self::range(0.8, 1.0, 40)),
            'fading of vivid paint' => static fn (): array => array_map(static fn (float $low): mixed => FadeComparison::compare($scale, new HalfPair(1, 1, Readings::cell([0.9, 0.5, $low]), Readings::cell([0.9, 0.55, $low * 1.3]), Readings::cell(Readings::PAPER), Readings::cell(Readings::PAPER)), new HalfPair(1, 1, Readings::cell([0.9, 0.5, $low * 1.01]), Readings::cell([0.9, 0.5, $low]), Readings::cell(Readings::PAPER), Readings::cell(Readings::PAPER)), 6.2), self::range(0.005, 0.05, 45)),
            'categories' => static fn (): array => array_map(static fn (float $y): array => [LightfastnessScale::category($scale, $y), LightfastnessScale::possible($scale, $y, $y, 0.5, 6.2), LightfastnessScale::possible($scale, $y, 1.2 * $y, 0.8, 36.0), LightfastnessScale::possible($scale, $y, $y, 0.4, 40.0)], self::range(0.0, 30.0, 120)),
            'bare windows' => static fn (): array => array_map(static function (float $off) use ($scale): array {
                $sheet = new LinearRgb(0.84, 0.83, 0.80);
                $paper = static fn (float $share): CellReading => Readings::cell([0.84 * $share, 0.83 * $share, 0.80 * $share]);
                $said = static fn (array $of): array => array_map(static fn (CellReading $r): array => [$r->rgb->toArray(), array_map(static fn (CellRemark $m): string => $m->words(), $r->remarks)], BareWindows::checked($scale, $of, $sheet));

                return [$said([1 => $paper(1.0), 2 => $paper(0.999), 3 => $paper(1 - $off)]), $said([1 => $paper(1 - $off)])];
            }, self::range(0.0, 0.1, 50)),
            'words of chances' => static fn (): array => array_map(static fn (float $p): array => [ClassChances::said(['low' => $p, 'medium' => 1 - $p]), ClassChances::plain(['low' => $p, 'medium' => 1 - $p]), ClassChances::isBetween(['low' => $p, 'medium' => 1 - $p]), ClassChances::said(['low' => $p, 'medium' => 0.7 * (1 - $p), 'high' => 0.3 * (1 - $p)]), ClassChances::said(['a' => $p, 'b' => (1 - $p) / 4, 'c' => (1 - $p) / 4, 'd' => (1 - $p) / 4, 'e' => (1 - $p) / 4])], self::range(0.2, 1.0, 160)),
            'reading off a ladder' => static fn (): array => array_map(static fn (float $depth): ?array => Ladder::at($scale, $depth, [['deposit' => 0.3, 'v' => 1.0], ['deposit' => 0.6, 'v' => 2.5], ['deposit' => 1.0, 'v' => 3.0]], ['v']), self::range(0.2, 1.3, 110)),
            'drying' => static fn (): array => array_map(static fn (float $chroma): mixed => DryingShift::between($scale, new Lab(50, $chroma, 0.3 * $chroma), new Lab(56, 0.8 * $chroma, 0.35 * $chroma), 0.3, 0.2), self::range(2.0, 12.0, 40)),
            'coverage' => static fn (): array => array_map(static fn (float $v): Rating => Rating::measured($scale, 1, 'x', $v, 0.02, $scale->lifting->classes, null, [], [], [], ''), self::range(0.0, 0.7, 140)),
        ];
    }
}
