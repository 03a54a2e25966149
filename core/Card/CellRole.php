<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** What a cell of a card shows. Described, with units, in docs/formats.md. */
enum CellRole: string
{
    case Paper = 'paper';
    case LineBare = 'line-bare';
    case StrokePaper = 'stroke-paper';
    case StrokeBlack = 'stroke-black';
    case Wash = 'wash';
    case LiftNone = 'lift-none';
    case LiftSoft = 'lift-soft';
    case LiftStiff = 'lift-stiff';
    case Depth = 'depth';
    case Ladder = 'ladder';
    case BlotNone = 'blot-none';
    case BlotWet = 'blot-wet';
    case UnderBare = 'under-bare';
    case UnderPainted = 'under-painted';
    case OverBare = 'over-bare';
    case OverPainted = 'over-painted';
    case BetweenLines = 'between-lines';
    case Glaze = 'glaze';
    case WetSquare = 'wet-square';
    case WetMiddle = 'wet-middle';
    case SoftEdge = 'soft-edge';
    case EdgeBand = 'edge-band';
    case Salt = 'salt';
    case Tilt = 'tilt';
    case Rewet = 'rewet';
    case DropInWater = 'drop-in-water';
    case DropInPaint = 'drop-in-paint';
    case Mix = 'mix';
    case Own = 'own';
    case Swatch = 'swatch';

    /** Whether the place lies on a black line, bare or painted, and is read where the line was really ruled. */
    public function isOnLine(): bool
    {
        return in_array($this, [self::LineBare, self::StrokeBlack, self::UnderBare, self::UnderPainted, self::OverBare, self::OverPainted], true);
    }

    /** Whether the place shows one depth of paint, from which the key channel may follow. */
    public function isOneDepth(): bool
    {
        return in_array($this, [
            self::Wash, self::LiftNone, self::Ladder, self::Glaze, self::BlotNone, self::BetweenLines, self::Salt, self::Tilt, self::Rewet, self::EdgeBand, self::WetMiddle, self::DropInPaint, self::Swatch,
        ], true);
    }

    /**
     * Whether the place is looked at for what drying does to it.
     *
     * @param int $step 0 where the role has none
     */
    public function tellsDrying(int $step): bool
    {
        return match ($this) {
            self::Wash, self::LiftNone => true,
            self::StrokePaper => $step === 1 || $step === 5,
            self::Ladder => $step === 1,
            default => false,
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Paper => 'bare paper',
            self::LineBare => 'bare black line',
            self::StrokePaper => 'stroke over paper',
            self::StrokeBlack => 'stroke over the black line',
            self::Wash => 'flat wash',
            self::LiftNone => 'stroke, not lifted',
            self::LiftSoft => 'stroke, lifted with the soft brush',
            self::LiftStiff => 'stroke, lifted with the stiff brush',
            self::Depth => 'painted step of a fade strip',
            self::Ladder => 'step of the ladder',
            self::BlotNone => 'wash, not blotted',
            self::BlotWet => 'wash, blotted while wet',
            self::UnderBare => 'bare line, ruled before painting',
            self::UnderPainted => 'paint over the line',
            self::OverBare => 'bare line, ruled after painting',
            self::OverPainted => 'line over the paint',
            self::BetweenLines => 'paint over paper, between the lines',
            self::Glaze => 'glaze, so many layers',
            self::WetSquare => 'wet-in-wet square',
            self::WetMiddle => 'middle of the wet-in-wet square',
            self::SoftEdge => 'edge pulled out with water',
            self::EdgeBand => 'band whose edge was pulled out',
            self::Salt => 'wash with salt',
            self::Tilt => 'place along the tilted strip',
            self::Rewet => 'what three passes of a damp brush took off the pan',
            self::DropInWater => 'drop of paint in clear water',
            self::DropInPaint => 'drop of water in a wet wash',
            self::Mix => 'mix of two stocks',
            self::Own => 'window of one’s own',
            self::Swatch => 'even place of the swatch',
        };
    }
}
