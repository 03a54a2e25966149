<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\Agreement;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;

/**
 * How far cards that test the same paints agree, and how far a tester agrees with all others. Each number is trusted as far as its picture and what tests
 * of one paint usually scatter by allow: another day, sheet or hand is no disagreement.
 */
final class Agreements
{
    /**
     * A repeat beside what it repeats, property by property, of the paints that are on both. What light did is compared by the categories that both
     * leave open, since doses differ.
     *
     * @return list<array{property: string, pairs: int, agree: int, apart: list<string>, words: string}>
     */
    public static function ofCards(Card $first, Card $repeat): array
    {
        $sameHand = $first->owner_id === $repeat->owner_id;
        $of = static fn (Card $card): array => self::ratings(static fn (Builder $q) => $q->where('cards.id', $card->id), $sameHand);
        [$a, $b] = [$of($first), $of($repeat)];
        $out = [];
        foreach ($a as $property => $values) {
            $pairs = array_intersect_key($values, $b[$property] ?? []);
            if ($pairs === []) {
                continue;
            }
            if ($property === Property::Lightfastness->value) {
                $apart = array_values(array_filter(array_keys($pairs), static fn (int $paint): bool => array_intersect($a[$property][$paint]['classes'], $b[$property][$paint]['classes']) === []));
                $agree = count($pairs) - count($apart);
                $out[] = ['property' => $property, 'pairs' => count($pairs), 'agree' => $agree, 'apart' => self::names($apart), 'words' => self::counted(count($pairs), $agree).' in the categories that both leave open'];
            } else {
                $agreement = Agreement::of(array_map(static fn (int $paint): array => [...$a[$property][$paint]['number'], ...$b[$property][$paint]['number']], array_combine($k = array_keys($pairs), $k)));
                $out[] = ['property' => $property, 'pairs' => $agreement->pairs, 'agree' => $agreement->agree, 'apart' => self::names($agreement->apart), 'words' => self::words($property, $agreement, 'the repeat reads')];
            }
        }

        $colours = self::colours($first, $repeat);
        if ($colours !== []) {
            $apart = array_keys(array_filter($colours, static fn (float $d): bool => $d > Agreement::SAME_COLOUR));
            array_unshift($out, ['property' => 'colour', 'pairs' => count($colours), 'agree' => count($colours) - count($apart), 'apart' => self::names($apart), 'words' => self::counted(count($colours), count($colours) - count($apart)).sprintf(' within dE00 %.0f at reference depth, the furthest at %.1f', Agreement::SAME_COLOUR, max($colours))]);
        }

        return $out;
    }

    /**
     * How far the strokes of two cards lie apart in colour at reference depth.
     *
     * @return array<int, float> dE00 by paint, of the newest strip of each
     */
    private static function colours(Card $first, Card $repeat): array
    {
        $labs = static fn (Card $card): array => DB::table('strips')->join('measurements', 'measurements.id', '=', 'strips.measurement_id')->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->where('measurements.card_id', $card->id)->where('pictures.wet', false)->whereNull('pictures.withdrawn_at')->where('strips.kind', 'property')->whereNotNull('strips.l')
            ->orderBy('strips.id')->get(['strips.paint_id', 'strips.l', 'strips.a', 'strips.b'])->keyBy('paint_id')->map(static fn (object $s): Lab => new Lab((float) $s->l, (float) $s->a, (float) $s->b))->all();
        [$a, $b] = [$labs($first), $labs($repeat)];

        return array_map(static fn (int $paint): float => Difference::ciede2000($a[$paint], $b[$paint]), array_combine($k = array_keys(array_intersect_key($a, $b)), $k));
    }

    /**
     * A tester's own tests beside what all others say of the same paints; shown to nobody but that tester.
     *
     * @return list<array{property: string, pairs: int, agree: int, leans: bool, words: string}>
     */
    public static function ofTester(User $user): array
    {
        $paints = DB::table('ratings')->join('specimens', 'specimens.id', '=', 'ratings.specimen_id')->join('cards', 'cards.id', '=', 'specimens.card_id')->where('cards.owner_id', $user->id)->distinct()->pluck('ratings.paint_id');
        $own = self::ratings(static fn (Builder $q) => $q->where('cards.owner_id', $user->id));
        $others = self::ratings(static fn (Builder $q) => $q->where('cards.owner_id', '<>', $user->id)->where('measurements.published', true)->whereIn('ratings.paint_id', $paints));
        $out = [];
        foreach ($own as $property => $values) {
            $pairs = array_intersect_key($values, $others[$property] ?? []);
            if ($property !== Property::Lightfastness->value && $pairs !== []) {
                $agreement = Agreement::of(array_map(static fn (int $paint): array => [...$others[$property][$paint]['number'], ...$own[$property][$paint]['number']], array_combine($k = array_keys($pairs), $k)));
                $out[] = ['property' => $property, 'pairs' => $agreement->pairs, 'agree' => $agreement->agree, 'leans' => $agreement->leans, 'words' => self::words($property, $agreement, 'you read')];
            }
        }

        return $out;
    }

