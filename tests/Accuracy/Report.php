<?php

declare(strict_types=1);

namespace Tests\Accuracy;

/** What the series gave, as data for the application's own page and as a text. */
final class Report
{
    /**
     * @param array<int, array<string, mixed>> $results by seed
     *
     * @return array{words: string, figures: list<array<string, mixed>>}
     */
    public static function scans(array $results, int $seeds): array
    {
        ksort($results);
        $plain = [
            ...Figures::ofProperty(array_values(array_column($results, 'property'))),
            ...Figures::ofFading(array_merge(...array_column($results, 'fade'))),
            ...Figures::ofComposed(array_merge(...array_column($results, 'composed'))),
        ];
        $figures = [];
        foreach ($plain as $name => $value) {
            $figures[$name] = [$value, ...Figures::BOUNDS[$name] ?? [null, '']];
        }

        return [
            'words' => sprintf('Stand-in scans of %d seeds at %d dots per inch, six paints each, and as many cards put together from random blocks (“composed”), against the truth behind them. The stand-ins and the measuring code share only plain colour conversion and the card’s geometry.', $seeds, Series::DPI),
            'figures' => self::figures($figures),
        ];
    }

    /**
     * @param array<int, array<string, mixed>> $results by seed
     * @param string $folder takes a picture of the worst cell of every kind
     *
     * @return array{words: string, figures: list<array<string, mixed>>, outside: list<array{fault: string, refused: int, of: int}>, worst: list<array<string, mixed>>}
     */
    public static function photos(array $results, int $seeds, string $folder): array
    {
        ksort($results);
        $pictures = $refused = $worst = [];
        foreach (array_merge(...array_column($results, 'inside')) as $kinds) {
            foreach ($kinds as $kind => $result) {
                $pictures[$kind][] = $result;
                if (isset($result['worst']) && $result['worst']['error'] > ($worst[$kind]['error'] ?? 0)) {
                    $worst[$kind] = ['kind' => $kind] + $result['worst'];
                }
            }
        }
        $outside = array_merge(...array_column($results, 'outside'));
        foreach ($outside as $o) {
            $refused[$o['fault']][] = $o['refused'] !== null;
        }
        ksort($refused);

        return [
            'words' => sprintf('%d pictures of every kind: %d property and %d fade cards. A scanner is profiled with a target scanned by itself; a target lies beside the card in a photograph. “With filters” means a spectral device whose sensitivities are no mixture of the standard observer’s.', 2 * $seeds, $seeds, $seeds),
            'figures' => self::figures([...Figures::ofDevices($pictures), ...Figures::ofOutside($outside)]),
            'outside' => array_map(static fn (string $fault, array $of): array => ['fault' => $fault, 'refused' => count(array_filter($of)), 'of' => count($of)], array_keys($refused), $refused),
            'worst' => self::kept(array_values($worst), $folder),
        ];
    }

    /**
     * @param array<int, list<array{0: float, 1: float, 2: float}>> $results by seed, as Photos::drying gives them
     *
     * @return array{words: string, figures: list<array<string, mixed>>}
     */
    public static function drying(array $results): array
    {
        $places = array_merge(...array_values($results));
        $off = array_map(static fn (array $p): float => abs($p[0] - $p[1]), $places);
        sort($off);

        return [
            'words' => sprintf('%d cards photographed wet and dry with a target, by cameras with filters of their own: the change of chroma in %d places, in percentage points.', count($results), count($places)),
            'figures' => self::figures([
                'drying shift of chroma, mean error' => [array_sum($off) / count($off), 3.0, '<='],
                'drying shift of chroma, 95 % of places within' => [$off[(int) (0.95 * (count($off) - 1))], null, ''],
                'drying shift of chroma, places within 3 points' => [count(array_filter($off, static fn (float $o): bool => $o <= 3.0)) / count($off), 0.95, '>='],
                'drying shift of lightness, mean error, L*' => [array_sum(array_column($places, 2)) / count($places), null, ''],
            ]),
        ];
    }

