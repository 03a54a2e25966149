<?php

declare(strict_types=1);

namespace App\Queries;

use App\Database\EvidenceClock;
use App\Models\Card;
use App\Models\Claim;
use App\Models\Paint;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\ClaimCheck;
use MarshTrial\Core\Evidence\HueOrder;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * Every measured paint in hue order, as narrow strips; where there are too many, one for each code.
 *
 * @phpstan-type ShoreContradicted array{
 *     uuid: string, name: string, property: string, words: string, tests: int,
 *     seen: array{said: string|null, halves: array{list<string>, list<string>}|null, steps: list<string>},
 * }
 * @phpstan-type ShoreStrip array{
 *     uuid: string, name: string, maker: string, code: string, paints: int, alone: bool, steps: list<string>,
 *     paper: string, grain: array{float, float}|null, scan: array{string, int}, grey: bool, pale: bool,
 * }
 * @phpstan-type ShoreMade array{
 *     strips: list<ShoreStrip>, measured: int, byCode: bool,
 *     news: list<array{uuid: string, title: string, by: string, on: string}>,
 *     contradicted: list<ShoreContradicted>,
 * }
 */
final class Shore
{
    /** Counts with the form of what is kept. */
    private const FORM = 2;

    /** Strips that a screen holds; with more paints than these, each code has one. */
    public const MOST = 90;

    /** Codes shown at most, those with most measured paints. */
    private const CODES = 400;

    private const NEWS = 5;

    /** Claims looked at for contradictions, the newest. */
    private const CLAIMS = 300;

    /** @return ShoreMade */
    public static function of(?User $user): array
    {
        // Whoever may see the same sees the same shore until something changes.
        return EvidenceClock::remember('shore-'.($user->id ?? 'anybody'), self::FORM.'-'.EvidenceClock::seen().'-'.PaintEvidence::taughtBy(), static fn (): array => self::made($user));
    }

    /** @return array<string, array{0: string, 1: string}> what stands beside a code: its middle paint at full strength and as a tint */
    public static function byCode(?User $user): array
    {
        $of = [];
        foreach (self::of($user)['strips'] as $strip) {
            if (! $strip['alone']) {
                continue;
            }
            $of[$strip['code']][] = [$strip['steps'][0], $strip['steps'][intdiv(2 * count($strip['steps']), 3)]];
        }

        return array_map(static fn (array $strips): array => $strips[intdiv(count($strips), 2)], $of);
    }

