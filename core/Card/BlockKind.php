<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** The tests a property card can be put together from. */
enum BlockKind: string
{
    case Stroke = 'stroke';
    case Ladder = 'ladder';
    case Wash = 'wash';
    case Lift = 'lift';
    case Blot = 'blot';
    case SecondLine = 'second-line';
    case Glaze = 'glaze';
    case WetSquare = 'wet-square';
    case SoftEdge = 'soft-edge';
    case Salt = 'salt';
    case Tilt = 'tilt';
    case Rewet = 'rewet';

    public function words(): string
    {
        return match ($this) {
            self::Stroke => 'graded stroke',
            self::Ladder => 'stepped ladder',
            self::Wash => 'flat wash',
            self::Lift => 'lift',
            self::Blot => 'blot',
            self::SecondLine => 'second line',
            self::Glaze => 'glaze lane',
            self::WetSquare => 'wet-in-wet square',
            self::SoftEdge => 'soft edge',
            self::Salt => 'salt',
            self::Tilt => 'tilted strip',
            self::Rewet => 're-wetting',
        };
    }

    /** What it is for, in a few words. */
    public function tells(): string
    {
        return match ($this) {
            self::Stroke => 'transparency, clear steps, two-tone',
            self::Ladder => 'clear steps and tinting strength, by counted drops',
            self::Wash => 'granulation, evenness',
            self::Lift => 'staining, dry',
            self::Blot => 'how much a tissue takes while wet',
            self::SecondLine => 'transparency by a line under and a line over the paint',
            self::Glaze => 'darkening per layer, and when a layer moves',
            self::WetSquare => 'spread and softness of the edge in wet paper',
            self::SoftEdge => 'how far an edge pulls out with clean water',
            self::Salt => 'what a pinch of salt does',
            self::Tilt => 'which pigment travels down a wet slope',
            self::Rewet => 'what a damp brush takes off the dry pan in three passes',
        };
    }

    /** What is painted there, printed above the window. */
    public function caption(): string
    {
        return match ($this) {
            self::Stroke => 'one stroke along the line, full strength to palest',
            self::Ladder => sprintf('ladder: drops of paint made up to %d with water', Block::MADE_UP_TO_DROPS),
            self::Wash => 'flat wash',
            self::Lift => 'not lifted · soft brush · stiff brush',
            self::Blot => 'left · blotted while wet',
            self::SecondLine => 'line, paint, then the lower line over it',
            self::Glaze => 'glaze: so many layers, each dried before the next',
            self::WetSquare => 'wet paper, one touch in the middle',
            self::SoftEdge => 'band; pull its edge out with water →',
            self::Salt => 'damp wash, a pinch of salt',
            self::Tilt => 'wet strip, board tilted: this end up → that end down',
            self::Rewet => 'damp brush, 3 passes',
        };
    }

    /** @return array{0: int, 1: int, 2: int}|null fewest, usual and most fields; null where their number is fixed */
    public function counts(): ?array
    {
        return match ($this) {
            self::Ladder => [5, 6, 8],
            self::Glaze => [3, 5, 9],
            default => null,
        };
    }

    /** Role of the fields whose number can be chosen; null where it is fixed. */
    public function fieldRole(): ?CellRole
    {
        return match ($this) {
            self::Ladder => CellRole::Ladder,
            self::Glaze => CellRole::Glaze,
            default => null,
        };
    }

    public function heightMm(): float
    {
        return match ($this) {
            self::WetSquare => 34.0,
            self::SecondLine => 24.0,
            default => 20.0,
        };
    }
}
