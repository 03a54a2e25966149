<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Fiducial;
use MarshTrial\Core\Card\FiducialShape;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\Point;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\Window;
use MarshTrial\Core\CoreException;

/**
 * The layout of a card as JSON; every field and unit is described in docs/formats.md.
 *
 * @phpstan-type LayoutData array{
 *     format: 'marsh-trial/card-layout', version: int, kind: 'fade'|'frame'|'halves'|'pocket'|'property',
 *     card: array{uuid: string, code: string, title: string}, page: array{widthMm: float, heightMm: float},
 *     protocols?: array<string, string>, rows: list<array<string, mixed>>,
 *     pieces: list<array{
 *         id: string, outline: list<array{float, float}>,
 *         marks: list<array{id: string, centre: array{float, float}, sizeMm: float, shape: 'disc'|'ring'}>,
 *         codeArea: list<array{float, float}>,
 *     }>,
 *     windows: list<array{
 *         piece: string, row: int, use: string, polygon: list<array{float, float}>,
 *         painted: list<array{float, float}>|null,
 *     }>,
 *     cells: list<array{
 *         id: string, piece: string, row: int, role: string, step: int, polygon: list<array{float, float}>,
 *     }>,
 * }
 */
final class LayoutJson
{
    public const FORMAT = 'marsh-trial/card-layout';

    public const VERSION = 1;

    /** @return LayoutData */
    public static function toArray(CardLayout $layout): array
    {
        return [
            'format' => self::FORMAT,
            'version' => self::VERSION,
            'kind' => $layout->kind->value,
            'card' => ['uuid' => $layout->uuid, 'code' => $layout->codeText(), 'title' => $layout->title],
            'page' => ['widthMm' => CardLayout::PAGE_WIDTH_MM, 'heightMm' => CardLayout::PAGE_HEIGHT_MM],
            ...$layout->protocols === [] ? [] : ['protocols' => $layout->protocols],
            'rows' => array_map(static fn (RowLabel $r): array => get_object_vars($r), $layout->rows),
            'pieces' => array_map(static fn (Piece $p): array => [
                'id' => $p->id,
                'outline' => $p->outline->polygon(),
                'marks' => array_map(static fn (Fiducial $m): array => [
                    'id' => $m->id, 'centre' => [$m->centre->x, $m->centre->y], 'sizeMm' => $m->sizeMm, 'shape' => $m->shape->value,
                ], $p->marks),
                'codeArea' => $p->codeArea->polygon(),
            ], $layout->pieces),
            'windows' => array_map(static fn (Window $w): array => [
                'piece' => $w->piece, 'row' => $w->row, 'use' => $w->use, 'polygon' => $w->area->polygon(), 'painted' => $w->painted?->polygon(),
            ], $layout->windows),
            'cells' => array_map(static fn (Cell $c): array => [
                'id' => $c->id, 'piece' => $c->piece, 'row' => $c->row, 'role' => $c->role->value, 'step' => $c->step, 'polygon' => $c->area->polygon(),
            ], $layout->cells),
        ];
    }

    /**
     * @param mixed $data decoded JSON
     *
     * @throws CoreException when it is not a card layout of this version
     */
    public static function fromArray(mixed $data): CardLayout
    {
        if (! is_array($data) || ($data['format'] ?? null) !== self::FORMAT) {
            throw new CoreException('This file is not a card layout: its "format" should be "'.self::FORMAT.'".');
        }
        if (($data['version'] ?? null) !== self::VERSION) {
            throw new CoreException('This card layout was written by another version of the program; only version '.self::VERSION.' can be read.');
        }
        try {
            [$kind, $card, $rows, $pieces, $windows, $cells] = self::fields($data, 'kind', 'card', 'rows', 'pieces', 'windows', 'cells');
            [$uuid, $title] = self::fields($card, 'uuid', 'title');
            // All pocket frames are alike.
            if ($kind === CardKind::Pocket->value) {
                return PocketFrame::layout((string) $uuid, (string) $title);
            }
            if ($kind === CardKind::Halves->value) {
                return OldStrip::layout((string) $uuid, (string) $title, new RowLabel(...self::fields($rows[0], 'row', 'specimen', 'paint', 'maker', 'pigments')));
            }

            $layout = new CardLayout(
                CardKind::from($kind),
                $uuid,
                $title,
                array_map(static fn (mixed $r): RowLabel => new RowLabel(...self::fields($r, 'row', 'specimen', 'paint', 'maker', 'pigments')), $rows),
                array_map(self::piece(...), $pieces),
                array_map(self::window(...), $windows),
                array_map(self::cell(...), $cells),
                Protocol::check($data['protocols'] ?? []),
            );
            self::checkWhole($layout);

            return $layout;
        } catch (\Throwable $e) {
            throw new CoreException('This card layout is damaged or incomplete, so nothing was measured.', previous: $e);
        }
    }

