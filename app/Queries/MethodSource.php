<?php

declare(strict_types=1);

namespace App\Queries;

/** The lines of a controller's method, with those of its own class that it hands the request on to. */
final class MethodSource
{
    public static function of(\ReflectionMethod $method): string
    {
        $source = self::lines($method);
        preg_match_all('/(?:self::|static::|\$this->)(\w+)\(\$request\b/', $source, $helpers);
        foreach (array_unique($helpers[1]) as $helper) {
            if ($method->getDeclaringClass()->hasMethod($helper) && $method->getDeclaringClass()->getMethod($helper)->class === $method->class) {
                $source .= self::lines($method->getDeclaringClass()->getMethod($helper));
            }
        }

        return $source;
    }

    private static function lines(\ReflectionMethod $method): string
    {
        return implode('', array_slice(file((string) $method->getFileName()) ?: [], (int) $method->getStartLine() - 1, (int) $method->getEndLine() - (int) $method->getStartLine() + 1));
    }
}
