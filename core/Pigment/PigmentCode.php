<?php

declare(strict_types=1);

namespace MarshTrial\Core\Pigment;

/**
 * One pigment code as a maker states it: canonical Colour Index generic name where it is one, else the words as written.
 */
final readonly class PigmentCode
{
    private const HUES = [
        'yellow' => 'Y', 'orange' => 'O', 'red' => 'R', 'violet' => 'V', 'blue' => 'B', 'green' => 'G',
        'brown' => 'Br', 'black' => 'Bk', 'white' => 'W', 'metal' => 'M',
        'y' => 'Y', 'o' => 'O', 'r' => 'R', 'v' => 'V', 'b' => 'B', 'g' => 'G',
        'br' => 'Br', 'bk' => 'Bk', 'w' => 'W', 'm' => 'M',
    ];

    private const DYES = [
        'A' => 'acid', 'B' => 'basic', 'D' => 'direct', 'S' => 'solvent', 'N' => 'natural', 'VAT' => 'vat', 'F' => 'food',
    ];

    private const OLD_WORDS = [
        'madder' => 'C.I. Natural Red 9, a dye lake that is often fugitive',
        'cochineal' => 'C.I. Natural Red 4, a dye lake that is often fugitive',
        'carmine' => 'C.I. Natural Red 4, a dye lake that is often fugitive',
        'gamboge' => 'C.I. Natural Yellow 24, a poisonous resin that fades',
        'sepia' => 'C.I. Natural Brown 9, or a mixture of a black and a brown',
        'vermilion' => 'PR106',
        'ochre' => 'PY43 or PY42',
        'sienna' => 'PBr7',
        'umber' => 'PBr7',
    ];

    private const COMMON_WORDS = ['natural', 'synthetic', 'yellow', 'orange', 'violet', 'hydrated', 'substituted', 'pigment', 'complex'];

    private function __construct(
        /** "PB15:3", or the words as written when it is no Colour Index pigment. */
        public string $text,
        public PigmentCodeState $state,
        /** For a code that is no Colour Index pigment: what it most likely is. */
        public ?string $likelyMeaning = null,
    ) {}

    /** Accepts any usual spelling: "pb 15.3", "P.Br.7", "C.I. Pigment Blue 29". */
    public static function parse(string $written): self
    {
        $written = trim((string) preg_replace('/\s+/u', ' ', $written));
        $pattern = '/^(?:c\.?\s?i\.?\s?)?(?:p\.?\s?|pigment\s)(yellow|orange|red|violet|blue|green|brown|black|white|metal|br|bk|y|o|r|v|b|g|w|m)'
            .'\.?\s?-?\s?0*([1-9]\d{0,2})(?:\s?[:.\-]\s?([1-9]))?$/i';
        if (preg_match($pattern, $written, $m)) {
            $canonical = 'P'.self::HUES[strtolower($m[1])].$m[2].(isset($m[3]) ? ':'.$m[3] : '');

            return new self($canonical, Catalogue::find($canonical) === null ? PigmentCodeState::NotInCatalogue : PigmentCodeState::Known);
        }

        return new self($written, PigmentCodeState::NotColourIndexPigment, self::guess($written));
    }

    public function entry(): ?Pigment
    {
        return $this->state === PigmentCodeState::Known ? Catalogue::find($this->text) : null;
    }

    private static function guess(string $written): string
    {
        if (preg_match('/^(.*\S)\s*\(?\?+\)?$/u', $written, $m)) {
            $meant = self::parse($m[1]);

            return $meant->state === PigmentCodeState::NotColourIndexPigment ? (string) $meant->likelyMeaning : "a guess at $meant->text, as its question mark says; write $meant->text once the maker confirms it";
        }
        if (preg_match('/^(?:c\.?\s?i\.?\s?)?(\d{5})(?::\d)?$/i', $written, $m)) {
            $codes = array_filter(Catalogue::all(), static fn (Pigment $p): bool => str_starts_with($p->constitution, $m[1]));
            if ($codes !== []) {
                return 'a Colour Index constitution number, shared by '.self::names($codes);
            }

            return 'a Colour Index constitution number that is not in this catalogue';
        }
        if (preg_match('/^(vat|[abdsnf])\.?\s?(y|o|r|v|b|g|br|bk)\.?\s?(\d+)$/i', $written, $m)) {
            $class = self::DYES[strtoupper($m[1])];
            $hue = array_search(self::HUES[strtolower($m[2])], self::HUES, true);

            return "a Colour Index $class dye (C.I. ".ucfirst($class).' '.ucfirst((string) $hue)." $m[3]), not a pigment; dyes are often fugitive";
        }
        if (preg_match('/^e\s?\d{3}/i', $written)) {
            return 'a food-colour number, not a pigment code';
        }
        if (preg_match('/^\d{2,7}-\d{2}-\d$/', $written)) {
            return 'a chemical registry number, not a pigment code';
        }
        $words = preg_split('/[^a-z]+/', strtolower($written), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        foreach ($words as $word) {
            if (isset(self::OLD_WORDS[$word])) {
                return 'words rather than a code; perhaps '.self::OLD_WORDS[$word];
            }
        }
        $telling = array_filter($words, static fn (string $w): bool => strlen($w) > 5 && ! in_array($w, self::COMMON_WORDS, true));
        $codes = array_filter(Catalogue::all(), static function (Pigment $p) use ($telling): bool {
            $known = preg_split('/[^a-z]+/', strtolower($p->chemicalName.' '.$p->class)) ?: [];

            return array_intersect($telling, $known) !== [];
        });

        return $codes === []
            ? 'words rather than a code; the maker may state the pigment elsewhere on the label'
            : 'words rather than a code; perhaps '.self::names($codes);
    }

    /** @param array<string, Pigment> $codes */
    private static function names(array $codes): string
    {
        $names = array_keys($codes);

        return count($names) > 4 ? implode(', ', array_slice($names, 0, 4)).' or another' : implode(' or ', $names);
    }
}
