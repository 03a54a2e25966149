<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\Hanging;
use App\Models\Paint;
use App\Models\Pan;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Collection\VagueDate;
use MarshTrial\Core\CoreException;

/** Takes in a strip that the program did not print: its paint, where it hung, and from when to when as far as anybody knows. */
final class KeepOldStrip
{
    /**
     * @param array<string, mixed> $where columns of the hanging, without its days
     *
     * @throws CoreException for days that cannot be
     */
    public static function put(string $uuid, Paint $paint, string $title, array $where, string $hungWhen, string $downWhen, string $note): Card
    {
        return DB::transaction(static function () use ($uuid, $paint, $title, $where, $hungWhen, $downWhen, $note): Card {
            $card = Card::query()->where('uuid', $uuid)->first();
            if ($card !== null) {
                return $card;
            }
            $days = self::days($hungWhen, $downWhen, Carbon::now($where['time_zone'])->toDateString());
            $card = MakeCard::oldStrip($uuid, trim($title) ?: "$paint->colour_name, old strip", self::pan($paint), $note);
            Hanging::put((string) Str::uuid(), [...$where, ...$days, 'card_id' => $card->id]);

            return $card;
        });
    }

    /**
     * @return array<string, string|null> first and last day of hanging and of taking down
     *
     * @throws CoreException for days that cannot be
     */
    public static function days(string $hungWhen, string $downWhen, string $today): array
    {
        [$hung, $down] = [VagueDate::parse($hungWhen), VagueDate::parse($downWhen)];
        if ($hung->from === null) {
            throw new CoreException('Say at least between which years it was hung, such as 2019, or about 2019; without any date there is no light to speak of.');
        }
        $day = static fn (?\DateTimeImmutable $d): string => min($today, $d?->format('Y-m-d') ?? $today);
        [$first, $last] = [$day($hung->from), $day($hung->to)];
        if ($hung->from->format('Y-m-d') > $today) {
            throw new CoreException('This day has not come yet.');
        }
        if ($down->words === '') {
            return ['hung_on' => $first, 'hung_to' => $last === $first ? null : $last, 'hung_words' => $hung->words, 'down_on' => null, 'down_to' => null, 'down_words' => ''];
        }
        // It cannot have come down before it was hung.
        [$from, $to] = [max($first, $day($down->from)), $day($down->to)];
        if ($to < $first || ($down->from !== null && $down->from->format('Y-m-d') > $today)) {
            throw new CoreException($to < $first ? 'It cannot have been taken down before it was hung.' : 'This day has not come yet.');
        }

        return ['hung_on' => $first, 'hung_to' => $last === $first ? null : min($last, $to), 'hung_words' => $hung->words, 'down_on' => $from, 'down_to' => $to === $from ? null : $to, 'down_words' => $down->words];
    }

    /** One's own pan of the paint; where there is none any more, an empty one that is known from its strip. */
    private static function pan(Paint $paint): Pan
    {
        return Pan::query()->where('owner_id', Auth::id())->where('paint_id', $paint->id)->orderBy('id')->first()
            ?? RecordPaint::putPan((string) Str::uuid(), $paint, ['form' => 'tube', 'state' => 'empty', 'note' => 'known from an old strip'], null);
    }
}
