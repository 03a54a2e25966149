<?php

declare(strict_types=1);

namespace Tests\Support;

/**
 * All that is said of every paint, as values: by paint, by what it is about, and by the page or file that says it. Pages that say
 * one thing of a paint have to say the same.
 */
final class Voices
{
    /** Paints that one comparison takes. */
    private const COMPARED = 4;

    /** @var array<string, array<string, array<string, mixed>>> */
    private array $said = [];

    /**
     * @param \Closure(string): mixed $get what an address of the API answers: JSON decoded, else as text; null where there is nothing
     * @param bool $brief only what is told in few requests, for a visitor whose share of the machine is small
     */
    public function __construct(private readonly \Closure $get, private readonly bool $brief = false) {}

    /** @return array<string, array<string, array<string, mixed>>> paint => about => who says it => value */
    public function all(): array
    {
        $codes = array_column(array_filter(($this->get)('pigments')['pigments'] ?? [], static fn (array $p): bool => $p['paints'] > 0), 'code');
        $paints = $cards = [];
        foreach ($codes as $code) {
            $page = ($this->get)('pigments/'.rawurlencode($code));
            foreach ($page['paints'] ?? [] as $paint) {
                $this->paint("code $code", $paint);
                $paints[$paint['uuid']] = $paint['makerUuid'];
            }
        }
        foreach ($this->brief ? [] : array_unique($paints) as $maker) {
            foreach (($this->get)("makers/$maker/strips")['paints'] ?? [] as $paint) {
                $this->paint('maker', $paint);
            }
        }
        foreach (array_keys($paints) as $uuid) {
            $paint = ($this->get)("paints/$uuid");
            $this->paint('paint', $paint);
            $this->sentence($uuid, $paint);
            $card = $paint['properties']['lightfastness']['measured']['card']['uuid'] ?? null;
            if ($card !== null) {
                $cards[$card][] = $uuid;
            }
        }
        foreach ($this->brief ? [] : array_chunk(array_keys($paints), self::COMPARED) as $some) {
            foreach (count($some) < 2 ? [] : ($this->get)('compare?paints='.implode(',', $some))['paints'] as $paint) {
                $this->paint('comparison', $paint);
            }
            foreach (($this->get)('strips?paints='.implode(',', $some))['paints'] ?? [] as $paint) {
                $this->paint('strips', $paint);
            }
        }
        $this->shelves();
        $this->alike($this->brief ? [] : array_keys($paints));
        $this->fading($cards);

        return $this->said;
    }

    /** @param array<string, mixed> $paint as pages show it */
    private function paint(string $who, array $paint): void
    {
        foreach ($paint['properties'] as $property => $of) {
            $measured = $of['measured'];
            if (($measured['light'] ?? null) !== null) {
                $this->light($paint['uuid'], $who, $measured['light']);
            }
            $this->said[$paint['uuid']][$property][$who] = $measured === null ? null : [$measured['said'], round((float) $measured['value'], 6), $measured['text'], $of['pooled']['anotherText'] ?? null];
            foreach ($of['claims'] as $claim) {
                $this->said[$paint['uuid']]["$property, claim $claim[words]"][$who] = $claim['check'];
            }
        }
    }

    /** @param array<string, mixed> $light */
    private function light(string $paint, string $who, array $light): void
    {
        $this->said[$paint]['light'][$who] = [$light['words'], round((float) $light['chance'], 3), $light['mlxh'] === null ? null : round((float) $light['mlxh'], 3), $light['doubt'], $light['categories']];
        if (isset($light['number'])) {
            $this->said[$paint]['light, number'][$who] = $light['number'];
        }
    }

    /**
     * A sentence is made of the same word: the word of the verdict stands in it.
     *
     * @param array<string, mixed> $paint
     */
    private function sentence(string $uuid, array $paint): void
    {
        $spoken = implode(' ', array_map(static fn (array $s): string => implode('', array_column($s, 'text')), $paint['spoken']));
        $light = $paint['properties']['lightfastness']['measured']['light'] ?? null;
        $this->said[$uuid]['light is spoken of'] = ['values' => $light !== null, 'sentence' => ! str_contains($spoken, 'light does to it was not tested') && $spoken !== "$paint[colourName]: not measured yet."];
        if ($light !== null && $light['mlxh'] !== null) {
            $dose = rtrim(rtrim(sprintf('%.1f', $light['mlxh']), '0'), '.').' Mlx h';
            $this->said[$uuid]['dose stands in the sentence'] = ['values' => true, 'sentence' => str_contains($spoken, $dose)];
        }
    }

