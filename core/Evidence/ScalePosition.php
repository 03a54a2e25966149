<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/** Lays a value on a scale of classes on which every class is equally wide. */
final class ScalePosition
{
    /**
     * Position 0..1: linear inside a class; the open last class takes as much above its limit as lies below it.
     *
     * @param array<string, float> $limits class => upper limit, the last INF
     */
    public static function of(array $limits, float $value): float
    {
        $n = count($limits);
        $from = 0.0;
        $i = 0;
        foreach ($limits as $to) {
            if ($value < $to || $i === $n - 1) {
                $width = is_infinite($to) ? $from : $to - $from;

                return ($i + min(1.0, max(0.0, ($value - $from) / $width))) / $n;
            }
            $from = $to;
            $i++;
        }

        return 1.0;
    }
}