    /** @return ShoreMade */
    private static function made(?User $user): array
    {
        $labs = $scans = [];
        foreach (PaintStrips::places(null, $user) as $row) {
            if ($row->kind === 'property' && $row->l !== null) {
                $scans[(int) $row->paint_id] = [(int) $row->measurement_id, (int) $row->specimen_id];
                $labs[(int) $row->paint_id] = new Lab((float) $row->l, (float) $row->a, (float) $row->b);
            }
        }
        $codes = [];
        foreach (DB::table('paint_codes')->orderBy('position')->get(['paint_id', 'code']) as $row) {
            if (isset($labs[$row->paint_id])) {
                $codes[(int) $row->paint_id][] = (string) $row->code;
            }
        }
        $of = [];
        foreach (array_keys($labs) as $id) {
            $of[$codes[$id][0] ?? ''][] = $id;
        }
        $byCode = count($labs) > self::MOST;
        if ($byCode) {
            unset($of['']);
            uasort($of, static fn (array $a, array $b): int => count($b) <=> count($a));
            $of = array_slice($of, 0, self::CODES, true);
        }
        $order = HueOrder::of(array_map(static fn (array $ids): Lab => Lab::mean(array_map(static fn (int $id): Lab => $labs[$id], $ids)), $of));
        $shown = [];
        foreach ($order as $code) {
            $ids = HueOrder::of(array_map(static fn (int $id): Lab => $labs[$id], array_combine($of[$code], $of[$code])));
            // The middle one stands for its code, and a mixture for none where there is a paint of it alone.
            $alone = array_values(array_filter($ids, static fn (int|string $id): bool => count($codes[$id] ?? []) === 1)) ?: $ids;
            foreach ($byCode ? [$alone[intdiv(count($alone), 2)]] : $ids as $id) {
                $shown[] = [(int) $id, (string) $code, count($ids)];
            }
        }
        $digests = PaintDigest::of(array_column($shown, 0), $user);
        $paints = Paint::query()->with('maker')->whereKey(array_column($shown, 0))->get()->keyBy('id');
        $scans = array_intersect_key($scans, array_flip(array_column($shown, 0)));
        $measurements = DB::table('measurements')->whereIn('id', array_column($scans, 0))->pluck('uuid', 'id');
        $rows = DB::table('specimens')->whereIn('id', array_column($scans, 1))->pluck('row', 'id');
        $strips = [];
        foreach ($shown as [$id, $code, $n]) {
            $ladder = ($digests[$id] ?? null)?->view()['ladder'] ?? null;
            if ($ladder !== null && isset($paints[$id])) {
                $strips[] = [
                    'uuid' => $paints[$id]->uuid, 'name' => $paints[$id]->colour_name, 'maker' => $paints[$id]->maker->name, 'code' => $code, 'paints' => $n, 'alone' => count($codes[$id] ?? []) === 1,
                    'steps' => array_column($ladder['steps'], 'onPaper'), 'paper' => $ladder['paper'], 'grain' => $ladder['grain'] === null ? null : [round((float) $ladder['grain']['deltaL'], 2), round((float) $ladder['grain']['sizeMm'], 2)],
                    'scan' => [$measurements[$scans[$id][0]] ?? '', (int) ($rows[$scans[$id][1]] ?? 0)],
                    'grey' => $labs[$id]->chroma() < Scale::current()->steps->leastChroma, 'pale' => $labs[$id]->l > 88,
                ];
            }
        }

        return ['strips' => $strips, 'measured' => count($labs), 'byCode' => $byCode, 'news' => self::news(), 'contradicted' => self::contradicted($user)];
    }

    /** @return list<array{uuid: string, title: string, by: string, on: string}> records, the newest */
    private static function news(): array
    {
        return array_values(Card::query()->listed()->with('owner')->whereNotNull('published_at')->whereNull('withdrawn_at')->orderByDesc('published_at')->orderByDesc('id')->limit(self::NEWS)->get()
            ->map(static fn (Card $c): array => ['uuid' => $c->uuid, 'title' => $c->title, 'by' => $c->owner->name, 'on' => (string) $c->published_at?->toDateString()])->all());
    }

    /**
     * What one would look at to see it: dark half and window half, in light; else the stroke.
     *
     * @return array{said: string|null, halves: array{list<string>, list<string>}|null, steps: list<string>}
     */
    private static function seen(PaintDigest $digest, string $property): array
    {
        $strip = $digest->view();
        $fade = $property === Property::Lightfastness->value ? $strip['fade'] ?? null : null;

        return [
            'said' => $digest->property($property)['measured']['said'] ?? null,
            'halves' => $fade === null ? null : [array_column($fade['depths'], 'kept'), array_column($fade['depths'], 'exposed')],
            'steps' => array_column($strip['ladder']['steps'] ?? [], 'onPaper'),
        ];
    }

    /** @return list<ShoreContradicted> claims that tests contradict */
    private static function contradicted(?User $user): array
    {
        $claims = Claim::query()->with('claimScale')->orderByDesc('id')->limit(self::CLAIMS)->get();
        $digests = PaintDigest::of(array_values($claims->pluck('paint_id')->unique()->all()), $user);
        $paints = Paint::query()->whereKey($claims->pluck('paint_id')->unique()->all())->get()->keyBy('id');
        $out = [];
        foreach ($claims as $claim) {
            $tests = ($digests[$claim->paint_id] ?? null)?->property($claim->property);
            if ($tests !== null && isset($paints[$claim->paint_id]) && ClaimCheck::of($claim->classes(), $tests['classes95']) === ClaimCheck::Contradicted) {
                $out[] = ['uuid' => $paints[$claim->paint_id]->uuid, 'name' => $paints[$claim->paint_id]->colour_name, 'property' => $claim->property, 'words' => $claim->words, 'tests' => (int) ($tests['tests'] ?? 0), 'seen' => self::seen($digests[$claim->paint_id], $claim->property)];
            }
        }

        return $out;
    }
}
