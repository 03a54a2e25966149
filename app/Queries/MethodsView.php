<?php

declare(strict_types=1);

namespace App\Queries;

use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Measuring\Method;
use MarshTrial\Core\Measuring\Threshold;
use MarshTrial\Core\Rating\Scale;

/**
 * How everything is measured, for readers and as a document.
 *
 * @phpstan-type MethodsAll array{
 *     scale: string, scales: array{'bench scale 1'}, rules: int,
 *     methods: list<array{
 *         property: string, what: string, quantity: string, formula: string, limits: array<string, float|null>,
 *         weakness: string, thresholds: list<array<string, mixed>>,
 *         protocols: list<array{id: string, title: string, spoilers: list<string>}>,
 *     }>,
 * }
 */
final class MethodsView
{
    public const FILE = 'docs/methods.md';

    /** @return MethodsAll */
    public static function all(): array
    {
        $scale = Scale::current();

        return [
            'scale' => $scale->name, 'scales' => Scale::NAMES, 'rules' => Scale::RULES,
            'methods' => array_map(static fn (Method $m): array => [
                'property' => $m->property->value, 'what' => $m->what, 'quantity' => $m->quantity, 'formula' => $m->formula, 'limits' => $m->limits, 'weakness' => $m->weakness,
                'thresholds' => array_map(static fn (Threshold $t): array => get_object_vars($t), $m->thresholds),
                'protocols' => array_map(static fn (Protocol $p): array => ['id' => $p->id, 'title' => $p->title, 'spoilers' => $p->spoilers], $m->protocols),
            ], Method::all($scale)),
        ];
    }

    public static function markdown(): string
    {
        $scale = Scale::current();
        $lines = [
            '# How everything is measured', '',
            "Written by `php artisan methods:write` from the measures and from $scale->name (rules ".Scale::RULES.'). "Own" is this project’s choice, "own, simulated" was found by simulating films, ink and scanners, "memory" is remembered from the standard named.',
        ];
        $told = [];
        foreach (Method::all($scale) as $method) {
            array_push($lines, '', '## '.ucfirst($method->property->value), '', $method->what, '', "**$method->quantity**: ".rtrim($method->formula, '.').'.', '');
            if ($method->limits !== []) {
                array_push($lines, 'Classes: '.implode(', ', array_map(static fn (int|string $class, ?float $to): string => $to === null ? "$class above" : "$class below $to", array_keys($method->limits), $method->limits)).'.', '');
            }
            foreach ($method->protocols as $protocol) {
                $lines[] = "- Painted as *$protocol->id*: $protocol->title. Spoiled by: ".lcfirst(implode(' ', $protocol->spoilers));
            }
            array_push($lines, '', "Known weakness: $method->weakness");
            $told += array_column(array_map(static fn (Threshold $t): array => [$t->name, "| $t->name | $t->value | ".str_replace('|', '\\|', $t->text).' |'], $method->thresholds), 1, 0);
        }
        array_push($lines, '', '## Numbers of the scale', '', '| Number | Value | What it decides, unit, source |', '| --- | --- | --- |', ...array_values($told));
        foreach ([$scale->picture, $scale->swatch, $scale->film, $scale->certainty, $scale->evidence] as $part) {
            foreach (Threshold::allOf($part) as $t) {
                $lines[] = "| $t->name | $t->value | $t->text |";
            }
        }

        return implode("\n", $lines)."\n";
    }
}
