<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\CompressedJson;
use App\Models\InstrumentRun;
use App\Queries\PropertyView;
use Illuminate\Support\Carbon;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Rating\Scale;

/**
 * What a record of another ledger rests on, read to the last number before anything is written: what comes out of here can be counted, shown and
 * compared like tests of this house.
 */
final readonly class Tests
{
    /** Tables of a card's parts that name their card themselves; others name a row of it. */
    public const OF_CARD = ['specimens', 'pictures', 'measurements', 'fade_checks', 'instrument_runs'];

    /**
     * @param array<string, mixed> $record
     * @param array<string, mixed> $evidence
     * @param array<string, list<string>> $parts UUIDs by table
     */
    private function __construct(public array $record, public array $evidence, public array $parts) {}

    /**
     * @param array<string, mixed> $record as its schema has it
     * @param array<string, mixed> $evidence as its schema has it
     * @param Schemas|null $schemas for the measurements within; null: they were looked at before
     *
     * @throws CoreException when the two do not belong together, or a number cannot be read
     */
    public static function of(array $record, array $evidence, ?Schemas $schemas): self
    {
        if (strtolower($evidence['card']) !== strtolower($record['uuid']) || $evidence['revision'] !== $record['revision'] || $evidence['record'] !== ($record['fingerprint'] ?? '')) {
            throw new CoreException('What the record rests on is of another record or revision.');
        }
        $rows = array_column($evidence['rows'], null, 'row');
        if (array_column($record['rows'], 'uuid', 'row') != array_column($evidence['rows'], 'specimen', 'row') || count($rows) !== count($evidence['rows'])) {
            throw new CoreException('The rows of the record are not those that were measured.');
        }
        $parts = [
            'specimens' => array_column($evidence['rows'], 'specimen'), 'pictures' => array_column($evidence['pictures'], 'uuid'), 'measurements' => array_column($evidence['measurements'], 'uuid'), 'fade_checks' => array_column($evidence['checks'], 'uuid'),
            'verdicts' => array_column($evidence['verdicts'], 'uuid'), 'instrument_runs' => array_column($evidence['instruments'], 'uuid'), 'hand_measures' => array_merge(...array_map(static fn (array $r): array => array_column($r['byHand'], 'uuid'), $evidence['rows'])), 'spoilings' => array_merge(...array_map(static fn (array $r): array => array_column($r['spoiled'], 'uuid'), $evidence['rows'])),
        ];
        foreach ($parts as $of) {
            if (count(array_unique(array_map(strtolower(...), $of))) !== count($of)) {
                throw new CoreException('Two parts of the record bear one name.');
            }
        }
        $tests = new self($record, $evidence, array_map(static fn (array $of): array => array_map(strtolower(...), $of), $parts));
        $tests->checkNames($rows);
        try {
            // An empty list and an empty object read alike.
            $layout = LayoutJson::fromArray($record['layout']);
            self::checkReadings($record['instruments'] ?? [], $layout);
            self::moment($evidence['made']);
            self::moment($record['publishedAt']);
            foreach ($evidence['measurements'] as $measurement) {
                self::checkNumbers($measurement);
                $result = $measurement['result'] ?? $record['measurement'] ?? throw new CoreException('A measurement of the record is missing.');
                $schemas?->check('card-measurement', $result, 'A measurement');
            }
        } catch (\TypeError|\ValueError|\ErrorException|\ArithmeticError $e) {
            throw new CoreException('A number of the record cannot be read as what it should be.', previous: $e);
        }

        return $tests;
    }

    /** @param array<int, array<string, mixed>> $rows */
    private function checkNames(array $rows): void
    {
        $e = $this->evidence;
        $of = static fn (string $list, string $key = 'uuid'): array => array_flip(array_column($e[$list], $key));
        [$people, $paints, $checks, $pictures] = [$of('people'), $of('paints'), $of('checks'), $of('pictures')];
        $known = isset($people[$e['owner']]);
        foreach ($e['rows'] as $row) {
            $known = $known && isset($paints[$row['paint']]) && array_diff(array_column([...$row['byHand'], ...$row['spoiled']], 'by'), array_keys($people)) === [];
        }
        foreach ($e['pictures'] as $picture) {
            $known = $known && ($picture['check'] === null || isset($checks[$picture['check']]));
        }
        foreach ($e['measurements'] as $m) {
            $known = $known && isset($pictures[$m['picture']]) && ($m['first'] === null || isset($pictures[$m['first']]));
            foreach ([...$m['ratings'], ...$m['strips'], ...$m['films'], ...$m['mixes']] as $derived) {
                $known = $known && isset($rows[$derived['row']]) && (! isset($derived['partner']) || isset($paints[$derived['partner']]));
            }
        }
        foreach ($e['verdicts'] as $verdict) {
            $known = $known && isset($rows[$verdict['row']], $people[$verdict['by']]) && ($verdict['check'] === null || isset($checks[$verdict['check']]));
        }
        $known = $known && array_diff(array_column($e['instruments'], 'by'), array_keys($people)) === [] && array_column($e['instruments'], 'uuid') === array_column($this->record['instruments'] ?? [], 'uuid');
        if (! $known) {
            throw new CoreException('The record names a person, paint, picture or row that is not in it.');
        }
    }

    /** @param array<string, mixed> $measurement */
    private static function checkNumbers(array $measurement): void
    {
        foreach ($measurement['ratings'] as $rating) {
            $detail = $rating['detail'];
            if ($detail['row'] !== $rating['row'] || $detail['property'] !== $rating['property'] || $detail['value'] !== $rating['value'] && abs((float) $detail['value'] - (float) $rating['value']) > 1e-3) {
                throw new CoreException('A rating says two things.');
            }
            if ($rating['value'] !== null && $rating['status'] === 'measured') {
                PropertyView::rating($detail, null);
            }
        }
        foreach ($measurement['strips'] as $strip) {
            $strip['kind'] === 'property' ? Strip::fromArray($strip['data'])->reference() : self::checkFading($strip['data']);
        }
        foreach ($measurement['films'] as $film) {
            PaintFilm::fromArray($film['data']);
        }
        foreach ($measurement['mixes'] as $mix) {
            foreach ($mix['data'] as $field) {
                if (array_filter([...$field['ratio'], ...$field['lab'], $field['uncertainty95']], static fn (mixed $n): bool => ! is_int($n) && ! is_float($n)) !== [] || count($field['ratio']) !== 2 || count($field['lab']) !== 3) {
                    throw new CoreException('A mixed field of the record cannot be read.');
                }
            }
        }
    }

    /** @param list<array<string, mixed>> $instruments */
    private static function checkReadings(array $instruments, CardLayout $layout): void
    {
        $cells = $layout->cellsById();
        foreach ($instruments as $run) {
            foreach ($run['samples'] as $sample) {
                if (! isset($cells[$sample['cell']])) {
                    throw new CoreException('An instrument read a place that the card does not have.');
                }
                InstrumentRun::sample(['name' => ''] + $sample);
            }
        }
    }

    /** @param array<string, mixed> $strip */
    private static function checkFading(array $strip): void
    {
        $colour = static fn (mixed $hex): bool => is_string($hex) && preg_match('/^#[0-9a-f]{6}$/D', $hex) === 1;
        $whole = $colour($strip['paper'][0]) && $colour($strip['paper'][1]);
        foreach ($strip['depths'] as $depth) {
            $whole = $whole && is_int($depth['depth']) && $colour($depth['kept']) && $colour($depth['exposed']);
            if (isset($depth['change'])) {
                Outcome::from($depth['outcome']);
                $numbers = [...array_values($depth['dark']), ...array_values($depth['window']), $depth['change'], $depth['uncertainty'], $depth['least'], $depth['greatest']];
                $whole = $whole && count($numbers) === 10 && array_filter($numbers, static fn (mixed $n): bool => ! is_int($n) && ! is_float($n)) === [];
            }
        }
        if (! $whole) {
            throw new CoreException('A fade strip of the record cannot be read.');
        }
    }

    /** The same, with what is long packed as it will be kept, so that writing it takes no longer than it has to. */
    public function packed(): self
    {
        $evidence = $this->evidence;
        foreach ($evidence['measurements'] as $i => $m) {
            $evidence['measurements'][$i]['result'] = CompressedJson::pack($m['result'] ?? $this->record['measurement']);
            foreach (['ratings' => 'detail', 'strips' => 'data', 'films' => 'data', 'mixes' => 'data'] as $of => $long) {
                foreach ($m[$of] as $k => $derived) {
                    $evidence['measurements'][$i][$of][$k][$long] = json_encode($derived[$long], JSON_THROW_ON_ERROR);
                }
            }
        }

        return new self(array_diff_key($this->record, ['rows' => 0, 'measurement' => 0, 'pictures' => 0]), $evidence, $this->parts);
    }

    public static function moment(string $text): Carbon
    {
        try {
            return Carbon::parse($text)->utc();
        } catch (\Exception) {
            throw new CoreException(sprintf('"%s" is no moment.', mb_strimwidth($text, 0, 40, '…')));
        }
    }

    /**
     * Whether a rating was made by the scale and the rules that hold here; what was not is kept and told, and compared with nothing.
     *
     * @param array<string, mixed> $rating
     */
    public static function holds(array $rating): bool
    {
        return $rating['scale'] === Scale::current()->name && $rating['rules'] >= Scale::SAME_SINCE && $rating['rules'] <= Scale::RULES;
    }
}
