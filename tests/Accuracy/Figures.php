<?php

declare(strict_types=1);

namespace Tests\Accuracy;

/** The figures of a series, and the bounds they are held to. */
final class Figures
{
    /** Name => [bound, "at most" or "at least"]. */
    public const BOUNDS = [
        'cell colour, mean dE00' => [0.5, '<='],
        'cells within 1.0 dE00' => [0.95, '>='],
        'grain within 0.03' => [0.90, '>='],
        'residue within 0.03' => [0.90, '>='],
        'grain, median stated uncertainty' => [0.03, '<='],
        'residue, median stated uncertainty' => [0.03, '<='],
        'body, median stated uncertainty' => [0.01, '<='],
        'clear steps exact' => [0.95, '>='],
        'clear steps within the stated 95 %' => [0.95, '>='],
        'two-tone within 3 degrees' => [0.95, '>='],
        'blotch in the right order, pairs a quarter apart' => [0.95, '>='],
        'streaks within 15 degrees where called' => [0.95, '>='],
        'streaks called where none are' => [0.02, '<='],
        'classes right where given' => [0.95, '>='],
        'classes given' => [0.5, '>='],
        'fading within 0.5 + 3 %' => [0.95, '>='],
        'composed: clear steps exact' => [0.95, '>='],
        'composed: two-tone within 3 degrees' => [0.95, '>='],
        'composed: residue within 0.03' => [0.95, '>='],
        'composed: relative strength within 8 %' => [0.95, '>='],
        'composed: darkening per layer within 5 %' => [0.95, '>='],
        'composed: grain size within 15 %' => [0.95, '>='],
        'composed: spread within 0.5 mm' => [0.95, '>='],
        'composed: blotch in the right order, pairs a quarter apart' => [0.95, '>='],
        'composed: separation in the right order, pairs a quarter apart' => [0.95, '>='],
        'composed: wash separation in the right order, pairs a quarter apart' => [0.95, '>='],
    ];

    /** Of pictures by devices: kind => mean dE00, 95th percentile. */
    private const DEVICES = [
        'scanner seeing as the eye, profile' => [0.2, 0.8], 'photo seeing as the eye, target' => [1.0, 2.5], 'scanner with filters, profile' => [2.0, 5.5],
        'photo with filters, target' => [1.0, 5.0], 'photo with filters, paper only' => [5.0, null], 'photo with filters below 4000 K, target' => [null, null],
        'scanner as it comes, as told' => [null, null], 'scanner as it comes, profile' => [null, null], 'photo as it comes, target' => [1.0, null], 'photo as it comes, paper only' => [null, null],
    ];

    /** Kinds whose colours nothing calibrates: they may only say how far they may be wrong, at most so much in the middle, dE00. */
    private const UNCALIBRATED = ['scanner as it comes, as told', 'photo as it comes, paper only', 'photo with filters, paper only'];

    private const MOST_STATED = 4.0;

    /** Remarks that are true of a picture which its device improved or compressed. */
    private const TRUE_OF_IMPROVED = '/^(halos|compression|likely as it was seen) /';

    /** Of swatches through the pocket frame: kind => mean dE00 of cells, median stated dE00; those of photographs of cards, and of uncalibrated pictures. */
    private const SWATCHES = ['photo, target' => [1.0, null], 'photo, paper only' => [5.0, self::MOST_STATED], 'scan, as told' => [null, self::MOST_STATED]];

    /** Bias of grain, as asked of photographs of cards. */
    private const GRAIN_BIAS = 0.005;

    /** Chances are told in these bins, and are held to be right within so much where there are as many ratings. */
    private const BINS = [0.5, 0.6, 0.8, 0.95, 1.0001];

    private const RELIABLE = 0.05;

    private const ENOUGH = 60;

    /** Ratings of a photographed card that are held against the truth. */
    private const COLOUR_RATINGS = ['transparency', 'staining', 'granulation', 'gradation', 'two-tone', 'evenness', 'wash separation'];

    /** Of composed cards: name => what counts as near, and whether that is a share of the truth. */
    private const NEAR = [
        'clear steps' => [0.0, false, 'exact'], 'two-tone' => [3.0, false, 'within 3 degrees'], 'residue' => [0.03, false, 'within 0.03'], 'relative strength' => [0.08, true, 'within 8 %'],
        'darkening per layer' => [0.05, true, 'within 5 %'], 'layer that moved' => [0.0, false, 'right'], 'grain size' => [0.15, true, 'within 15 %'], 'spread' => [0.5, false, 'within 0.5 mm'],
        'softness of the spread' => [0.5, false, 'within 0.5 mm'], 'softened edge' => [0.5, false, 'within 0.5 mm'], 'stars of salt' => [0.03, false, 'within 0.03'], 'separation' => [1.0, false, 'within 1.0'], 'wash separation' => [0.4, false, 'within 0.4'],
        're-wetting' => [0.05, true, 'within 5 %'], 'two-line body' => [0.01, false, 'within 0.01'],
    ];

