<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
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
    case Rewet = 'rewet';
    case Ladder = 'ladder';
    case BlotPlace = 'blot-place';
    case BetweenLines = 'between-lines';
    case Glaze = 'glaze';
    case WetSquare = 'wet-square';
    case SoftEdge = 'soft-edge';
    case Salt = 'salt';
    case Tilt = 'tilt';
    case SecondLine = 'second-line';
    case NextGlaze = 'next-glaze';
    case Dry = 'dry';
    case LiftSoft = 'lift-soft';
    case LiftStiff = 'lift-stiff';
    case DryAgain = 'dry-again';
    case Judge = 'judge';
    case Picture = 'picture';
    case Hang = 'hang';

    /**
     * Kinds of a card, in order; a kind may come more than once.
     *
     * @param string $lifting protocol of lifting; of no meaning for a fade card
     * @param list<Block> $blocks of a property card
     *
     * @return list<self>
     */
    public static function ofCard(string $cardKind, string $lifting, array $blocks): array
    {
        if ($cardKind === 'fade') {
            return [self::PreWet, self::Depths, self::Dry, self::Picture, self::Hang];
        }
        $has = [];
        foreach ($blocks as $block) {
            $has[$block->kind->value] = $block;
        }
        $when = static fn (BlockKind $kind, self ...$tasks): array => isset($has[$kind->value]) ? $tasks : [];
        $layers = $has[BlockKind::Glaze->value]->count ?? 1;
        $blotsLift = $lifting === 'lift-blot-wet';
        $lifts = match ($lifting) {
            'lift-gently' => [self::LiftSoft],
            'lift-hard-scrub' => [self::LiftStiff],
            'lift-blot-wet' => [],
            default => [self::LiftSoft, self::LiftStiff],
        };
        $onDry = [
            ...$when(BlockKind::Lift, ...$lifts), ...$when(BlockKind::SecondLine, self::SecondLine), ...$when(BlockKind::Glaze, self::NextGlaze),
        ];

        return [
            // The dry pan has to be tried before any water comes to it.
            ...$when(BlockKind::Rewet, self::Rewet),
            ...isset($has[BlockKind::Stroke->value]) || isset($has[BlockKind::SecondLine->value]) ? [self::Line] : [],
            self::PreWet,
            ...$when(BlockKind::Stroke, self::Stroke), ...$when(BlockKind::Ladder, self::Ladder), ...$when(BlockKind::Wash, self::Wash),
            ...$when(BlockKind::Lift, self::LiftPlaces, ...$blotsLift ? [self::Blot] : []), ...$when(BlockKind::Blot, self::BlotPlace), ...$when(BlockKind::SecondLine, self::BetweenLines),
            ...$when(BlockKind::Glaze, self::Glaze), ...$when(BlockKind::WetSquare, self::WetSquare), ...$when(BlockKind::SoftEdge, self::SoftEdge),
            ...$when(BlockKind::Salt, self::Salt), ...$when(BlockKind::Tilt, self::Tilt),
            self::Dry, ...$onDry, ...$onDry === [] ? [] : [self::DryAgain],
            // In rounds: while one row's layer dries, the next row has its turn.
            ...$layers < 3 ? [] : [...array_fill(0, $layers - 2, self::NextGlaze), self::DryAgain],
            ...array_diff(self::JUDGED, array_keys($has)) === [] ? [self::Judge] : [],
            self::Picture,
        ];
    }

    /** Blocks whose properties are judged by eye before the picture is taken: together or not at all. */
    public const JUDGED = ['stroke', 'wash', 'lift'];

    /** Kinds that are done once for every row; the others once for the card. */
    public function isPerRow(): bool
    {
        return ! in_array($this, [self::Line, self::PreWet, self::Dry, self::DryAgain, self::Picture, self::Hang], true);
    }

    public function isWait(): bool
    {
        return $this === self::Dry || $this === self::DryAgain;
    }

    /** Kinds at which the pan itself is needed. */
    public function needsPan(): bool
    {
        return ! in_array($this, [self::Line, self::Dry, self::DryAgain, self::LiftSoft, self::LiftStiff, self::Blot, self::SecondLine, self::Judge, self::Picture, self::Hang], true);
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
            self::Rewet => 'Three passes over the dry pan',
            self::Ladder => 'Stepped ladder',
            self::BlotPlace => 'Wash, and blot its right half',
            self::BetweenLines => 'Across the upper line',
            self::Glaze => 'First glaze over the whole lane',
            self::WetSquare => 'One touch on wet paper',
            self::SoftEdge => 'Band with its edge pulled out',
            self::Salt => 'Wash with salt',
            self::Tilt => 'Tilted strip',
            self::SecondLine => 'Rule the lower line over the paint',
            self::NextGlaze => 'Next glaze, one field later',
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
            self::Rewet => 'Dip a round brush, wipe it once, lead it three times over the dry pan, and lay at once what it carries.',
            self::Ladder => 'The drops of paint above each field, made up to 20 drops with water and mixed well. One field from each, strongest first.',
            self::BlotPlace => 'A middle strength over the whole window; at once a folded dry tissue on the right half, two seconds, without rubbing.',
            self::BetweenLines => 'A middle strength, flat across the upper line and down over the ticks of the lower one.',
            self::Glaze => 'One thin wash, enough for all layers, over the whole lane.',
            self::WetSquare => 'Wet the square until it glistens, no puddles; touch its middle once with the loaded tip. Leave it level.',
            self::SoftEdge => 'Lay the band; at once pull its right edge out with a clean damp brush, one slow stroke.',
            self::Salt => 'A flat wash; when the glisten begins to go, a small pinch of coarse salt. Brush it off when all is dry.',
            self::Tilt => 'Left end raised by 3 cm: wet the strip, a full load along its upper end, let it run. Leave it sloping.',
            self::SecondLine => 'The same ink and pen as the first line, along the lower ticks, over the dry paint.',
            self::NextGlaze => 'The same wash, stirred, from the next field to the end of the lane; one stroke, without going back.',
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
            self::Stroke, self::Wash, self::SoftEdge => 50,
            self::LiftPlaces, self::BlotPlace, self::Salt, self::WetSquare => 60,
            self::Rewet, self::BetweenLines, self::SecondLine, self::NextGlaze => 40,
            self::Ladder => 300,
            self::Glaze, self::Tilt => 90,
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

    /** Seconds that a layer on one row dries before the next layer of that row, while other rows have their turn (own: a thin wash on dry paper). */
    public function rowGapSeconds(): int
    {
        return $this === self::Glaze || $this === self::NextGlaze ? 480 : 0;
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
            self::Line => [CellRole::LineBare, CellRole::UnderBare],
            self::Stroke => [CellRole::StrokePaper, CellRole::StrokeBlack],
            self::Wash => [CellRole::Wash],
            self::Rewet => [CellRole::Rewet],
            self::Ladder => [CellRole::Ladder],
            self::BlotPlace => [CellRole::BlotNone, CellRole::BlotWet],
            self::BetweenLines => [CellRole::UnderPainted, CellRole::BetweenLines, CellRole::OverPainted],
            self::SecondLine => [CellRole::OverBare, CellRole::OverPainted],
            self::Glaze, self::NextGlaze => [CellRole::Glaze],
            self::WetSquare => [CellRole::WetSquare],
            self::SoftEdge => [CellRole::SoftEdge],
            self::Salt => [CellRole::Salt],
            self::Tilt => [CellRole::Tilt],
            self::LiftPlaces => [CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff],
            self::LiftSoft, self::Blot => [CellRole::LiftSoft],
            self::LiftStiff => [CellRole::LiftStiff],
            self::Depths => [CellRole::Depth],
            default => [],
        };
    }
}
