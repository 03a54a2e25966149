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
        if (preg_match('/^(?:c\.?\s?i\.?\s?)?(\d{5})(?::\d)?$/i', $written, $m)) {
            foreach (Catalogue::all() as $pigment) {
                if (str_starts_with($pigment->constitution, $m[1])) {
                    return "a Colour Index constitution number; most likely {$pigment->code} ({$pigment->chemicalName})";
                }
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
        $plain = strtolower($written);
        foreach (Catalogue::all() as $pigment) {
            foreach (explode(' ', strtolower($pigment->chemicalName)) as $word) {
                if (strlen($word) > 6 && str_contains($plain, rtrim($word, ',;'))) {
                    return "words rather than a code; perhaps {$pigment->code} ({$pigment->chemicalName})";
                }
            }
        }

        return 'words rather than a code; the maker may state the pigment elsewhere on the label';
    }
}
