<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\PhoneLink;
use App\Models\Picture;
use App\Models\Swatch;
use MarshTrial\Core\Card\CardKind;

/**
 * A telephone's link, as the desk follows it and as the telephone sees it.
 *
 * @phpstan-type PhonePictures array{
 *     uuid: string, called: string, state: string, progress: float, step: string, problem: string|null,
 *     swatches: list<array{
 *         placing: int, problem: string|null, depths: int, colour: array{float, float, float}|null,
 *     }>,
 * }
 * @phpstan-type PhoneLinkDetail array{uuid: string, opened: bool, ended: bool, secondsLeft: int, pictures: list<PhonePictures>}
 * @phpstan-type PhoneHeld array{
 *     uuid: string, opened: bool, ended: bool, secondsLeft: int, pictures: list<PhonePictures>, for: string,
 *     swatches: bool, hints: list<string>,
 * }
 */
final class PhoneView
{
    /** Places of a swatch that are a depth of its paint. */
    private const DEPTHS = ['swatch', 'wash'];

    /** @return PhoneLinkDetail */
    public static function link(PhoneLink $link): array
    {
        return [
            'uuid' => $link->uuid, 'opened' => $link->opened_at !== null, 'ended' => $link->expires_at->isPast(), 'secondsLeft' => max(0, (int) now()->diffInSeconds($link->expires_at)),
            'pictures' => self::pictures($link),
        ];
    }

    /**
     * What the telephone is told: what the pictures are for and how far they are, nothing else of what is here.
     *
     * @return PhoneHeld needs card loaded
     */
    public static function phone(PhoneLink $link): array
    {
        return [
            ...self::link($link), 'for' => self::purpose($link->card), 'swatches' => $link->card->kind === CardKind::Pocket->value,
            'hints' => self::hints($link->card),
        ];
    }

    private static function purpose(Card $card): string
    {
        return $card->kind === CardKind::Pocket->value ? 'Swatches through the pocket frame' : "Card “{$card->title}”";
    }

    /** @return list<string> */
    private static function hints(Card $card): array
    {
        return [
            'Daylight from a window, no flash, no sun on it.',
            $card->kind === CardKind::Pocket->value ? 'The whole frame in view, pressed flat, some bare paper in its window.' : 'The whole card in view with its four marks, flat.',
            'Turn filters and portrait modes off; from straight above.',
        ];
    }

    /** @return list<PhonePictures> */
    private static function pictures(PhoneLink $link): array
    {
        $pictures = Picture::query()->where('phone_link_id', $link->id)->orderBy('id')->get();
        $newest = Measurement::query()->whereIn('picture_id', $pictures->pluck('id'))->orderBy('id')->get(['id', 'picture_id', 'state', 'progress', 'step', 'problem'])->keyBy('picture_id');
        $swatches = Swatch::query()->whereIn('picture_id', $pictures->pluck('id'))->orderBy('placing')->get(['id', 'picture_id', 'placing', 'problem', 'told'])->groupBy('picture_id');

        return array_values($pictures->map(static fn (Picture $p): array => [
            'uuid' => $p->uuid, 'called' => $p->called, 'state' => $newest[$p->id]->state ?? 'waiting', 'progress' => $newest[$p->id]->progress ?? 0.0, 'step' => $newest[$p->id]->step ?? '', 'problem' => $newest[$p->id]->problem ?? null,
            'swatches' => array_values(($swatches[$p->id] ?? collect())->map(static fn (Swatch $s): array => ['placing' => $s->placing, 'problem' => $s->problem, 'depths' => count(array_filter($s->told['places'] ?? [], static fn (array $c): bool => in_array($c['role'], self::DEPTHS, true))), 'colour' => array_values(array_filter($s->told['places'] ?? [], static fn (array $c): bool => in_array($c['role'], self::DEPTHS, true)))[0]['rgb'] ?? null])->all()),
        ])->all());
    }
}
