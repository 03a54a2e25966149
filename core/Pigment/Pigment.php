<?php

declare(strict_types=1);

namespace MarshTrial\Core\Pigment;

/** A pigment of the catalogue. Source of every entry: common Colour Index knowledge, from memory. */
final readonly class Pigment
{
    public function __construct(
        /** Colour Index generic name, such as PB15:3. */
        public string $code,
        /** Colour Index constitution number, "none" where none is assigned. */
        public string $constitution,
        public string $chemicalName,
        /** Chemical class, such as "quinacridone". */
        public string $class,
        /** @var list<string> metals that call for a caution or are named in the pigment */
        public array $metals,
        public string $hueFamily,
    ) {}

    /** @return list<string> */
    public function cautions(): array
    {
        return Cautions::forMetals($this->metals);
    }
}