    /**
     * @param array<int, list<array{0: bool, 1: float|null}>> $results by seed, as Photos::covered gives them
     *
     * @return array{words: string, figures: list<array<string, mixed>>}
     */
    public static function covered(array $results): array
    {
        $figures = [];
        foreach (['focal length told' => true, 'focal length not told' => false] as $name => $told) {
            $of = array_column(array_filter(array_merge(...array_values($results)), static fn (array $r): bool => $r[0] === $told), 1);
            $placed = array_filter($of, static fn (?float $mm): bool => $mm !== null);
            sort($placed);
            $figures["$name: share placed"] = [count($placed) / count($of), 1.0, '>='];
            $figures["$name: worst of seven places, median, mm"] = [$placed[intdiv(count($placed), 2)], null, ''];
            $figures["$name: 95 % within, mm"] = [$placed[(int) (0.95 * (count($placed) - 1))], null, ''];
            $figures["$name: largest, mm"] = [end($placed) ?: 0.0, null, ''];
        }

        return ['words' => sprintf('%d photographs with each mark covered in turn.', count($results)), 'figures' => self::figures($figures)];
    }

    /**
     * @param list<array<string, array<string, mixed>>> $results of every picture, by kind, as Swatches::of gives them
     *
     * @return array{words: string, figures: list<array<string, mixed>>}
     */
    public static function swatches(array $results): array
    {
        $figures = [];
        foreach (Swatches::KINDS as $kind) {
            $of = array_values(array_filter(array_column($results, $kind)));
            $figures = [...$figures, ...Figures::ofSwatches($kind, $of)];
        }

        return [
            'words' => sprintf('A pocket frame, cut out by hand and printed on brightened or plain office paper, over old swatches on yellowed, curled paper: patches, strokes, some over a black line, some with words; the shadow of its edge up to 1 mm wide, tilted up to 20 degrees, two frames in every fifth picture. %d photographs with filters of their own, read with a target beside the frame and without; %d scans. In a photograph that nothing calibrates, white is taken from the swatch’s own bare paper.', count(array_filter($results, static fn (array $r): bool => isset($r['photo, target']))), count(array_filter($results, static fn (array $r): bool => isset($r['scan, as told'])))),
            'figures' => self::figures($figures),
        ];
    }

    /** @return array{words: string, figures: list<array<string, mixed>>} */
    public static function odd(int $many): array
    {
        return [
            'words' => sprintf('%d paints a row, whose tests scatter by dE00 1: one of their tests comes from a tube at least dE00 12 away, or from another batch up to dE00 4 away. And paints whose values scatter as sixty other paints have taught, with or without a test, or half of the tests, that lies apart.', $many),
            'figures' => self::figures([...OddOnes::figures($many), ...TornPairs::figures($many)]),
        ];
    }

    /** @return array{words: string, figures: list<array<string, mixed>>} */
    public static function verdicts(int $many): array
    {
        return [
            'words' => sprintf('%d fade strips by scanner and as many by telephone: films that lose pigment by laws of six families at three depths, over paper that yellows or bleaches beneath them and is shielded more or less, read at three to six checks with noise and with a calibration that is wrong by a few percent; of every second window the light is only estimated. What is said of them is held against what happened; paints that begin late are counted apart, since no rule promises for those.', $many),
            'figures' => self::figures(Verdicts::figures($many)),
        ];
    }

    /**
     * @param list<array{family: string, way: string, categories: list<string>, true: string, projected: list<array{0: float, 1: float, 2: float}|null>, between: list<float>}> $courses
     *
     * @return array{words: string, figures: list<array<string, mixed>>}
     */
    public static function courses(array $courses): array
    {
        return [
            'words' => sprintf('%d courses of fading that never speed up, read at three to six checks with noise in all directions; of every second one the dose is known only as the estimate knows it. Courses that begin late or go back are counted apart.', count($courses)),
            'figures' => self::figures(Figures::ofCourses($courses)),
        ];
    }

    /**
     * @param list<array<string, mixed>> $pairs as Mixes::of gives them
     *
     * @return array{words: string, figures: list<array<string, mixed>>}
     */
    public static function mixes(array $pairs): array
    {
        return [
            'words' => sprintf('%d pairs of paints on cards with graded strokes and stepped ladders, scanned by devices with filters of their own and a profile; mixtures in five ratios and three depths that are expected of their films, against mixtures of the spectra behind them, amounts exact. No mixture was seen before.', count($pairs)),
            'figures' => self::figures(Figures::ofMixes($pairs)),
        ];
    }

