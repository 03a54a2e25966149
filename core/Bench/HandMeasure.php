<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\CoreException;

/** What is measured by hand: with a ruler, a timer, or by counting. */
final class HandMeasure
{
    /**
     * Key => what it is called, its unit, its range, and how it is taken.
     *
     * @var array<string, array{label: string, unit: string, range: array{0: int, 1: int}, how: string}>
     */
    public const FIELDS = [
        'spread' => ['label' => 'Spread in wet paper', 'unit' => 'mm', 'range' => [0, 150], 'how' => 'greatest width of a touch of paint on glistening-wet paper, one minute after'],
        'strokesToLift' => ['label' => 'Strokes until no more lifts', 'unit' => 'strokes', 'range' => [0, 200], 'how' => 'soft damp brush, blotted between'],
        'layerMoved' => ['label' => 'Layer that moved the one below', 'unit' => 'layer', 'range' => [2, 9], 'how' => 'glazes, each dried: the first layer that stirs up what lies beneath'],
        'brushLoads' => ['label' => 'Brush loads used', 'unit' => 'loads', 'range' => [1, 60], 'how' => 'for the whole row'],
        'paintUsed' => ['label' => 'Paint used', 'unit' => 'ml', 'range' => [0, 20], 'how' => 'by weighing or by the tube’s scale'],
        'passes' => ['label' => 'Passes to re-wet', 'unit' => 'passes', 'range' => [1, 60], 'how' => 'damp brush over the dry pan until it is loaded'],
        'dryingTime' => ['label' => 'Drying time', 'unit' => 'min', 'range' => [0, 2880], 'how' => 'until the paper no longer feels cool'],
    ];

    /**
     * The number as it is kept, with at most two decimal places.
     *
     * @throws CoreException when there is no such measure, or the value is no number within its range
     */
    public static function check(string $what, string $value): float
    {
        $field = self::FIELDS[$what] ?? throw new CoreException("Nothing called \"$what\" is measured by hand here.");
        $number = str_replace(',', '.', trim($value));
        [$low, $high] = $field['range'];
        if (! is_numeric($number) || $number < $low || $number > $high) {
            throw new CoreException("{$field['label']} is a number from $low to $high {$field['unit']}.");
        }

        return round((float) $number, 2);
    }
}
