<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\Paint;
use App\Models\Specimen;
use App\Models\User;
use Illuminate\Support\Facades\Auth;

/**
 * The paint of a painted row, as its reader may know it. Every answer that tells what a row is painted with asks here, so that nobody who
 * still has to judge it blind reads its name.
 *
 * @phpstan-type RowPaintTold array{
 *     uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *     pigmentsWritten: string, series: string, discontinued: bool, effects: list<string>|null,
 *     statement: PigmentStatementDetail, mayChange: bool, medium?: string, grade?: string,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 */
final readonly class RowPaint
{
    private const HIDDEN_MAKER = 'name hidden';

    private function __construct(public ?Paint $paint, private string $codeWord) {}

    /** Needs the row's pan, paint and maker, and the session of its card, loaded. */
    public static function of(Specimen $specimen, Card $card): self
    {
        return new self(self::areHidden($card) ? null : $specimen->pan->paint, (string) $specimen->code_word);
    }

    /** Names and readings of a card are hidden from whoever asks now: its session is blind, and they have not judged all of it. */
    public static function areHidden(Card $card): bool
    {
        static $asked = new \WeakMap;
        $reader = Auth::user();
        $asked[request()] ??= [];
        $key = $card->bench_session_id === null ? null : $card->bench_session_id.' '.($reader instanceof User ? $reader->id : 0);

        return $key !== null && ($asked[request()][$key] ??= $card->loadMissing('session')->session?->isBlindFor($reader instanceof User ? $reader : null) ?? false);
    }

    public function name(): string
    {
        return $this->paint->colour_name ?? $this->codeWord;
    }

    public function maker(): string
    {
        return $this->paint->maker->name ?? self::HIDDEN_MAKER;
    }

    public function pigments(): string
    {
        return $this->paint->pigments ?? '';
    }

    public function uuid(): ?string
    {
        return $this->paint?->uuid;
    }

    /** @return RowPaintTold as any paint is told, or what stands in its place; needs codes loaded */
    public function told(): array
    {
        return $this->paint !== null ? PaintView::of($this->paint) : [
            'uuid' => '', 'edition' => 0, 'maker' => self::HIDDEN_MAKER, 'makerUuid' => '', 'range' => '', 'colourName' => $this->codeWord, 'pigmentsWritten' => '', 'series' => '', 'discontinued' => false, 'effects' => null,
            'statement' => ['text' => 'until all are judged', 'stated' => false, 'singlePigment' => false, 'codes' => [], 'cautions' => []], 'mayChange' => false,
        ];
    }
}