    /**
     * @param list<int|string> $paints ids
     *
     * @return list<string>
     */
    private static function names(array $paints): array
    {
        return array_values(DB::table('paints')->whereIn('id', $paints)->orderBy('id')->pluck('colour_name')->map(strval(...))->all());
    }

    private static function words(string $property, Agreement $agreement, string $who): string
    {
        $quantity = Measures::of(Property::from($property))::quantity();
        $less = ($agreement->difference ?? 0.0) < 0;

        return self::counted($agreement->pairs, $agreement->agree).' within what tests of one paint usually differ by'.($agreement->leans ? sprintf('; %s %s %s than the others do', $who, $quantity->write(abs((float) $agreement->difference), $agreement->uncertainty), $less ? 'less' : 'more') : '');
    }

    private static function counted(int $pairs, int $agree): string
    {
        return $pairs === 1 ? ($agree === 1 ? 'the one paint on both agrees' : 'the one paint on both does not agree') : "$agree of $pairs paints agree";
    }

    /**
     * What measured rows say, by property and paint: of several rows of a paint the mean, trusted as far as they lie apart.
     *
     * @param \Closure(Builder): Builder $which
     * @param bool $sameHand beside tests by the same tester
     *
     * @return array<string, array<int, array{number: array{0: float, 1: float}, classes: list<string>}>>
     */
    private static function ratings(\Closure $which, bool $sameHand = false): array
    {
        $rows = $which(DB::table('ratings')->where('ratings.holds', true)->where('ratings.status', 'measured')->whereNotNull('ratings.value')->whereNotNull('ratings.uncertainty')
            ->join('measurements', 'measurements.id', '=', 'ratings.measurement_id')->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->join('cards', 'cards.id', '=', 'measurements.card_id')
            ->where('pictures.wet', false)->whereNull('pictures.withdrawn_at')->whereNull('cards.withdrawn_at')
            ->whereNotExists(static fn ($q) => $q->from('spoilings')->whereColumn('spoilings.specimen_id', 'ratings.specimen_id')->where(static fn ($q) => $q->whereNull('spoilings.property')->orWhereColumn('spoilings.property', 'ratings.property'))))
            ->orderBy('ratings.id')->get(['ratings.paint_id', 'ratings.specimen_id', 'ratings.property', 'ratings.value', 'ratings.uncertainty', DB::raw("json_extract(ratings.detail, '$.classes95') as classes"), DB::raw("json_extract(ratings.detail, '$.protocol') as protocol")]);
        $newest = [];
        foreach ($rows as $row) {
            // Results of different protocols are never taken together.
            $newest[$row->property][(int) $row->paint_id][(string) $row->protocol][(int) $row->specimen_id] = $row;
        }
        $out = [];
        foreach ($newest as $property => $paints) {
            foreach ($paints as $paint => $protocols) {
                uasort($protocols, static fn (array $a, array $b): int => count($b) <=> count($a));
                $tests = array_values(reset($protocols));
                $n = count($tests);
                $mean = array_sum(array_map(static fn (object $t): float => (float) $t->value, $tests)) / $n;
                $apart = $n < 2 ? 0.0 : sqrt(array_sum(array_map(static fn (object $t): float => ((float) $t->value - $mean) ** 2, $tests)) / ($n - 1));
                $trusted = sqrt(array_sum(array_map(static fn (object $t): float => (float) $t->uncertainty ** 2, $tests)) / $n);
                $out[$property][$paint] = ['number' => [$mean, hypot(max($apart, $trusted) / sqrt($n), $property === Property::Lightfastness->value ? 0.0 : PaintEvidence::scatter($property)->usual($mean, $sameHand))], 'classes' => array_values(array_map(strval(...), (array) json_decode((string) end($tests)->classes, true)))];
            }
        }

        return $out;
    }
}
