<?php

declare(strict_types=1);

namespace MarshTrial\Core\Measuring;

use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Capture\PictureFacts;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Fading\FadeFinding;
use MarshTrial\Core\Fading\HalfPair;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Swatch\SwatchReading;

/** Everything that one picture of one card says. */
final readonly class CardMeasurement
{
    /**
     * @param array<string, CellReading> $cells by cell id
     * @param array<string, CellReading> $papers bare paper that each cell's deposit is taken over, by cell id
     * @param array<int, RowReadings> $rows by row; empty for a fade card
     * @param list<Rating> $ratings
     * @param list<HalfPair> $pairs empty for a property card
     * @param list<FadeFinding> $fading
     */
    public function __construct(
        public CardLayout $layout,
        public PictureFacts $scan,
        public array $cells,
        public array $papers,
        public array $rows,
        public array $ratings,
        public array $pairs = [],
        public array $fading = [],
        public ?float $doseMlxh = null,
        /** @var list<SwatchReading> placings of the pocket frame, by row; empty for cards */
        public array $swatches = [],
    ) {}

    /** Whether a place differs from its bare paper by more than paper does; a place that was not read does not. */
    public function showsPaint(string $cell): bool
    {
        if (! isset($this->cells[$cell], $this->papers[$cell])) {
            return false;
        }
        $largest = Deposit::of($this->cells[$cell]->rgb, $this->papers[$cell]->rgb)->largest();

        return $largest === null || $largest >= Scale::current()->depths->least;
    }

    /** Whether a place holds clearly less paint than another of its row: it was lifted, whatever paint it is; one that clings cannot be told. */
    public function isLifted(string $cell, string $from): bool
    {
        if (! isset($this->cells[$cell], $this->cells[$from], $this->papers[$cell], $this->papers[$from]) || ! $this->showsPaint($from)) {
            return false;
        }
        $left = Deposit::of($this->cells[$cell]->rgb, $this->papers[$cell]->rgb);
        $was = Deposit::of($this->cells[$from]->rgb, $this->papers[$from]->rgb);
        $key = $was->key();
        [$before, $after] = [$was->in($key), $left->in($key)];

        return $before !== null && $after !== null && $after < (1 - Scale::current()->lifting->shows) * $before;
    }
}
