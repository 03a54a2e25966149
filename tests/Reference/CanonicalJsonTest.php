<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\CanonicalJson;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The canonical form against the examples of RFC 8785 (JSON Canonicalization Scheme), sections 3.2.2 to 3.2.4 and appendix B; written down from memory. */
final class CanonicalJsonTest extends TestCase
{
    public function testTheExampleOfTheRfc(): void
    {
        $given = <<<'JSON'
            {
              "numbers": [333333333.33333329, 1E30, 4.50, 2e-3, 0.000000000000000000000000001],
              "string": "\u20ac$\u000F\u000aA'\u0042\u0022\u005c\\\"\/",
              "literals": [null, true, false]
            }
            JSON;
        self::assertSame('{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],"string":"€$\u000f\nA\'B\"\\\\\\\\\"/"}', CanonicalJson::of(json_decode($given, true)));
    }

    public function testMembersAreOrderedByUtf16CodeUnits(): void
    {
        $given = json_decode('{"\u20ac": "Euro Sign", "\r": "Carriage Return", "\ufb33": "Hebrew Letter Dalet With Dagesh", "1": "One", "\ud83d\ude00": "Emoji: Grinning Face", "\u0080": "Control", "\u00f6": "Latin Small Letter O With Diaeresis"}', true);
        preg_match_all('/:"([^"]+)"/', CanonicalJson::of($given), $m);
        // By code points the face would come last.
        self::assertSame(['Carriage Return', 'One', 'Control', 'Latin Small Letter O With Diaeresis', 'Euro Sign', 'Emoji: Grinning Face', 'Hebrew Letter Dalet With Dagesh'], $m[1]);
    }

    /** @return array<string, array{0: string, 1: string}> IEEE 754 bits, big-endian => as ECMAScript writes it */
    public static function numbers(): array
    {
        $of = ['0000000000000000' => '0', '8000000000000000' => '0', '0000000000000001' => '5e-324', '8000000000000001' => '-5e-324', '7fefffffffffffff' => '1.7976931348623157e+308', 'ffefffffffffffff' => '-1.7976931348623157e+308', '4340000000000000' => '9007199254740992', 'c340000000000000' => '-9007199254740992', '4430000000000000' => '295147905179352830000',
            '44b52d02c7e14af5' => '9.999999999999997e+22', '44b52d02c7e14af6' => '1e+23', '44b52d02c7e14af7' => '1.0000000000000001e+23', '444b1ae4d6e2ef4e' => '999999999999999700000', '444b1ae4d6e2ef4f' => '999999999999999900000', '444b1ae4d6e2ef50' => '1e+21', '3eb0c6f7a0b5ed8c' => '9.999999999999997e-7', '3eb0c6f7a0b5ed8d' => '0.000001',
            '41b3de4355555553' => '333333333.3333332', '41b3de4355555554' => '333333333.33333325', '41b3de4355555555' => '333333333.3333333', '41b3de4355555556' => '333333333.3333334', '41b3de4355555557' => '333333333.33333343', 'becbf647612f3696' => '-0.0000033333333333333333', '43143ff3c1cb0959' => '1424953923781206.2'];

        $out = [];
        foreach ($of as $bits => $text) {
            $out["bits $bits"] = [(string) $bits, $text];
        }

        return $out;
    }

    #[DataProvider('numbers')]
    public function testNumbersAreWrittenAsEcmascriptWritesThem(string $bits, string $text): void
    {
        self::assertSame($text, CanonicalJson::of(unpack('E', (string) hex2bin($bits))[1] ?? null));
    }

    public function testWhatJsonCannotHoldIsRefused(): void
    {
        foreach ([NAN, INF, -INF, "\xff", new \DateTime] as $none) {
            try {
                CanonicalJson::of($none);
                self::fail('It was written.');
            } catch (CoreException) {
                self::addToAssertionCount(1);
            }
        }
        self::assertSame(['[]', '{}', '{"a":[{"b":1}]}'], [CanonicalJson::of([]), CanonicalJson::of(new \stdClass), CanonicalJson::of(['a' => [['b' => 1]]])]);
    }
}
