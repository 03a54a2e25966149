<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/**
 * A small window with marks and a code, printed and cut out once and laid over any swatch, however old: what it shows is measured without a
 * card. All are alike, so one serves a whole book of swatches and anybody may lend theirs.
 */
final class PocketFrame
{
    /** Piece of the code; placings in one picture are numbered after it. */
    public const PIECE = 'pocket';

    /** What its code says beside that: which drawing of the frame it is. */
    private const EDITION = 1;

    public const WIDTH_MM = 78.0;

    public const HEIGHT_MM = 64.0;

    /** Where the first one lies on the printed sheet, clear of what printers cannot reach, mm. */
    private const MARGIN_MM = 8.0;

    /** Placings that are read in one picture. */
    public const MOST_PLACINGS = 12;

    /** @param int $placings frames seen in a picture, 1 or more; one row each */
    public static function layout(string $uuid, string $title, int $placings = 1): CardLayout
    {
        $rows = $pieces = $windows = [];
        for ($n = 1; $n <= $placings; $n++) {
            $rows[] = new RowLabel($n, "swatch-$n", $placings === 1 ? 'swatch' : "swatch $n", '', '');
            $pieces[] = self::piece(self::pieceId($n));
            $windows[] = new Window(self::pieceId($n), $n, 'swatch', self::window(), null);
        }

        return new CardLayout(CardKind::Pocket, $uuid, $title, $rows, $pieces, $windows, []);
    }

    public static function pieceId(int $placing): string
    {
        return self::PIECE."-$placing";
    }

    public static function piece(string $id): Piece
    {
        return Piece::withMarks($id, new Rect(self::MARGIN_MM, self::MARGIN_MM, self::WIDTH_MM, self::HEIGHT_MM), 7, CardLayout::MARK_SIZE_MM, CardLayout::codeArea(self::MARGIN_MM + 23, self::MARGIN_MM + 4));
    }

    /** What is cut out, mm on the sheet. */
    public static function window(): Rect
    {
        return new Rect(self::MARGIN_MM + 17, self::MARGIN_MM + 19, 44, 28);
    }

    public static function code(): CardCode
    {
        return CardCode::numbered(self::EDITION, self::PIECE);
    }

    public static function isToldBy(CardCode $code): bool
    {
        return $code->piece === self::PIECE && $code->number === self::EDITION;
    }

    /** @return list<PrintedText> what is printed on it beside marks and code */
    public static function words(): array
    {
        return [
            new PrintedText(25, 25.2, 2.2, 'over a dry swatch · leave bare paper in view'),
            new PrintedText(25, 59.4, 2.2, 'cut out along the line · daylight, no flash'),
            new PrintedText(25, 65.8, 3, 'Pocket frame', 'bold'),
            new PrintedText(25, 69.2, 2.1, 'this way up or any other'),
        ];
    }

    /** @return list<Protocol> how a swatch is tested by it; no card can name it */
    public static function protocols(): array
    {
        return [
            new Protocol(
                'laid-over-a-swatch', [], 'Pocket frame over a swatch of any time',
                [
                    'Lay the frame over a dry swatch, so that paint and some of its own bare paper show in the window.', 'Press it flat: a gap throws a shadow.',
                    'Take it from straight above, in daylight without flash, the whole frame in view; or scan it.',
                ],
                ['No bare paper in the window.', 'Paint that is not quite dry.', 'A window over two paints.'],
            ),
        ];
    }
}
