<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Pigment\Catalogue;
use MarshTrial\Core\Pigment\Cautions;
use MarshTrial\Core\Pigment\PigmentCode;
use MarshTrial\Core\Pigment\PigmentCodeState;
use MarshTrial\Core\Pigment\PigmentStatement;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PigmentTest extends TestCase
{
    /** @return list<array{0: string, 1: string}> */
    public static function spellings(): array
    {
        return [
            ['pb 15.3', 'PB15:3'], ['PB15:3', 'PB15:3'], ['PB15/3', 'PB15:3'], ['p.br.7', 'PBr7'], ['PBr7', 'PBr7'], ['PBR7', 'PBr7'], ['P. B. 29', 'PB29'], ['pbk-9', 'PBk9'],
            ['PV 19 / PR122', 'PV19 / PR122'], ['C.I. Pigment Blue 29', 'PB29'], ['PY150 + PG7', 'PY150 / PG7'], ['pr 254, py65', 'PR254 / PY65'], ['PW6 and PBk 9', 'PW6 / PBk9'], ['PB015', 'PB15'],
            ['', 'not stated by the maker'], ['?', 'not stated by the maker'],
        ];
    }

    #[DataProvider('spellings')]
    public function testAnyUsualSpellingBecomesCanonical(string $written, string $canonical): void
    {
        self::assertSame($canonical, PigmentStatement::parse($written)->text());
    }

    public function testWhatIsNoPigmentCodeIsKeptWithItsLikelyMeaning(): void
    {
        foreach ([['NR9', 'natural dye'], ['E 132', 'food-colour'], ['77007', 'constitution number'], ['genuine madder', 'Natural Red 9'], ['our secret', 'elsewhere on the label']] as [$written, $hint]) {
            $code = PigmentCode::parse($written);
            self::assertSame($written, $code->text);
            self::assertSame(PigmentCodeState::NotColourIndexPigment, $code->state);
            self::assertStringContainsString($hint, (string) $code->likelyMeaning);
        }
        self::assertSame(PigmentCodeState::NotInCatalogue, PigmentCode::parse('pr 999')->state);
    }

    /** Source: common Colour Index knowledge, from memory. */
    public function testCatalogue(): void
    {
        $all = Catalogue::all();
        self::assertGreaterThanOrEqual(60, count($all));
        $facts = ['PB29' => ['77007', 'blue'], 'PB15:3' => ['74160', 'blue'], 'PR254' => ['56110', 'red'], 'PG7' => ['74260', 'green'], 'PW6' => ['77891', 'white'], 'PV19' => ['73900', 'violet'], 'PY65' => ['11740', 'yellow'], 'PR106' => ['77766', 'red']];
        foreach ($facts as $code => [$constitution, $hue]) {
            self::assertStringStartsWith($constitution, $all[$code]->constitution, $code);
            self::assertSame($hue, $all[$code]->hueFamily, $code);
        }
        foreach ($all as $code => $pigment) {
            self::assertSame($code, PigmentCode::parse($code)->text);
            self::assertMatchesRegularExpression('/^(none|\d{5,6}(:\d{1,2})?(, \d{5,6}(:\d{1,2})?)*)$/', $pigment->constitution, $code);
            self::assertNotSame('', $pigment->chemicalName.$pigment->class);
        }
    }

    public function testCautionsNameTheMetalOnceAndAlwaysClose(): void
    {
        $cautions = PigmentStatement::parse('PB28 / PB36 / PR106')->cautions();
        self::assertCount(1, array_filter($cautions, static fn (string $c): bool => str_contains($c, 'cobalt')));
        self::assertCount(1, array_filter($cautions, static fn (string $c): bool => str_contains($c, 'mercury')));
        self::assertSame(Cautions::CLOSE, end($cautions));
        self::assertSame([], PigmentStatement::parse('PR254')->cautions());
    }
}
