<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\CoreException;

/** An amount in a currency's smallest unit. */
final readonly class Money
{
    /** Currencies without a smaller unit, of those a paint is usually priced in (ISO 4217). */
    private const WHOLE = ['JPY', 'KRW', 'ISK', 'CLP', 'VND'];

    private function __construct(public int $minor, public string $currency) {}

    /**
     * Reads "4.50", "4,50" or "4" and an ISO 4217 code.
     *
     * @throws CoreException when it is no such amount, or below zero
     */
    public static function parse(string $amount, string $currency): self
    {
        $currency = strtoupper(trim($currency));
        if (! preg_match('/^[A-Z]{3}$/', $currency)) {
            throw new CoreException('A price needs its currency in three letters, such as EUR.');
        }
        $places = in_array($currency, self::WHOLE, true) ? 0 : 2;
        if (! preg_match('/^(\d{1,9})(?:[.,](\d{1,2}))?$/', trim($amount), $m) || strlen($m[2] ?? '') > $places) {
            throw new CoreException("\"$amount\" is not a price in $currency.");
        }

        return new self((int) ($m[1].str_pad($m[2] ?? '', $places, '0')), $currency);
    }

    public static function ofMinor(int $minor, string $currency): self
    {
        return new self($minor, $currency);
    }

    /** In the currency's main unit, such as 4.5 for 450 cents. */
    public function major(): float
    {
        return in_array($this->currency, self::WHOLE, true) ? (float) $this->minor : $this->minor / 100;
    }

    /** Such as "4.50 EUR". */
    public function text(): string
    {
        return in_array($this->currency, self::WHOLE, true) ? "$this->minor $this->currency" : sprintf('%d.%02d %s', intdiv($this->minor, 100), $this->minor % 100, $this->currency);
    }
}
