<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Mark;
use MarshTrial\Core\Card\MarkShape;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\Point;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\Window;
use MarshTrial\Core\CoreException;

/** The layout of a card as JSON; every field and unit is described in docs/formats.md. */
final class LayoutJson
{
    public const FORMAT = 'marsh-trial/card-layout';

    public const VERSION = 1;

    /** @return array<string, mixed> */
    public static function toArray(CardLayout $layout): array
    {
        return [
            'format' => self::FORMAT,
            'version' => self::VERSION,
            'kind' => $layout->kind->value,
            'card' => ['uuid' => $layout->uuid, 'code' => $layout->codeText(), 'title' => $layout->title],
            'page' => ['widthMm' => CardLayout::PAGE_WIDTH_MM, 'heightMm' => CardLayout::PAGE_HEIGHT_MM],
            'rows' => array_map(static fn (RowLabel $r): array => get_object_vars($r), $layout->rows),
            'pieces' => array_map(static fn (Piece $p): array => [
                'id' => $p->id,
                'outline' => $p->outline->polygon(),
                'marks' => array_map(static fn (Mark $m): array => [
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
            $rows = array_map(static fn (array $r): RowLabel => new RowLabel($r['row'], $r['specimen'], $r['paint'], $r['maker'], $r['pigments']), $data['rows']);
            $pieces = array_map(static fn (array $p): Piece => new Piece(
                $p['id'],
                Rect::fromPolygon($p['outline']),
                array_map(static fn (array $m): Mark => new Mark($m['id'], new Point(...$m['centre']), $m['sizeMm'], MarkShape::from($m['shape'])), $p['marks']),
                Rect::fromPolygon($p['codeArea']),
            ), $data['pieces']);
            $windows = array_map(static fn (array $w): Window => new Window(
                $w['piece'], $w['row'], $w['use'], Rect::fromPolygon($w['polygon']), $w['painted'] === null ? null : Rect::fromPolygon($w['painted']),
            ), $data['windows']);
            $cells = array_map(static fn (array $c): Cell => new Cell(
                $c['id'], $c['piece'], $c['row'], CellRole::from($c['role']), $c['step'], Rect::fromPolygon($c['polygon']),
            ), $data['cells']);

            return new CardLayout(CardKind::from($data['kind']), $data['card']['uuid'], $data['card']['title'], $rows, $pieces, $windows, $cells);
        } catch (\Throwable $e) {
            throw new CoreException('This card layout is damaged or incomplete, so nothing was measured.', previous: $e);
        }
    }
}
