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

    public function words(): string
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
        };
    }
}
