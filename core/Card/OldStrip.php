<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/**
 * A strip that the program did not print: two loose halves from a drawer, or a sheet half covered with foil. One paint, its dark half under one
 * pocket frame and its window half under another, both in one picture.
 */
final class OldStrip
{
    /** The only row. */
    public const ROW = 1;

    public static function layout(string $uuid, string $title, RowLabel $row): CardLayout
    {
        $pieces = $windows = [];
        foreach ([1, 2] as $placing) {
            $pieces[] = PocketFrame::piece(PocketFrame::pieceId($placing));
            $windows[] = new Window(PocketFrame::pieceId($placing), self::ROW, 'swatch', PocketFrame::window(), null);
        }

        return new CardLayout(CardKind::Halves, $uuid, $title, [$row], $pieces, $windows, []);
    }

    /**
     * Pieces of the dark half and of the window half. The dark half lies first as one reads the picture: at the left, or above.
     *
     * @param bool $windowFirst they lie the other way round
     *
     * @return array{kept: string, exposed: string}
     */
    public static function halves(bool $windowFirst): array
    {
        return ['kept' => PocketFrame::pieceId($windowFirst ? 2 : 1), 'exposed' => PocketFrame::pieceId($windowFirst ? 1 : 2)];
    }

    /** @return list<Protocol> how such a strip is tested; no card can name it */
    public static function protocols(): array
    {
        return [
            new Protocol(
                'old-halves', [], 'Two halves of an old strip under pocket frames',
                [
                    'Lay the halves side by side, the dark half at the left or above.', 'Lay a pocket frame over each, on parts that were painted alike, some bare paper in view.',
                    'Scan both together, or photograph them from straight above in daylight without flash.',
                ],
                ['Halves mixed up.', 'Parts that were painted with different loads.', 'No reading before hanging: the halves may have differed from the start.'],
            ),
        ];
    }
}
