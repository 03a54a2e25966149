<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Revision;
use App\Models\Specimen;
use App\Models\User;
use App\Queries\PaintView;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\CoreException;

/**
 * Makes the plan of a record a session of one's own: the same tests by the same protocols on the same paper, of the paints that one has.
 *
 * @phpstan-type RepeatRecordPlan array{
 *     paper: array{uuid: string, words: string}, side: string, kind: string, blocks: string|null,
 *     protocols: list<string>,
 *     rows: list<array{row: int, paint: PaintDetail, pans: list<array{uuid: string, words: string}>}>, number: int,
 * }
 * @phpstan-import-type PaintDetail from \App\Queries\PaintView
 */
final class RepeatRecord
{
    /**
     * @return RepeatRecordPlan
     */
    public static function plan(Card $card, User $user): array
    {
        self::refuse($card);
        $card->load('paper', 'specimens.pan.paint.maker', 'specimens.pan.paint.codes');
        $pans = Pan::query()->with('palette')->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)->whereIn('paint_id', $card->specimens->pluck('pan.paint_id'))->orderByDesc('id')->get()->groupBy('paint_id');

        return [
            'paper' => ['uuid' => $card->paper->uuid, 'words' => $card->paper->words()], 'side' => $card->paper_side, 'kind' => $card->kind, 'blocks' => self::blocks($card), 'protocols' => array_values($card->cardLayout()->protocols),
            'rows' => array_values($card->specimens->sortBy('row')->map(static fn (Specimen $s): array => ['row' => $s->row, 'paint' => PaintView::of($s->pan->paint), 'pans' => array_values(($pans[$s->pan->paint_id] ?? collect())->map(static fn (Pan $p): array => ['uuid' => $p->uuid, 'words' => implode(', ', array_filter([$p->form, $p->batch === '' ? '' : "batch $p->batch", $p->place()]))])->all())])->all()),
            'number' => (int) Revision::query()->where('card_id', $card->id)->max('number'),
        ];
    }

    /**
     * The same call again changes nothing.
     *
     * @param array<int, string> $pans by row; rows without one are left out
     */
    public static function of(Card $card, string $sessionUuid, array $pans, string $plannedOn, User $user): BenchSession
    {
        self::refuse($card);
        if ($pans === []) {
            throw new CoreException('You have no pan of any paint of this record. Add one to your collection first.');
        }
        ksort($pans);

        return DB::transaction(static function () use ($card, $sessionUuid, $pans, $plannedOn, $user): BenchSession {
            $protocols = $card->cardLayout()->protocols;
            $session = PlanSession::put($sessionUuid, [
                'title' => mb_substr("Repeat: $card->title", 0, 120), 'plannedOn' => $plannedOn, 'side' => $card->paper_side, 'conditions' => [], 'tests' => [$card->kind], 'pans' => array_values($pans), 'asChosen' => true, 'blind' => false,
                'lifting' => $protocols['staining'] ?? Protocol::all('staining')[0]->id, 'blocks' => self::blocks($card) ?? PropertyCard::USUAL, 'paint' => $protocols[Protocol::PAINT] ?? '', 'quality' => $protocols[Protocol::PAPER] ?? '',
            ], Paper::query()->findOrFail($card->paper_id), $user);
            Card::query()->where('bench_session_id', $session->id)->whereNull('repeats_card')->update(['repeats_card' => $card->uuid, 'repeats_number' => (int) Revision::query()->where('card_id', $card->id)->max('number')]);

            return $session;
        });
    }

    private static function blocks(Card $card): ?string
    {
        return $card->kind === CardKind::Property->value ? implode(',', array_map(static fn (Block $b): string => $b->text(), Block::ofLayout($card->cardLayout()))) : null;
    }

    private static function refuse(Card $card): void
    {
        if ($card->published_at === null || ! in_array($card->kind, [CardKind::Property->value, CardKind::Fade->value], true)) {
            throw new CoreException('Only published test cards and fade cards are repeated.');
        }
    }
}
