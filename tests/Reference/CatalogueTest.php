<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Pigment\Catalogue;
use PHPUnit\Framework\TestCase;

/** Spot check of the catalogue. Source: Colour Index constitution numbers, written down from memory apart from the catalogue. */
final class CatalogueTest extends TestCase
{
    private const NUMBERS = [
        'PY1' => 11680, 'PY3' => 11710, 'PY35' => 77205, 'PY37' => 77199, 'PY40' => 77357, 'PY42' => 77492, 'PY43' => 77492, 'PY53' => 77788, 'PY65' => 11740, 'PY74' => 11741,
        'PY83' => 21108, 'PY97' => 11767, 'PY110' => 56280, 'PY129' => 48042, 'PY138' => 56300, 'PY139' => 56298, 'PY150' => 12764, 'PY151' => 13980, 'PY154' => 11781, 'PY175' => 11784,
        'PO20' => 77202, 'PO36' => 11780, 'PO43' => 71105, 'PO62' => 11775, 'PR101' => 77491, 'PR106' => 77766, 'PR108' => 77202, 'PR112' => 12370, 'PR122' => 73915, 'PR149' => 71137,
        'PR170' => 12475, 'PR178' => 71155, 'PR179' => 71130, 'PR209' => 73905, 'PR254' => 56110, 'PR255' => 561050, 'PR264' => 561300, 'PV14' => 77360, 'PV15' => 77007, 'PV16' => 77742,
        'PV23' => 51319, 'PV29' => 71129, 'PB15:3' => 74160, 'PB16' => 74100, 'PB27' => 77510, 'PB28' => 77346, 'PB29' => 77007, 'PB35' => 77368, 'PB36' => 77343, 'PB60' => 69800,
        'PG7' => 74260, 'PG8' => 10006, 'PG17' => 77288, 'PG18' => 77289, 'PG19' => 77335, 'PG23' => 77009, 'PG26' => 77344, 'PG36' => 74265, 'PG50' => 77377, 'PBk7' => 77266,
        'PBk9' => 77267, 'PBk11' => 77499, 'PW4' => 77947, 'PW6' => 77891,
        'PY12' => 21090, 'PY13' => 21100, 'PY14' => 21095, 'PY24' => 70600, 'PY31' => 77103, 'PY34' => 77600, 'PY93' => 20710, 'PY95' => 20034, 'PY128' => 20037, 'PO5' => 12075, 'PO13' => 21110, 'PO16' => 21160,
        'PR3' => 12120, 'PR48:4' => 15865, 'PR53:1' => 15585, 'PR57:1' => 15850, 'PR104' => 77605, 'PR105' => 77578, 'PR123' => 71145, 'PR144' => 20735, 'PR168' => 59300, 'PR185' => 12516, 'PR187' => 12486,
        'PV32' => 12517, 'PV39' => 42555, 'PB30' => 77420, 'PB31' => 77437, 'PB65' => 59800, 'PG21' => 77410, 'PBk1' => 50440, 'PBk8' => 77268, 'PBk10' => 77265, 'PW1' => 77597, 'PW18' => 77220, 'PW19' => 77004, 'PW26' => 77718, 'PM2' => 77400,
    ];

    /** Metals that a code is known for and that call for a caution. */
    private const METALS = [
        'PY35' => 'cadmium', 'PO20' => 'cadmium', 'PR108' => 'cadmium', 'PY40' => 'cobalt', 'PB28' => 'cobalt', 'PB35' => 'cobalt', 'PB36' => 'cobalt', 'PG19' => 'cobalt', 'PG26' => 'cobalt', 'PG50' => 'cobalt',
        'PG17' => 'chromium', 'PG18' => 'chromium', 'PY150' => 'nickel', 'PY53' => 'nickel', 'PG7' => 'copper', 'PB15:3' => 'copper', 'PV16' => 'manganese', 'PW4' => 'zinc', 'PR106' => 'mercury',
        'PY34' => 'lead', 'PW1' => 'lead', 'PR105' => 'lead', 'PR113' => 'mercury', 'PG21' => 'arsenic', 'PY39' => 'arsenic', 'PY41' => 'antimony', 'PW10' => 'barium', 'PV49' => 'cobalt', 'PG51' => 'chromium',
    ];

    public function testConstitutionNumbers(): void
    {
        foreach (self::NUMBERS as $code => $number) {
            self::assertStringContainsString((string) $number, Catalogue::find($code)->constitution ?? 'missing', $code);
        }
    }

    public function testHuesFollowTheCode(): void
    {
        self::assertGreaterThanOrEqual(160, count(Catalogue::all()));
        $families = ['PY' => 'yellow', 'PO' => 'orange', 'PR' => 'red', 'PV' => 'violet', 'PB' => 'blue', 'PG' => 'green', 'PBr' => 'brown', 'PBk' => 'black', 'PW' => 'white'];
        foreach (Catalogue::all() as $code => $pigment) {
            preg_match('/^P(?:Br|Bk|[YORVBGWM])/', $code, $m);
            // The code's letter is the usual hue; a few, such as browns sold under a red code, go their own way.
            self::assertContains($pigment->hueFamily, [...array_values($families), 'metal'], $code);
            self::assertArrayHasKey($m[0] === 'PM' ? 'PW' : $m[0], $families, $code);
        }
        foreach (['PY65', 'PO36', 'PR254', 'PV23', 'PB29', 'PG7', 'PBr7', 'PBk9', 'PW6'] as $code) {
            preg_match('/^P(?:Br|Bk|[YORVBGW])/', $code, $m);
            self::assertSame($families[$m[0]], Catalogue::find($code)?->hueFamily, $code);
        }
    }

    public function testKnownMetalsAreNamedAndCautioned(): void
    {
        foreach (self::METALS as $code => $metal) {
            $pigment = Catalogue::find($code);
            self::assertContains($metal, $pigment->metals ?? [], $code);
            self::assertStringContainsString($metal, implode(' ', $pigment?->cautions() ?? []), $code);
        }
        foreach (['PR254', 'PV19', 'PY65', 'PB29'] as $harmless) {
            self::assertSame([], Catalogue::find($harmless)?->cautions(), $harmless);
        }
    }
}
