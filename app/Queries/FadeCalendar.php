<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\User;
use MarshTrial\Core\Card\CardKind;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;

/** The next check of everything that a tester has hung, as a calendar (RFC 5545); a check that moves stays the same event. */
final class FadeCalendar
{
    public static function of(User $user): string
    {
        $calendar = new VCalendar(['PRODID' => '-//Marsh Trial//Checks//EN', 'X-WR-CALNAME' => 'Marsh Trial: checks']);
        $cards = Card::query()->whereIn('kind', CardKind::FADING)->where('owner_id', $user->id)->whereHas('hanging', static fn ($q) => $q->whereNull('down_on'))->with('hanging', 'checks')->orderBy('id')->get();
        foreach ($cards as $card) {
            $next = WindowDose::of($card)?->next($card->checks->last());
            if ($next === null) {
                continue;
            }
            $made = $card->hanging?->getAttribute('updated_at') ?? $card->updated_at;
            $event = $calendar->add('VEVENT', [
                // The same for as long as this check is the next one, wherever its day moves to.
                'UID' => "$card->uuid-".$card->checks->count().'@marsh-trial', 'SEQUENCE' => (int) ($card->hanging->edition ?? 1) + (int) $card->checks->sum('edition'),
                'SUMMARY' => "Check: $card->title", 'DESCRIPTION' => ($next['mlxh'] === null ? 'By the calendar.' : "About $next[mlxh] Mlx h are thought to be reached.").' Scan or photograph both pieces together. Late is no harm: the light is counted.',
                'DTSTAMP' => $made->toDateTimeImmutable()->setTimezone(new \DateTimeZone('UTC')), 'LAST-MODIFIED' => $made->toDateTimeImmutable()->setTimezone(new \DateTimeZone('UTC')), 'TRANSP' => 'TRANSPARENT',
            ]);
            assert($event instanceof VEvent);
            $event->add('DTSTART', str_replace('-', '', $next['on']), ['VALUE' => 'DATE']);
        }

        return $calendar->serialize();
    }
}
