<?php

declare(strict_types=1);

// Samples the measuring of a scan and of a photograph a thousand times a second and draws what it spends its time on (needs php-excimer):
// tests/Bench/flame.php > docs/measuring.svg. The pictures are those of bin/bench measure photo, which have to be there.

require __DIR__.'/../../vendor/autoload.php';

use App\Actions\MeasureFile;
use Tests\Accuracy\Series;

const ROUNDS = 12;
const WIDTH = 1200;
const LINE = 17;
const LEAST = 0.004;

/** @return array<string, int> samples by stack, outermost first, parted by semicolons */
function sampled(string $picture): array
{
    $measure = static fn () => MeasureFile::of(Series::propertyCard(7), $picture);
    for ($i = 0; $i < 6; $i++) {
        $measure();
    }
    $profiler = new ExcimerProfiler;
    $profiler->setPeriod(0.001);
    $profiler->setEventType(EXCIMER_CPU);
    $profiler->start();
    for ($i = 0; $i < ROUNDS; $i++) {
        $measure();
    }
    $profiler->stop();
    $stacks = [];
    foreach ($profiler->getLog() as $entry) {
        $names = [];
        foreach (array_reverse($entry->getTrace()) as $frame) {
            $isOurs = isset($frame['class']) && ! str_contains($frame['function'] ?? '', '{closure}');
            if ($isOurs) {
                $names[] = preg_replace('/^.*\\\\/', '', $frame['class']).'::'.$frame['function'];
            }
        }
        $stack = implode(';', array_slice($names, 1));
        $stacks[$stack] = ($stacks[$stack] ?? 0) + $entry->getEventCount();
    }

    return $stacks;
}

/** @param array<string, int> $stacks */
function drawn(array $stacks, float $x, float $width, float $y, int $all): string
{
    $children = [];
    foreach ($stacks as $stack => $count) {
        if ($stack !== '') {
            [$first, $rest] = explode(';', "$stack;", 2);
            $children[$first][rtrim($rest, ';')] = ($children[$first][rtrim($rest, ';')] ?? 0) + $count;
        }
    }
    uasort($children, static fn (array $a, array $b): int => array_sum($b) <=> array_sum($a));
    $svg = '';
    foreach ($children as $name => $below) {
        $share = array_sum($below) / $all;
        $wide = WIDTH * $share;
        if ($share >= LEAST) {
            $label = $wide > 6.2 * strlen($name) + 6 ? sprintf('<text x="%.1f" y="%.1f">%s</text>', $x + 3, $y + LINE - 5, $name) : '';
            $svg .= sprintf('<g><title>%s: %.1f %%</title><rect x="%.1f" y="%.1f" width="%.1f" height="%d"/>%s</g>', $name, 100 * $share, $x, $y, $wide - 1, LINE - 1, $label)."\n";
            $svg .= drawn($below, $x, $wide, $y + LINE, $all);
        }
        $x += $wide;
    }

    return $svg;
}

$parts = ['a scan of 300 dots per inch (PNG)' => 'bench-sheet.png', 'a photograph of 12 megapixels (JPEG)' => 'bench-sheet.jpg'];
$svg = '';
foreach (array_values($parts) as $i => $file) {
    $stacks = sampled(__DIR__."/../../build/$file");
    $y = 20 + 250 * $i;
    $svg .= sprintf('<text x="0" y="%d">Time of measuring %s, a width a share; name and share under the pointer</text>', $y, array_keys($parts)[$i])."\n".drawn($stacks, 0, WIDTH, $y + 8, array_sum($stacks));
}
printf("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%d\" height=\"%d\" font-family=\"sans-serif\" font-size=\"11\"><rect width=\"100%%\" height=\"100%%\" fill=\"#f2f2f0\"/>\n<style>g rect{fill:#c9c6bd}</style><g fill=\"#222\">\n%s</g></svg>\n", WIDTH, 20 + 250 * count($parts), $svg);