    /**
     * @param array<int, list<array<string, mixed>>> $racks as Racks::of gives them
     * @param array<int, array<string, mixed>> $strips as Racks::oldStrip gives them
     *
     * @return array{words: string, figures: list<array<string, mixed>>}
     */
    public static function racks(array $racks, array $strips): array
    {
        return [
            'words' => sprintf('%d paints in %d windows, scanned before hanging and at three checks: stable, slow, fast, browning, of another hue, paler in the tint alone, fading in the dark too, on papers that bleach or yellow; of every second rack the dose is known only as the estimate knows it. And %d old strips of which nothing was read before hanging, under two pocket frames.', 6 * count($racks), count($racks), count($strips)),
            'figures' => self::figures(Figures::ofRacks(array_merge(...array_values($racks)), array_values($strips))),
        ];
    }

    /** @return array{words: string, figures: list<array<string, mixed>>} */
    public static function pools(int $groups): array
    {
        return [
            'words' => sprintf('%d groups of testers with habits of their own that go through all their cards, hands that spoil a test now and then without noticing, and paints with planted truths: what is said of another test, of makers and of two paints. Pure numbers; no picture is measured.', $groups),
            'figures' => self::figures(Figures::ofPools($groups)),
        ];
    }

    /** @param array<string, mixed> $report */
    public static function markdown(array $report): string
    {
        $lines = ['# Accuracy', '', 'Made by `bin/accuracy`. The application shows the same under “How well it measures”.'];
        foreach (['scans' => 'Scans', 'drying' => 'Drying shift', 'covered' => 'One mark covered', 'swatches' => 'Swatches through the pocket frame', 'courses' => 'Courses of fading', 'verdicts' => 'What is said of light', 'odd' => 'Odd tests and torn pairs', 'racks' => 'Racks and old strips', 'mixes' => 'Mixes', 'pools' => 'Many tests', 'photos' => 'Devices, photographs and calibrations'] as $half => $title) {
            if (! isset($report[$half])) {
                continue;
            }
            array_push($lines, '', "## $title", '', $report[$half]['words'], '', '| figure | measured | bound | holds |', '|---|---|---|---|');
            foreach ($report[$half]['figures'] as $f) {
                $lines[] = sprintf('| %s | %.3f | %s | %s |', $f['name'], $f['value'], $f['bound'] === null ? '' : "{$f['sense']} {$f['bound']}", $f['holds'] === null ? '' : ($f['holds'] ? 'yes' : '**no**'));
            }
        }
        if (isset($report['photos'])) {
            $counts = array_map(static fn (array $o): string => "{$o['fault']} {$o['refused']} of {$o['of']}", $report['photos']['outside']);
            array_push($lines, '', 'Pictures outside the limits, refused of how many: '.implode(', ', $counts).'. What was not refused says on every rating what is wrong.', '', '### Worst cell of every kind', '');
            foreach ($report['photos']['worst'] as $w) {
                array_push($lines, "![The cell in its surround](accuracy/{$w['image']})  ", sprintf('%s, %s, cell %s: dE00 %.2f off; stated %.2f.', $w['kind'], $w['picture'], $w['cell'], $w['error'], $w['stated']), '');
            }
        }

        return rtrim(implode("\n", $lines))."\n";
    }

    /** @param array<string, mixed> $report */
    public static function holds(array $report): bool
    {
        return ! in_array(false, array_merge(...array_map(static fn (array $half): array => array_column($half['figures'], 'holds'), array_values($report))), true);
    }

    /**
     * @param array<string, array{0: float, 1: float|null, 2: string}> $figures
     *
     * @return list<array{name: string, value: float, bound: float|null, sense: string, holds: bool|null}>
     */
    private static function figures(array $figures): array
    {
        $out = [];
        foreach ($figures as $name => [$value, $bound, $sense]) {
            $out[] = ['name' => $name, 'value' => round($value, 4), 'bound' => $bound, 'sense' => $sense, 'holds' => Figures::within($value, $bound, $sense)];
        }

        return $out;
    }

    /**
     * @param list<array<string, mixed>> $worst
     *
     * @return list<array<string, mixed>>
     */
    private static function kept(array $worst, string $folder): array
    {
        @mkdir($folder);
        array_map(unlink(...), glob("$folder/*.jpg") ?: []);
        $out = [];
        foreach ($worst as $i => $w) {
            $image = 'worst-'.($i + 1).'.jpg';
            copy($w['crop'], "$folder/$image");
            unset($w['crop']);
            $rounded = static fn (array $lab): array => array_map(static fn (float $v): float => round($v, 2), $lab);
            $out[] = ['image' => $image, 'error' => round($w['error'], 3), 'stated' => round($w['stated'], 3), 'measured' => $rounded($w['measured']), 'true' => $rounded($w['true'])] + $w;
        }

        return $out;
    }
}