    private function shelves(): void
    {
        foreach (($this->get)('choose')['shelves'] ?? [] as $shelf) {
            foreach ($shelf['paints'] as $paint) {
                if ($paint['light'] !== null) {
                    $this->light($paint['uuid'], 'choose', $paint['light']);
                }
                $this->said[$paint['uuid']]['on a wall']['choose'] = $shelf['name'];
            }
        }
    }

    /** @param list<string> $paints */
    private function alike(array $paints): void
    {
        foreach ($paints as $uuid) {
            foreach (($this->get)("paints/$uuid/like")['like'] ?? [] as $other) {
                $this->said[$other['uuid']]['light, told']["like $uuid"] = $other['light'];
                $this->said[$other['uuid']]['on a wall']["like $uuid"] = match ($other['holds']) {
                    true => 'fits the evidence', false => 'not for this', default => 'cannot tell yet',
                };
            }
        }
        foreach ($this->said as $uuid => $of) {
            $light = array_values($of['light'] ?? [])[0] ?? null;
            $dose = ($light[2] ?? null) === null ? ', after nobody knows how much light' : ' after '.rtrim(rtrim(sprintf('%.1f', $light[2]), '0'), '.').' Mlx h';
            $this->said[$uuid]['light, told']['page'] = $light === null ? 'not tested in light' : $light[0].$dose;
        }
    }

    /** @param array<string, list<string>> $cards that speak for paints */
    private function fading(array $cards): void
    {
        $tables = $this->tables();
        $rack = array_column(($this->get)('rack')['windows'] ?? [], null, 'card');
        foreach ($cards as $card => $paints) {
            // Of two rows of a paint on one card the leading one speaks for it.
            $names = array_column($rack[$card]['rows'] ?? [], 'paint', 'row');
            $alone = array_filter($names, static fn (string $p): bool => in_array($p, $paints, true) && count(array_keys($names, $p, true)) === 1);
            foreach ([
                'rack' => $rack[$card]['rows'] ?? [], 'card' => ($this->get)("cards/$card")['courses']['rows'] ?? [],
                'record' => self::recorded(($this->get)("records/$card.json") ?? []), 'report' => ($this->get)("cards/$card/fading.json")['rows'] ?? [],
            ] as $who => $rows) {
                if ($who === 'record') {
                    foreach (array_intersect_key(array_column($rows, 'uuid', 'row'), $alone) as $row => $specimen) {
                        if (isset($tables[$specimen])) {
                            $this->light($alone[$row], 'tables', $tables[$specimen]);
                        }
                    }
                }
                foreach (array_intersect_key(array_column($rows, 'summary', 'row'), $alone) as $row => $summary) {
                    if ($summary !== null) {
                        $this->light($alone[$row], $who, $summary);
                    }
                }
            }
        }
    }

    /** @return array<string, array<string, mixed>> what the tables of the ledger say of light, by specimen */
    private function tables(): array
    {
        $lines = $this->brief ? [] : array_filter(explode("\r\n", (string) (($this->get)('ledger/tables/light.csv') ?? '')));
        $rows = array_map(static fn (string $line): array => str_getcsv($line, ',', '"', ''), array_values($lines));
        $names = array_shift($rows) ?? [];
        $of = [];
        foreach ($rows as $row) {
            $said = array_map(static fn (?string $v): ?string => $v === '' ? null : $v, array_combine($names, $row));
            $of[$said['specimen']] = ['categories' => array_values(array_filter(explode(' ', (string) $said['categories'])))] + $said;
        }

        return $of;
    }

    /**
     * What a published record says of its rows; it stays as it was when it was published.
     *
     * @param array<string, mixed> $record
     *
     * @return list<array{row: int, uuid: string|null, summary: array<string, mixed>|null}>
     */
    private static function recorded(array $record): array
    {
        $told = static fn (array $row): ?array => array_column($row['ratings'], 'light', 'property')['lightfastness'] ?? null;

        return array_map(static fn (array $r): array => ['row' => $r['row'], 'uuid' => $r['uuid'] ?? null, 'summary' => $told($r)], $record['rows'] ?? []);
    }

    /**
     * @param array<string, array<string, array<string, mixed>>> $said
     *
     * @return list<string> where two say different things
     */
    public static function contradictions(array $said): array
    {
        $out = [];
        foreach ($said as $paint => $of) {
            foreach ($of as $about => $values) {
                $different = array_unique(array_map(static fn (mixed $v): string => (string) json_encode($v, JSON_UNESCAPED_UNICODE), $values));
                if (count($different) > 1) {
                    $out[] = "$paint, $about: ".json_encode(array_intersect_key($values, $different), JSON_UNESCAPED_UNICODE);
                }
            }
        }

        return $out;
    }
}