    /**
     * @param list<array{family: string, way: string, categories: list<string>, true: string, projected: list<array{0: float, 1: float, 2: float}|null>, between: list<float>}> $courses
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}>
     */
    public static function ofCourses(array $courses): array
    {
        $share = static fn (array $of, callable $is): float => count(array_filter($of, $is)) / max(1, count($of));
        $holds = static fn (array $p): bool => $p[2] >= $p[0] - 1e-9 && $p[2] <= $p[1] + 1e-9;
        $given = array_values(array_filter($courses, static fn (array $c): bool => $c['categories'] !== []));
        $between = array_merge(...array_column($courses, 'between'));
        sort($between);
        $out = [
            'categories hold the truth' => [$share($given, static fn (array $c): bool => in_array($c['true'], $c['categories'], true)), 0.995, '>='],
            'courses that are given categories' => [count($given) / count($courses), null, ''],
            'colour between checks, 95 % within dE*ab' => [$between[(int) (0.95 * (count($between) - 1))], 1.2, '<='],
        ];
        foreach (Courses::AHEAD as $i => $times) {
            $of = static fn (array $courses): array => array_values(array_filter(array_map(static fn (array $c): ?array => $c['projected'][$i], $courses)));
            $out["projection to $times times the last dose holds the truth, at least"] = [$share($of($courses), $holds), 0.88, '>='];
            $out["projection to $times times the last dose holds the truth, at most"] = [$share($of($courses), $holds), 0.99, '<='];
            foreach (Courses::CONCAVE as $family) {
                $out["projection to $times times the last dose, $family"] = [$share($of(array_values(array_filter($courses, static fn (array $c): bool => $c['family'] === $family))), $holds), 0.85, '>='];
            }
        }
        foreach (['induction' => 'speeding up', 'reversal' => 'does not run one way'] as $family => $way) {
            $ways = array_map(static fn (int $seed): string => Courses::of($seed, $family)['way'], range(1, 300));
            $out["$family: told as “{$way}”"] = [$share($ways, static fn (string $w): bool => $w === $way), null, ''];
        }
        $steps = array_map(Courses::wool(...), range(1, 400));
        $out['reference strip named within one step'] = [$share($steps, static fn (float $s): bool => $s <= 1.0), 0.95, '>='];
        $different = array_map(Courses::twoWindows(...), range(1, 600));
        $out['one paint in two windows of estimated dose, called different'] = [$share($different, static fn (bool $d): bool => $d), 0.06, '<='];

        return $out;
    }

