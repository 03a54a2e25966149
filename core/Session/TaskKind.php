<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

use MarshTrial\Core\Card\CellRole;

/** One brush action, wait or look of a session, in the order in which a card goes through them. */
enum TaskKind: string
{
    case Line = 'line';
    case PreWet = 'pre-wet';
    case Stroke = 'stroke';
    case Wash = 'wash';
    case LiftPlaces = 'lift-places';
    case Depths = 'depths';
    case Blot = 'blot';
    case Dry = 'dry';
    case LiftSoft = 'lift-soft';
    case LiftStiff = 'lift-stiff';
    case DryAgain = 'dry-again';
    case Judge = 'judge';
    case Picture = 'picture';
    case Hang = 'hang';

    /**
     * Kinds of a card, in order.
     *
     * @param string $lifting protocol of lifting; of no meaning for a fade card
     *
     * @return list<self>
     */
    public static function ofCard(string $cardKind, string $lifting = 'lift-soft-then-stiff'): array
    {
        if ($cardKind === 'fade') {
            return [self::PreWet, self::Depths, self::Dry, self::Picture, self::Hang];
        }
        $lift = match ($lifting) {
            'lift-gently' => [self::Dry, self::LiftSoft, self::DryAgain],
            'lift-hard-scrub' => [self::Dry, self::LiftStiff, self::DryAgain],
            'lift-blot-wet' => [self::Blot, self::Dry],
            default => [self::Dry, self::LiftSoft, self::LiftStiff, self::DryAgain],
        };

        return [self::Line, self::PreWet, self::Stroke, self::Wash, self::LiftPlaces, ...$lift, self::Judge, self::Picture];
    }

    /** Kinds that are done once for every row; the others once for the card. */
    public function isPerRow(): bool
    {
        return in_array($this, [self::Stroke, self::Wash, self::LiftPlaces, self::Blot, self::Depths, self::LiftSoft, self::LiftStiff, self::Judge], true);
    }

    public function isWait(): bool
    {
        return $this === self::Dry || $this === self::DryAgain;
    }

    /** Kinds at which the pan itself is needed. */
    public function needsPan(): bool
    {
        return in_array($this, [self::PreWet, self::Stroke, self::Wash, self::LiftPlaces, self::Depths], true);
    }

    public function title(): string
    {
        return match ($this) {
            self::Line => 'Rule the line',
            self::PreWet => 'Pre-wet the pans',
            self::Stroke => 'Stroke along the line',
            self::Wash => 'Flat wash',
            self::LiftPlaces => 'Three places for lifting',
            self::Depths => 'Three depths on both halves',
            self::Blot => 'Blot while wet',
            self::Dry => 'Let it dry',
            self::LiftSoft => 'Lift with the soft brush',
            self::LiftStiff => 'Lift with the stiff brush',
            self::DryAgain => 'Let it dry again',
            self::Judge => 'Judge by eye',
            self::Picture => 'Take the picture',
            self::Hang => 'Hang the exposed half',
        };
    }

    public function instruction(): string
    {
        return match ($this) {
            self::Line => 'Black waterproof line, 4 mm wide, along the ticks of every row. Let the ink dry before any paint.',
            self::PreWet => 'One drop of clean water on each pan of this card, so that all are in the same state.',
            self::Stroke => 'One brush load along the black line, from full strength on the left to the palest on the right.',
            self::Wash => 'A middle strength, laid flat in one go. Do not go back into it.',
            self::LiftPlaces => 'The same middle strength over the whole place; its three parts are lifted later.',
            self::Depths => 'Full strength, middle and tint, the same load on the kept and on the exposed half.',
            self::Dry, self::DryAgain => 'Dry is when the paper no longer feels cool to the back of a finger and does not shine.',
            self::LiftSoft => 'Wet the middle part, wait out the dwell, five strokes with the soft flat brush, blot once.',
            self::LiftStiff => 'Wet the right part, wait out the dwell, the stiffer brush as the protocol says, blot once. Stop if the paper roughens.',
            self::Blot => 'At once, while it glistens: a folded dry tissue on the middle part, two seconds, without rubbing.',
            self::Judge => 'Choose the word that fits best. Look at reading distance, in daylight.',
            self::Picture => 'Scan the dry card at 300 dots per inch, or use the scanner stand-in.',
            self::Hang => 'Record the window, the facing and the day; put the other half in the dark.',
        };
    }

    /** Hands at work, seconds (own, to be changed by what a session really takes). */
    public function workSeconds(): int
    {
        return match ($this) {
            self::Line => 240,
            self::PreWet, self::Judge => 30,
            self::Blot => 15,
            self::Stroke, self::Wash => 50,
            self::LiftPlaces => 60,
            self::Depths => 150,
            self::Dry, self::DryAgain => 0,
            self::LiftSoft, self::LiftStiff => 75,
            self::Picture => 120,
            self::Hang => 180,
        };
    }

    /**
     * Name and length of the timer that belongs to the action, seconds (own).
     *
     * @return array{kind: string, seconds: int}|null
     */
    public function timer(): ?array
    {
        return match ($this) {
            self::Line => ['kind' => 'drying', 'seconds' => 600],
            self::PreWet => ['kind' => 'pre-wetting', 'seconds' => 120],
            self::Dry => ['kind' => 'drying', 'seconds' => 1800],
            self::DryAgain => ['kind' => 'drying', 'seconds' => 1200],
            self::LiftSoft, self::LiftStiff => ['kind' => 'dwell', 'seconds' => 30],
            default => null,
        };
    }

    /** Seconds that have to pass on the card before the next kind may begin. */
    public function gapSeconds(): int
    {
        return match ($this) {
            self::Line, self::PreWet, self::Dry, self::DryAgain => $this->timer()['seconds'] ?? 0,
            default => 0,
        };
    }

    /**
     * Cells to look at when a property is judged by eye.
     *
     * @return list<CellRole>
     */
    public static function judgedAt(string $property): array
    {
        return match ($property) {
            'transparency' => self::Stroke->cells(),
            'staining' => self::LiftPlaces->cells(),
            'granulation' => self::Wash->cells(),
            default => [],
        };
    }

    /** @return list<CellRole> cells that are outlined while it is done */
    public function cells(): array
    {
        return match ($this) {
            self::Line => [CellRole::LineBare],
            self::Stroke => [CellRole::StrokePaper, CellRole::StrokeBlack],
            self::Wash => [CellRole::Wash],
            self::LiftPlaces => [CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff],
            self::LiftSoft, self::Blot => [CellRole::LiftSoft],
            self::LiftStiff => [CellRole::LiftStiff],
            self::Depths => [CellRole::Depth],
            default => [],
        };
    }
}