    /**
     * A layout from a file may have been changed by hand: everything must lie on the sheet, and every row must have the cells its windows
     * promise.
     *
     * @throws \DomainException
     */
    private static function checkWhole(CardLayout $layout): void
    {
        if ($layout->pieces === [] || $layout->rows === [] || $layout->cells === []) {
            throw new \DomainException('A card has pieces, rows and cells.');
        }
        $sheet = new Rect(-1, -1, CardLayout::PAGE_WIDTH_MM + 2, CardLayout::PAGE_HEIGHT_MM + 2);
        $areas = [...array_map(static fn (Piece $p): Rect => $p->outline, $layout->pieces), ...array_map(static fn (Window $w): Rect => $w->area, $layout->windows), ...array_map(static fn (Cell $c): Rect => $c->area, $layout->cells)];
        foreach ($areas as $area) {
            if (! ($area->width >= 0.5 && $area->height >= 0.5) || ! $sheet->holds($area)) {
                throw new \DomainException('Something lies off the sheet or has no size.');
            }
        }
        foreach ($layout->pieces as $i => $piece) {
            if (count($piece->marks) !== 4 || array_filter($piece->marks, static fn (Fiducial $m): bool => ! $sheet->holds(Rect::around($m->centre->x, $m->centre->y, 1, 1)) || $m->sizeMm < 1 || $m->sizeMm > 30) !== []) {
                throw new \DomainException('A piece has four marks on the sheet.');
            }
            if (abs($piece->outline->width - $layout->pieces[0]->outline->width) + abs($piece->outline->height - $layout->pieces[0]->outline->height) > 0.01 * $i) {
                throw new \DomainException('The pieces of a card are of one size.');
            }
        }
        $ids = array_map(static fn (Piece $p): string => $p->id, $layout->pieces);
        if ($ids !== ($layout->kind === CardKind::Fade ? ['kept', 'exposed'] : ['whole']) || count($layout->cellsById()) !== count($layout->cells)) {
            throw new \DomainException('The pieces are others than those of this kind of card, or two cells have one name.');
        }
        foreach ($layout->rows as $i => $row) {
            if ($row->row !== $i + 1) {
                throw new \DomainException('Rows are numbered from 1.');
            }
            foreach ($ids as $id) {
                $has = array_count_values(array_map(static fn (Cell $c): string => $c->role->value, $layout->cellsOf($row->row, null, $id)));
                // The same counts, in whatever order.
                if ($has != self::promised($layout, $row->row, $id)) {
                    throw new \DomainException('A row lacks cells, or has too many.');
                }
            }
        }
    }

    /** @return array<string, int> how many cells of each role the windows of a row promise */
    private static function promised(CardLayout $layout, int $row, string $piece): array
    {
        $cells = [];
        foreach ($layout->windowsOf($row, $piece) as $window) {
            $kind = BlockKind::tryFrom($window->use);
            $role = $kind?->definition()::fieldRole();
            array_push($cells, ...match (true) {
                $window->use === 'paper' => [CellRole::Paper],
                $window->use === 'own' => [CellRole::Own],
                $window->use === 'depth' => [CellRole::Depth],
                $kind !== null => array_map(static fn (Cell $c): CellRole => $c->role, Block::of($kind, $role === null ? null : count($layout->cellsOf($row, $role)))->cells($row, 0, 0)),
                default => throw new \DomainException('A window has an unknown use.'),
            });
        }

        return array_count_values(array_map(static fn (CellRole $r): string => $r->value, $cells));
    }

    private static function piece(mixed $data): Piece
    {
        [$id, $outline, $marks, $codeArea] = self::fields($data, 'id', 'outline', 'marks', 'codeArea');

        return new Piece($id, Rect::fromPolygon($outline), array_map(static function (mixed $m): Fiducial {
            [$id, $centre, $size, $shape] = self::fields($m, 'id', 'centre', 'sizeMm', 'shape');

            return new Fiducial($id, new Point(...$centre), $size, FiducialShape::from($shape));
        }, $marks), Rect::fromPolygon($codeArea));
    }

    private static function window(mixed $data): Window
    {
        [$piece, $row, $use, $polygon, $painted] = self::fields($data, 'piece', 'row', 'use', 'polygon', 'painted');

        return new Window($piece, $row, $use, Rect::fromPolygon($polygon), $painted === null ? null : Rect::fromPolygon($painted));
    }

    private static function cell(mixed $data): Cell
    {
        [$id, $piece, $row, $role, $step, $polygon] = self::fields($data, 'id', 'piece', 'row', 'role', 'step', 'polygon');

        return new Cell($id, $piece, $row, CellRole::from($role), $step, Rect::fromPolygon($polygon));
    }

    /**
     * The values of an object's fields, in the order asked for.
     *
     * @return list<mixed>
     *
     * @throws \DomainException when one is missing
     */
    private static function fields(mixed $data, string ...$names): array
    {
        return array_map(static fn (string $name): mixed => is_array($data) && array_key_exists($name, $data)
            ? $data[$name] : throw new \DomainException("The field $name is missing."), array_values($names));
    }
}