    /**
     * @param list<array<string, mixed>> $pairs
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}>
     */
    public static function ofMixes(array $pairs): array
    {
        $all = static fn (string $kind): array => array_merge(...array_map(static fn (array $p): array => $p[$kind] ?? [], $pairs));
        $mean = static fn (array $of): float => array_sum($of) / max(1, count($of));
        $sorted = static function (array $of): array {
            sort($of);

            return $of;
        };
        $out = [];
        foreach (['counted' => [2.0, 6.0], 'graded' => [2.8, null]] as $kind => [$bound, $bound95]) {
            $errors = $sorted(array_column($all($kind), 'film'));
            $out["$kind ladders: mean dE00"] = [$mean($errors), $bound, '<='];
            $out["$kind ladders: 95 % within dE00"] = [$errors[(int) (0.95 * (count($errors) - 1))], $bound95, $bound95 === null ? '' : '<='];
            $holds = $mean(array_map(static fn (array $e): float => $e['film'] <= $e['range'] ? 1.0 : 0.0, $all($kind)));
            $out["$kind ladders: inside the stated range, at least"] = [$holds, 0.90, '>='];
            $out["$kind ladders: inside the stated range, at most"] = [$holds, 0.98, '<='];
            $ranges = $sorted(array_column($all($kind), 'range'));
            $out["$kind ladders: median stated range, dE00"] = [$ranges[intdiv(count($ranges), 2)], null, ''];
        }
        foreach (['masstone' => 0.45, 'reference' => 0.90, 'tint' => 1.0] as $depth => $bound) {
            $of = array_values(array_filter($all('counted'), static fn (array $e): bool => $e['depth'] === $depth));
            $out["counted ladders, $depth: mean dE00"] = [$mean(array_column($of, 'film')), null, ''];
            $out["counted ladders, $depth: share of what adding deposits misses by"] = [$mean(array_column($of, 'film')) / $mean(array_column($of, 'added')), $bound, '<='];
        }
        $layers = $sorted($all('layers'));
        $out['one over the other: mean dE00'] = [$mean($layers), 2.0, '<='];
        $out['one over the other: 95 % within dE00'] = [$layers[(int) (0.95 * (count($layers) - 1))], 6.0, '<='];
        // Where there is no grey to speak of no ratio is the greyest.
        $near = static fn (array $of): float => $mean(array_map(static fn (array $g): float => abs($g['true'] - $g['expected']) <= log(1.15) + 0.051 ? 1.0 : 0.0, array_values(array_filter($of, static fn (?array $g): bool => $g !== null && $g['chroma'] < 15 && abs($g['true']) < 2.5))));
        foreach (['counted' => 1.7, 'graded' => 1.9] as $kind => $bound) {
            $of = array_values(array_filter($all($kind), static fn (array $e): bool => $e['after'] !== null));
            $out["$kind ladders, as light as the true mix: mean dE00"] = [$mean(array_column($of, 'matched')), null, ''];
            $out["$kind ladders, as light, after one painted field of the pair: mean dE00"] = [$mean(array_column($of, 'after')), $bound, '<='];
        }
        $makers = array_values(array_filter(array_map(static fn (array $p): ?array => $p['clarity'] ?? null, $pairs), static fn (?array $c): bool => $c !== null && ! in_array(null, array_merge(array_column($c, 'true'), array_column($c, 'expected')), true) && abs($c[0]['true'] - $c[1]['true']) >= 0.1));
        $out['two paints with one partner whose clarity differs by 0.1, how many'] = [(float) count($makers), null, ''];
        $out['clarity of two paints in the right order'] = [$mean(array_map(static fn (array $c): float => ($c[0]['true'] > $c[1]['true']) === ($c[0]['expected'] > $c[1]['expected']) ? 1.0 : 0.0, $makers)), 0.95, '>='];
        $recipes = array_merge(...array_map(Mixes::recipes(...), range(1, 6)));
        $out['recipes among twelve paints: the true pair among the first three'] = [$mean(array_map(static fn (array $r): float => $r['found'] ? 1.0 : 0.0, $recipes)), 0.90, '>='];
        $out['recipes among twelve paints: the first one is off by, mean dE00'] = [$mean(array_column($recipes, 'off')), 1.0, '<='];
        foreach (['greyest counted' => ['', 0.75], 'greyest after' => [', after one painted field', 0.90]] as $kind => [$when, $bound]) {
            $out["most neutral ratio within 15 % of the true one$when"] = [$near(array_map(static fn (array $p): ?array => $p[$kind] ?? null, $pairs)), $bound, '>='];
        }

        return $out;
    }

