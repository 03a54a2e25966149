<?php

declare(strict_types=1);

namespace MarshTrial\Core\Pigment;

/** What a maker states about the pigments of a paint: codes in the order given, or nothing. */
final readonly class PigmentStatement
{
    private const NOTHING = ['', '-', '?', 'n/a', 'none', 'not stated', 'not stated by the maker', 'unknown'];

    private function __construct(
        /** @var list<PigmentCode> empty when the maker states nothing */
        public array $codes,
    ) {}

    /** Reads "PV 19 / PR122", "PB15/3 + PG7", "pb29"; blank or "not stated" is a statement of its own. */
    public static function parse(string $written): self
    {
        $written = trim($written);
        if (in_array(strtolower($written), self::NOTHING, true)) {
            return new self([]);
        }
        // A lone digit after a slash is the suffix of the code before it: PB15/3.
        $written = (string) preg_replace('#(\d)\s*/\s*([1-9])(?=\s*(?:$|[/+,;&]))#', '$1:$2', $written);
        $parts = preg_split('#\s*(?:[/+,;&]|\band\b)\s*#i', $written) ?: [];
        $codes = [];
        foreach ($parts as $part) {
            if ($part !== '') {
                $code = PigmentCode::parse($part);
                $codes[$code->text] ??= $code;
            }
        }

        return new self(array_values($codes));
    }

    public function isStated(): bool
    {
        return $this->codes !== [];
    }

    public function isSinglePigment(): bool
    {
        return count($this->codes) === 1;
    }

    /** Canonical text, such as "PV19 / PR122". */
    public function text(): string
    {
        return $this->isStated() ? implode(' / ', array_map(static fn (PigmentCode $c): string => $c->text, $this->codes)) : 'not stated by the maker';
    }

    /**
     * Cautions of every stated pigment, without repeats.
     *
     * @return list<string>
     */
    public function cautions(): array
    {
        $all = [];
        foreach ($this->codes as $code) {
            array_push($all, ...($code->entry()?->cautions() ?? []));
        }

        return Cautions::closed(array_values(array_unique($all)));
    }
}
