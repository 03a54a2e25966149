<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\User;
use Illuminate\Support\Collection;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Pigment\Cautions;
use MarshTrial\Core\Pigment\PigmentCode;

/** A pigment code across makers: strips in hue order, ratings beside claims and eye verdicts, and what is not tested. */
final class CodePage
{
    /** @return array<string, mixed> */
    public static function of(string $written, ?User $user): array
    {
        $code = PigmentCode::parse($written);
        $paints = self::paintsOf($code);
        $set = PaintSet::of($paints, $user);

        return [
            'code' => $code->text,
            'state' => $code->state->value,
            'likelyMeaning' => $code->likelyMeaning,
            'pigment' => PigmentView::of($code->entry()),
            'caution' => Cautions::CLOSE,
            'spoken' => count($set['stripOrder']) > Comparison::MOST ? Spoken::many(array_values(PaintDigest::of(array_values($paints->keys()->all()), $user))) : [],
            'unlikely' => Claimed::unlikely($set),
            ...$set,
        ];
    }

    /**
     * Paints of a code, measured ones by hue.
     *
     * @return list<Paint>
     */
    public static function ordered(string $written, ?User $user): array
    {
        $paints = self::paintsOf(PigmentCode::parse($written));

        return PaintSet::inHueOrder($paints, array_filter(array_map(static fn (PaintDigest $d): ?Lab => $d->lab(), PaintDigest::of(array_values($paints->keys()->all()), $user))));
    }

    /** @return Collection<int, Paint> by id */
    private static function paintsOf(PigmentCode $code): Collection
    {
        return Paint::query()->with('maker', 'codes')->whereIn('id', PaintCode::query()->where('code', $code->text)->select('paint_id'))->get()->keyBy('id');
    }
}