    /** @return array<string, array{0: float, 1: float|null, 2: string}> */
    public static function ofPools(int $groups): array
    {
        $share = static fn (array $of, callable $is): float => count(array_filter($of, $is)) / max(1, count($of));
        $out = $before = $told = [];
        foreach (Pools::PROPERTIES as $property) {
            $after = array_merge(...array_map(static fn (int $seed): array => Pools::another($property, $seed, 10), range(1, $groups)));
            array_push($before, ...array_merge(...array_map(static fn (int $seed): array => Pools::another($property, $seed, 0), range(1, $groups))));
            array_push($told, ...$after);
            $inside = $share($after, static fn (array $t): bool => $t['inside']);
            $out["another test of $property lies in the range told, ten pans repeated, at least"] = [$inside, 0.90, '>='];
            $out["another test of $property lies in the range told, ten pans repeated, at most"] = [$inside, 0.98, '<='];
        }
        $inside = $share($before, static fn (array $t): bool => $t['inside']);
        $out['another test lies in the range told, nothing repeated yet, at least'] = [$inside, 0.90, '>='];
        $out['another test lies in the range told, nothing repeated yet, at most'] = [$inside, 0.98, '<='];
        foreach ([[0.5, 0.6], [0.6, 0.8], [0.8, 0.95], [0.95, 1.001]] as [$from, $to]) {
            $in = array_values(array_filter($told, static fn (array $t): bool => $t['said'] !== null && $t['said'] >= $from && $t['said'] < $to));
            $name = sprintf('words said at %d to %d %%', round(100 * $from), min(100, round(100 * $to)));
            $out["$name: off how often they are right"] = [abs($share($in, static fn (array $t): bool => $t['right']) - array_sum(array_column($in, 'said')) / max(1, count($in))), 0.05, '<='];
        }
        $makers = static fn (int $many, float $off, string $design, int ...$size): array => array_map(static fn (int $s): array => Pools::makers($s, $off, $design, ...$size), range(1, $many));
        $is = static fn (array $m): bool => $m['named'] === ['a'];
        $said = static fn (array $m): bool => $m['named'] !== [] || $m['matters'];
        $out['a maker 3.5 deviations off, three makers by three testers, three tests each: named'] = [$share($makers($groups, 3.5, 'crossed', 3, 3, 3), $is), 0.90, '>='];
        $out['the same, one test each: named'] = [$share($makers($groups, 3.5, 'crossed', 3, 3, 1), $is), 0.60, '>='];
        $out['two makers by two testers, one test each: said to differ'] = [$share($makers($groups, 3.5, 'crossed', 2, 2, 1), $said), 0.30, '>='];
        foreach (['crossed', 'nested', 'nearly nested', 'in between'] as $design) {
            $out["makers that do not differ, testers $design: one is named, or that they matter is said"] = [$share($makers(1000, 0.0, $design, 4, 4), $said), 0.05, '<='];
        }
        foreach (['nested', 'nearly nested'] as $design) {
            $out["a maker far off, testers $design: nothing is said"] = [$share($makers($groups, 8.0, $design), static fn (array $m): bool => $m['confounded'] && ! $said($m)), 1.0, '>='];
        }
        $headlines = array_map(Pools::headline(...), range(1, 2000));
        $out['2 000 comparisons: the headline contradicts its rows'] = [$share($headlines, static fn (array $h): bool => $h['contradicts']), 0.0, '<='];
        foreach ([1, 3] as $tests) {
            $alike = array_map(static fn (int $s): array => Pools::pair($s, $tests, true), range(1, $groups));
            $out["two paints that are alike, $tests test".($tests === 1 ? '' : 's').' each: said to differ'] = [$share($alike, static fn (array $p): bool => $p['chance'] >= 0.95), 0.06, '<='];
            $apart = array_filter(array_map(static fn (int $s): array => Pools::pair($s, $tests, false), range(1, $groups)), static fn (array $p): bool => $p['chance'] >= 0.8);
            $out["a further pair says the same, $tests test".($tests === 1 ? '' : 's').' each: off the odds told'] = [abs($share($apart, static fn (array $p): bool => $p['same']) - array_sum(array_column($apart, 'again')) / max(1, count($apart))), 0.05, '<='];
        }

        return $out;
    }

    /**
     * @param list<array<string, mixed>> $rows by row and depth, as Racks::of gives them
     * @param list<array<string, mixed>> $strips
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}>
     */
    public static function ofRacks(array $rows, array $strips): array
    {
        $share = static fn (array $of, callable $is): float => count(array_filter($of, $is)) / max(1, count($of));
        $checks = array_merge(...array_column($rows, 'checks'));
        $between = array_merge(...array_column($rows, 'between'));
        sort($between);
        $given = array_values(array_filter($rows, static fn (array $r): bool => $r['categories'] !== []));
        $places = array_merge(...array_column($strips, 'places'));
        $read = array_filter($strips, static fn (array $s): bool => $s['refused'] === null);

        return [
            'words for what happened right' => [$share($checks, static fn (array $c): bool => $c['right']), 0.95, '>='],
            'dE*ab within 0.5 + 3 %' => [$share($checks, static fn (array $c): bool => abs($c['change'] - $c['true']) <= 0.5 + 0.03 * $c['true']), 0.95, '>='],
            'dE*ab within 1.5 + 5 %' => [$share($checks, static fn (array $c): bool => abs($c['change'] - $c['true']) <= 1.5 + 0.05 * $c['true']), 1.0, '>='],
            'dE*ab within 3 of its own uncertainties' => [$share($checks, static fn (array $c): bool => abs($c['change'] - $c['true']) <= 3 * $c['u']), null, ''],
            'category sets that hold the truth' => [$share($given, static fn (array $r): bool => in_array($r['category'], $r['categories'], true)), 0.995, '>='],
            'rows and depths that are given categories' => [count($given) / max(1, count($rows)), null, ''],
            'colour half way between checks that are not too far apart, 95 % within dE*ab' => [$between[(int) (0.95 * (count($between) - 1))], 1.2, '<='],
            'old strips: read' => [count($read) / max(1, count($strips)), null, ''],
            'old strips: change within 2 of its own uncertainties' => [$share($places, static fn (array $p): bool => abs($p[0] - $p[1]) <= 2 * $p[2]), 0.9, '>='],
            'old strips: within 3' => [$share($places, static fn (array $p): bool => abs($p[0] - $p[1]) <= 3 * $p[2]), 0.97, '>='],
        ];
    }

