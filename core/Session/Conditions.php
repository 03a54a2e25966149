<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\CoreException;

/** Conditions of a session, recorded once and inherited by every specimen; one specimen may differ. */
final class Conditions
{
    /**
     * Key => what it is called, its words if it has a fixed set, its unit and range if it is a number.
     *
     * @var array<string, array{label: string, words?: list<string>, unit?: string, range?: array{0: int, 1: int}, hint?: string}>
     */
    public const FIELDS = [
        'paperSide' => ['label' => 'Paper side', 'words' => ['felt side', 'wire side', 'side unknown']],
        'form' => ['label' => 'Form', 'words' => PanStates::FORMS],
        'state' => ['label' => 'State of the paint', 'words' => ['fresh from the tube', 'dried, re-wet within minutes', 'dried, soaked for an hour or more', 'dried for months, re-wet', 'not known']],
        'amounts' => ['label' => 'Paint measured out in', 'words' => Amounts::WORDS],
        'added' => ['label' => 'Medium added', 'words' => self::ADDED],
        'brush' => ['label' => 'Brush', 'hint' => 'round 8, synthetic'],
        'water' => ['label' => 'Water', 'hint' => 'tap, hard'],
        'room' => ['label' => 'Room', 'hint' => 'north light, heated'],
        'humidity' => ['label' => 'Humidity', 'unit' => '%', 'range' => [5, 100]],
        'temperature' => ['label' => 'Temperature', 'unit' => '°C', 'range' => [-5, 45]],
        'ink' => ['label' => 'Ink of the line', 'hint' => 'waterproof pigment ink'],
        'inkSet' => ['label' => 'Ink set by', 'words' => ['drying for a day or more', 'drying for an hour', 'heat', 'not set', 'printed']],
        'got' => ['label' => 'Disclosure', 'words' => ['bought', 'gift', 'sample from the maker', 'made by the tester']],
    ];

    /** Mixed into the paint; what was tested with it is another paint's. */
    public const ADDED = ['granulation medium', 'gum arabic', 'ox gall', 'another medium'];

    private const LONGEST = 160;

    /**
     * The value as it is kept; "" takes it away.
     *
     * @throws CoreException when the condition is unknown or the value is none of its words or outside its range
     */
    public static function check(string $key, string $value): string
    {
        $field = self::FIELDS[$key] ?? throw new CoreException("There is no condition called \"$key\".");
        $value = trim($value);
        if ($value === '') {
            return '';
        }
        if (isset($field['words']) && ! in_array($value, $field['words'], true)) {
            throw new CoreException("\"$value\" is none of the words for {$field['label']}.");
        }
        if (isset($field['range'])) {
            $number = str_replace(',', '.', trim(rtrim($value, "%°C \u{A0}")));
            [$low, $high] = $field['range'];
            if (! is_numeric($number) || $number < $low || $number > $high) {
                throw new CoreException("{$field['label']} is a number from $low to $high {$field['unit']}.");
            }

            return (string) (float) $number;
        }
        if (mb_strlen($value) > self::LONGEST) {
            throw new CoreException("{$field['label']} is longer than ".self::LONGEST.' characters.');
        }

        return $value;
    }

    /**
     * What holds for one specimen, with what it would have inherited.
     *
     * @param array<string, string> $session
     * @param array<string, string> $own of the specimen
     *
     * @return array<string, array{value: string, inherited: string|null, own: bool}>
     */
    public static function of(array $session, array $own): array
    {
        $out = [];
        foreach (array_keys(self::FIELDS) as $key) {
            $inherited = ($session[$key] ?? '') === '' ? null : $session[$key];
            if (($own[$key] ?? '') !== '') {
                $out[$key] = ['value' => $own[$key], 'inherited' => $inherited, 'own' => true];
            } elseif ($inherited !== null) {
                $out[$key] = ['value' => $inherited, 'inherited' => $inherited, 'own' => false];
            }
        }

        return $out;
    }
}
