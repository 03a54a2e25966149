<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\Specimen;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Session\SessionPlan;

/**
 * How a record was made, step by step, for a stranger with a brush and no program.
 *
 * @phpstan-type RecordProtocolDetail array{
 *     card: string, title: string, kind: string, tester: string, paper: string, side: string,
 *     conditions: \stdClass, rows: list<array{row: int, name: string, maker: string, pigments: string}>,
 *     steps: array<int, array{
 *         key?: string, title?: string, instruction?: string, wait?: bool, minutes?: float|null, rows: list<int>,
 *     }>,
 *     protocols: list<array<string, mixed>>, needsProgram: string,
 * }
 */
final class RecordProtocol
{
    /** @return RecordProtocolDetail */
    public static function of(Card $card): array
    {
        $card->load('paper', 'owner', 'specimens.pan.paint.maker', 'specimens.conditions', 'session');
        $layout = $card->cardLayout();
        $named = $layout->protocols;
        $blocks = $card->kind === CardKind::Property->value ? Block::ofLayout($layout) : [];
        $protocols = $card->kind === CardKind::Property->value
            ? array_map(static fn (Block $b): array => $b->kind->definition()::protocols(), $blocks) : [FadeCard::protocols()];
        // Of several ways of one test the one that the card names, else the usual one.
        $chosen = [];
        foreach (array_merge(...$protocols) as $protocol) {
            foreach ($protocol->properties as $property) {
                $chosen[$property] ??= Protocol::under($property, $named);
            }
        }
        foreach (array_intersect_key($named, [Protocol::PAINT => '', Protocol::PAPER => '']) as $id) {
            $chosen[$id] = Protocol::find($id);
        }
        $pans = array_map(static fn (int $i): array => ['pan' => (string) $i, 'code' => '', 'hue' => '', 'maker' => ''], range(1, max(1, $card->specimens->count())));
        $plan = in_array($card->kind, SessionPlan::TESTS, true) ? SessionPlan::of($pans, [$card->kind], true, $named['staining'] ?? Protocol::all('staining')[0]->id, $blocks === [] ? PropertyCard::USUAL : implode(',', array_map(static fn (Block $b): string => $b->text(), $blocks))) : null;
        $steps = [];
        foreach ($plan->tasks ?? [] as $task) {
            $key = $task['kind']->key;
            $last = array_key_last($steps);
            // The same on one row after the other is one step.
            if ($last !== null && $steps[$last]['key'] === $key) {
                $steps[$last]['rows'][] = $task['row'];
            } else {
                $steps[] = ['key' => $key, 'title' => $task['kind']->title, 'instruction' => $task['kind']->instruction, 'wait' => $task['kind']->isWait, 'minutes' => $task['kind']->timer === null ? null : round($task['kind']->timer['seconds'] / 60, 1), 'rows' => [$task['row']]];
            }
        }

        return [
            'card' => $card->uuid, 'title' => $card->title, 'kind' => $card->kind, 'tester' => $card->owner->name, 'paper' => $card->paper->words(), 'side' => $card->paper_side, 'conditions' => (object) ($card->session->conditions ?? []),
            'rows' => array_values($card->specimens->sortBy('row')->map(static fn (Specimen $s): array => ['row' => $s->row, 'name' => $s->pan->paint->colour_name, 'maker' => $s->pan->paint->maker->name, 'pigments' => $s->pan->paint->pigments])->all()),
            'steps' => array_map(static fn (array $s): array => [...$s, 'rows' => array_values(array_filter($s['rows'], static fn (?int $r): bool => $r !== null))], $steps),
            'protocols' => array_values(array_map(static fn (Protocol $p): array => [...get_object_vars($p), 'text' => $p->text()], array_column($chosen, null, 'id'))),
            'needsProgram' => 'The card is printed from this address and can be painted, looked at and kept without any program; measuring it takes a scan or photograph and this or another copy of the program.',
        ];
    }
}