    /**
     * @param list<array<string, mixed>> $pictures of one kind, as Swatches::result gives them
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}>
     */
    public static function ofSwatches(string $kind, array $pictures): array
    {
        $cells = array_merge(...array_column($pictures, 'cells'));
        $grain = array_merge(...array_column($pictures, 'grain'));
        $classes = array_merge(...array_column($pictures, 'classes'));
        $body = array_merge(...array_map(static fn (array $p): array => $p['body'] ?? [], $pictures));
        $errors = array_column($cells, 0);
        $stated = array_column($cells, 1);
        sort($errors);
        sort($stated);
        $within = static fn (array $of, callable $is): float => count(array_filter($of, $is)) / max(1, count($of));
        [$mean, $median] = self::SWATCHES[$kind];
        $single = array_filter($classes, static fn (array $c): bool => $c[1] !== null);

        return [
            "$kind: pictures refused" => [(float) count(array_filter(array_column($pictures, 'refused'))), 0.0, '<='],
            "$kind: placings that could not be read" => [(float) count(array_merge(...array_column($pictures, 'unread'))), null, ''],
            "$kind: colours, how many" => [(float) count($cells), null, ''],
            "$kind: mean dE00" => [array_sum($errors) / count($errors), $mean, $mean === null ? '' : '<='],
            "$kind: 95 % within dE00" => [$errors[(int) (0.95 * (count($errors) - 1))], null, ''],
            "$kind: truth inside the stated 95 %" => [$within($cells, static fn (array $c): bool => $c[0] <= $c[1]), 0.9, '>='],
            "$kind: median stated 95 % range, dE00" => [$stated[intdiv(count($stated), 2)], $median, $median === null ? '' : '<='],
            "$kind: bias of grain" => [abs(array_sum(array_map(static fn (array $g): float => $g[0] - $g[1], $grain)) / max(1, count($grain))), self::GRAIN_BIAS, '<='],
            "$kind: grain inside the stated 95 %" => [$within($grain, static fn (array $g): bool => abs($g[0] - $g[1]) <= 1.96 * $g[2]), 0.9, '>='],
            "$kind: bodies over a line, how many" => [(float) count($body), null, ''],
            // Where no line lay beneath, nothing can be said of it.
            ...$body === [] ? [] : ["$kind: body inside the stated 95 %" => [$within($body, static fn (array $b): bool => abs($b[0] - $b[1]) <= 1.96 * $b[2]), 0.9, '>=']],
            "$kind: wrong single classes" => [$within($classes, static fn (array $c): bool => $c[1] !== null && $c[1] !== $c[2]), 0.02, '<='],
            "$kind: single classes" => [count($single) / max(1, count($classes)), null, ''],
        ];
    }

    /**
     * @param list<array{cells: list<float>, ratings: list<array<string, mixed>>}> $cards
     *
     * @return array<string, float>
     */
    public static function ofProperty(array $cards): array
    {
        $cells = array_merge(...array_column($cards, 'cells'));
        $ratings = array_merge(...array_column($cards, 'ratings'));
        $of = static fn (string ...$properties): array => array_values(array_filter($ratings, static fn (array $r): bool => in_array($r['property'], $properties, true) && $r['measured']));
        $close = static fn (array $rs): float => self::share($rs, static fn (array $r): bool => abs($r['value'] - $r['truth']) <= 0.03);
        $median = static function (array $rs): float {
            $us = array_column($rs, 'uncertainty');
            sort($us);

            return $us === [] ? INF : $us[intdiv(count($us), 2)];
        };
        $classed = array_values(array_filter($ratings, static fn (array $r): bool => $r['trueClass'] !== null));
        $given = array_values(array_filter($classed, static fn (array $r): bool => $r['class'] !== null));
        $figures = [
            'cell colour, mean dE00' => array_sum($cells) / count($cells),
            'cells within 1.0 dE00' => self::share($cells, static fn (float $e): bool => $e <= 1.0),
            'grain within 0.03' => $close($of('granulation')),
            'residue within 0.03' => $close($of('staining', 'staining, stiff')),
            'grain, median stated uncertainty' => $median($of('granulation')),
            'residue, median stated uncertainty' => $median($of('staining', 'staining, stiff')),
            'body, median stated uncertainty' => $median($of('transparency')),
            'classes right where given' => self::share($given, static fn (array $r): bool => $r['class'] === $r['trueClass']),
            'classes given' => count($given) / count($classed),
        ];
        $figures += self::ofStroke($of('gradation'), array_values(array_filter($of('two-tone'), static fn (array $r): bool => $r['truth'] !== null))) + self::ofWash($of('evenness'));
        foreach (['transparency', 'staining', 'granulation'] as $property) {
            $all = array_values(array_filter($classed, static fn (array $r): bool => $r['property'] === $property));
            $with = array_values(array_filter($all, static fn (array $r): bool => $r['class'] !== null));
            $figures["$property: classes given"] = count($with) / max(1, count($all));
            $figures["$property: classes right where given"] = self::share($with, static fn (array $r): bool => $r['class'] === $r['trueClass']);
        }

        return $figures;
    }

