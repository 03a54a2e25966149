<?php

declare(strict_types=1);

namespace MarshTrial\Core\Measuring;

/** One number of the scale with what it decides, its unit and its source, as they stand beside it. */
final readonly class Threshold
{
    private function __construct(public string $name, public string $value, public string $text) {}

    /** @return list<self> all of one part of a scale */
    public static function allOf(object $part): array
    {
        $out = [];
        foreach ((new \ReflectionMethod($part, '__construct'))->getParameters() as $parameter) {
            $property = new \ReflectionProperty($part, $parameter->getName());
            $out[] = new self((new \ReflectionClass($part))->getShortName().'.'.$parameter->getName(), self::written($property->getValue($part)), self::docOf($property->getDocComment()));
        }

        return $out;
    }

    /** A docblock as running text, without its tags. */
    public static function docOf(string|false $doc): string
    {
        $text = (string) preg_replace('/\s+/', ' ', (string) preg_replace('#^\s*/?\*+/?#m', '', (string) $doc));

        return trim((string) preg_replace('/@var (?:[\w-]+(?:<[^>]*>|\{(?:[^{}]|\{[^{}]*\})*\})?) ?/', '', rtrim($text, '/* ')));
    }

    private static function written(mixed $value): string
    {
        return match (true) {
            is_array($value) && array_is_list($value) => implode(', ', array_map(self::written(...), $value)),
            is_array($value) => implode(', ', array_map(static fn (string $class, mixed $to): string => $to === INF ? $class : "$class < ".self::written($to), array_keys($value), $value)),
            is_float($value) => rtrim(rtrim(sprintf('%.4f', $value), '0'), '.'),
            default => (string) (is_scalar($value) ? $value : ''),
        };
    }
}