    /**
     * @param list<array<string, mixed>> $ladders
     * @param list<array<string, mixed>> $tones
     *
     * @return array<string, float>
     */
    private static function ofStroke(array $ladders, array $tones): array
    {
        $within = static fn (array $r): bool => ! $r['beyond'];

        return [
            // Where the full strength is too vivid for the file's colours the rating says so, and steps are told as "at least".
            'clear steps exact' => self::share(array_filter($ladders, $within), static fn (array $r): bool => (int) $r['value'] === (int) $r['truth']),
            'strokes too vivid for the file' => self::share($ladders, static fn (array $r): bool => $r['beyond']),
            'clear steps within the stated 95 %' => self::share($ladders, static fn (array $r): bool => abs($r['value'] - $r['truth']) <= 1.96 * $r['uncertainty']),
            'clear steps, mean error' => array_sum(array_map(static fn (array $r): float => abs($r['value'] - $r['truth']), $ladders)) / max(1, count($ladders)),
            'two-tone within 3 degrees' => self::share(array_filter($tones, $within), static fn (array $r): bool => self::turn($r) <= 3),
            'two-tone within the stated 95 %' => self::share($tones, static fn (array $r): bool => self::turn($r) <= 1.96 * $r['uncertainty']),
        ];
    }

    /**
     * @param list<array<string, mixed>> $washes
     *
     * @return array<string, float>
     */
    private static function ofWash(array $washes): array
    {
        $called = array_values(array_filter($washes, static fn (array $r): bool => (bool) $r['streak'][0]));
        $none = array_values(array_filter($washes, static fn (array $r): bool => $r['streak'][2] === null));
        $right = static function (array $r): bool {
            $off = abs(fmod($r['streak'][1] - ($r['streak'][2] ?? 1e6) + 540, 180));

            return $r['streak'][2] !== null && min($off, 180 - $off) <= 15;
        };

        return [
            'blotch in the right order, pairs a quarter apart' => self::inOrder($washes),
            'blotch within 0.01' => self::share($washes, static fn (array $r): bool => abs($r['value'] - $r['truth']) <= 0.01),
            'streaks within 15 degrees where called' => self::share($called, $right),
            'streaks called where none are' => self::share($none, static fn (array $r): bool => (bool) $r['streak'][0]),
            'streaked washes called' => count($called) / max(1, count($washes) - count($none)),
        ];
    }

    /**
     * @param list<array{name: string, value: float, truth: float, uncertainty: float|null}> $errors of all cards
     *
     * @return array<string, float>
     */
    public static function ofComposed(array $errors): array
    {
        $figures = [];
        foreach (self::NEAR as $name => [$near, $asShare, $words]) {
            $of = array_values(array_filter($errors, static fn (array $e): bool => $e['name'] === $name));
            $off = static fn (array $e): float => abs($e['value'] - $e['truth']) / ($asShare ? max(1e-9, abs($e['truth'])) : 1);
            if ($of === []) {
                continue;
            }
            $figures["composed: $name $words"] = self::share($of, static fn (array $e): bool => $off($e) <= $near + 1e-9);
            $figures["composed: $name, mean error"] = array_sum(array_map($off, $of)) / count($of);
            $told = array_values(array_filter($of, static fn (array $e): bool => $e['uncertainty'] !== null));
            if ($told !== []) {
                $figures["composed: $name within the stated 95 %"] = self::share($told, static fn (array $e): bool => abs($e['value'] - $e['truth']) <= 1.96 * $e['uncertainty']);
            }
            $figures["composed: $name, how many"] = count($of);
        }
        foreach (['blotch', 'separation', 'wash separation'] as $name) {
            $figures["composed: $name in the right order, pairs a quarter apart"] = self::inOrder(array_values(array_filter($errors, static fn (array $e): bool => $e['name'] === $name)));
        }

        return $figures;
    }

    /**
     * Share of pairs whose truths differ by a quarter or more that are measured in the right order.
     *
     * @param list<array<string, mixed>> $of
     */
    private static function inOrder(array $of): float
    {
        $right = [];
        foreach ($of as $a) {
            foreach ($of as $b) {
                if ($a['truth'] >= 1.25 * $b['truth'] && $a['truth'] > 0) {
                    $right[] = $a['value'] > $b['value'];
                }
            }
        }

        return self::share($right, static fn (bool $r): bool => $r);
    }

    /**
     * @param list<array{0: float, 1: float}> $pairs measured and true dE*ab
     *
     * @return array<string, float>
     */
    public static function ofFading(array $pairs): array
    {
        $errors = array_map(static fn (array $p): float => abs($p[0] - $p[1]), $pairs);

        return [
            'fading within 0.5 + 3 %' => self::share($pairs, static fn (array $p): bool => abs($p[0] - $p[1]) <= 0.5 + 0.03 * $p[1]),
            'fading, mean error dE*ab' => array_sum($errors) / count($errors),
            'fading, largest error dE*ab' => max($errors),
        ];
    }

    /**
     * @param array<string, list<array{cells: list<array{0: float, 1: float, 2: string}>, fading: list<array{0: float, 1: float}>, ratings: list<array<string, mixed>>, remarks: list<string>, refused: string|null, warm: bool, approximate: bool}>> $pictures by kind, as Photos::result gives them
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}> name => value, bound, sense
     */
    public static function ofDevices(array $pictures): array
    {
        $out = [];
        $all = array_merge(...array_values($pictures));
        foreach ($pictures as $kind => $of) {
            $cells = array_merge(...array_column($of, 'cells'));
            $errors = array_column($cells, 0);
            $stated = array_column($cells, 1);
            sort($errors);
            sort($stated);
            $n = count($errors);
            if ($n === 0) {
                continue;
            }
            $p95 = $errors[min($n - 1, (int) (0.95 * $n))];
            $out["$kind: mean dE00"] = [(float) array_sum($errors) / $n, self::DEVICES[$kind][0], '<='];
            $out["$kind: 95 % of cells within dE00"] = [$p95, self::DEVICES[$kind][1], '<='];
            $out["$kind: truth within the stated 95 %"] = [self::share($cells, static fn (array $c): bool => $c[0] <= $c[1]), 0.90, '>='];
            if (in_array($kind, self::UNCALIBRATED, true)) {
                $out["$kind: median stated, dE00"] = [$stated[intdiv($n, 2)], self::MOST_STATED, '<='];
            } else {
                $out["$kind: and not more often than"] = [self::share($cells, static fn (array $c): bool => $c[0] <= $c[1]), 0.98, '<='];
                $out["$kind: median stated over what really holds 95 %"] = [$stated[intdiv($n, 2)] / $p95, 1.5, '<='];
            }
            $out += self::ofRatings($kind, array_merge(...array_column($of, 'ratings')));
            $fading = array_merge(...array_column($of, 'fading'));
            if ($fading !== []) {
                [$base, $share] = str_starts_with($kind, 'scanner') ? [0.3, 0.04] : [0.5, 0.06];
                $calibrated = ! in_array($kind, self::UNCALIBRATED, true) && ! str_contains($kind, '4000');
                $out["$kind: fading, mean error over its bound"] = [
                    array_sum(array_map(static fn (array $f): float => abs($f[0] - $f[1]), $fading)) / array_sum(array_map(static fn (array $f): float => $base + $share * $f[1], $fading)), $calibrated ? 1.0 : null, '<=',
                ];
                $out["$kind: words for what happened right"] = [self::share(array_merge(...array_column($of, 'outcomes')), static fn (bool $r): bool => $r), 0.95, '>='];
            }
            // Two of forty may have a remark that is not true.
            $improved = str_contains($kind, 'as it comes');
            $out["$kind: share of pictures with a false remark"] = [self::share($of, static fn (array $r): bool => array_filter($r['remarks'], static fn (string $m): bool => ! $improved || preg_match(self::TRUE_OF_IMPROVED, $m) !== 1) !== []), 0.05, '<='];
        }
        $out += self::ofChances(array_merge(...array_column($all, 'ratings')));
        // Automatic levels and contrast are refused by name where nothing calibrates them, and where they push the target's patches to the end of the scale.
        $named = static fn (array $r): bool => preg_match('/automatic levels|A patch of the target .* end of the scale/', (string) $r['refused']) === 1;
        $out['pictures inside the limits, refused'] = [(float) count(array_filter($all, static fn (array $r): bool => $r['refused'] !== null && ! $named($r))), 0.0, '<='];
        $out['pictures with automatic levels or contrast, refused by name'] = [(float) count(array_filter($all, $named)), null, ''];
        $warm = $pictures['photo with filters below 4000 K, target'] ?? [];
        $out['light below 4000 K, marked'] = [self::share($warm, static fn (array $r): bool => $r['warm']), 1.0, '>='];
        $out['paper only, marked as approximate'] = [self::share($pictures['photo with filters, paper only'] ?? [], static fn (array $r): bool => $r['approximate']), 1.0, '>='];

        return $out;
    }

    /**
     * Ratings that depend on colour, against the truth: whether what they state covers it.
     *
     * @param list<array<string, mixed>> $ratings
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}>
     */
    private static function ofRatings(string $kind, array $ratings): array
    {
        $out = [];
        foreach (self::COLOUR_RATINGS as $property) {
            $of = array_filter($ratings, static fn (array $r): bool => $r['property'] === $property && $r['measured'] && $r['truth'] !== null);
            $off = static fn (array $r): float => $property === 'two-tone' ? self::turn($r) : abs($r['value'] - $r['truth']);
            if ($of !== []) {
                $out["$kind: $property within the stated 95 %"] = [self::share(array_values($of), static fn (array $r): bool => $off($r) <= 1.96 * $r['uncertainty']), 0.90, '>='];
            }
        }
        $classed = array_values(array_filter($ratings, static fn (array $r): bool => $r['class'] !== null && $r['trueClass'] !== null));
        if ($classed !== []) {
            $out["$kind: single classes that are wrong"] = [1 - self::share($classed, static fn (array $r): bool => $r['class'] === $r['trueClass']), 0.02, '<='];
        }
        $grains = array_values(array_filter($ratings, static fn (array $r): bool => $r['property'] === 'granulation' && $r['measured'] && $r['truth'] !== null));
        if ($grains !== []) {
            $out["$kind: grain, mean of measured less true"] = [array_sum(array_map(static fn (array $r): float => $r['value'] - $r['truth'], $grains)) / count($grains), null, ''];
            $out["$kind: grain, size of that mean"] = [abs($out["$kind: grain, mean of measured less true"][0]), 0.005, '<='];
        }

        return $out;
    }

    /**
     * Whether what is said with a chance is right as often.
     *
     * @param list<array<string, mixed>> $ratings
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}>
     */
    private static function ofChances(array $ratings): array
    {
        $out = [];
        foreach (['transparency', 'staining', 'granulation'] as $property) {
            $of = array_values(array_filter($ratings, static fn (array $r): bool => $r['property'] === $property && ($r['chances'] ?? []) !== [] && $r['trueClass'] !== null));
            if ($of === []) {
                continue;
            }
            for ($i = 1; $i < count(self::BINS); $i++) {
                $in = array_values(array_filter($of, static fn (array $r): bool => max($r['chances']) >= self::BINS[$i - 1] && max($r['chances']) < self::BINS[$i]));
                if ($in === []) {
                    continue;
                }
                $said = array_sum(array_map(static fn (array $r): float => max($r['chances']), $in)) / count($in);
                $right = self::share($in, static fn (array $r): bool => array_search(max($r['chances']), $r['chances'], true) === $r['trueClass']);
                $name = sprintf('chances of %s from %d to %d %%', $property, round(100 * self::BINS[$i - 1]), min(100, round(100 * self::BINS[$i])));
                $out["$name: how many"] = [(float) count($in), null, ''];
                $out["$name: said"] = [$said, null, ''];
                $out["$name: right"] = [$right, count($in) >= self::ENOUGH ? round(max(0.0, $said - self::RELIABLE), 3) : null, '>='];
            }
            $out["$property: rows with one word above 80 %"] = [self::share($of, static fn (array $r): bool => max($r['chances']) >= 0.8), null, ''];
        }

        return $out;
    }

    /**
     * @param list<array{refused: string|null, ratings: int, bare: int}> $outside
     *
     * @return array<string, array{0: float, 1: float|null, 2: string}>
     */
    public static function ofOutside(array $outside): array
    {
        return [
            'pictures outside the limits, how many' => [(float) count($outside), null, ''],
            'pictures outside the limits, refused' => [(float) count(array_filter($outside, static fn (array $o): bool => $o['refused'] !== null)), null, ''],
            'pictures outside the limits, ratings without a remark' => [(float) array_sum(array_column($outside, 'bare')), 0.0, '<='],
        ];
    }

    /**
     * How far a turn of hue lies off, degrees.
     *
     * @param array<string, mixed> $rating
     */
    private static function turn(array $rating): float
    {
        return abs(fmod($rating['value'] - $rating['truth'] + 540, 360) - 180);
    }

    /** Null where nothing is asked for. */
    public static function within(float $value, ?float $bound, string $sense): ?bool
    {
        return match (true) {
            $bound === null => null,
            $sense === '<=' => $value <= $bound,
            default => $value >= $bound,
        };
    }

    public static function holds(string $name, float $value): ?bool
    {
        [$bound, $sense] = self::BOUNDS[$name] ?? [null, ''];

        return self::within($value, $bound, $sense);
    }

    /**
     * @template T
     *
     * @param array<T> $of
     * @param callable(T): bool $which
     */
    private static function share(array $of, callable $which): float
    {
        return $of === [] ? 1.0 : count(array_filter($of, $which)) / count($of);
    }
}
