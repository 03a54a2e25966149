<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Exchange\Licences;
use MarshTrial\Core\Exchange\RecordDifference;
use MarshTrial\Core\Exchange\RecordFingerprint;
use PHPUnit\Framework\TestCase;

/** Published records: what a revision says otherwise, and what a record is known by. */
final class RecordsTest extends TestCase
{
    /**
     * @param array<string, mixed> $row
     *
     * @return array<string, mixed>
     */
    private static function record(array $row = [], string ...$pictures): array
    {
        return ['title' => 'Reds', 'paper' => 'cotton', 'side' => 'felt side', 'note' => '', 'shownPicture' => 'p1', 'owner' => 'Odo', 'pictures' => array_map(static fn (string $p): array => ['uuid' => $p, 'sha256' => str_repeat('a', 64)], $pictures ?: ['p1']),
            'rows' => [['uuid' => 'r1', 'row' => 1, 'paint' => ['uuid' => 'a', 'colourName' => 'Beacon Red'], 'ratings' => [['property' => 'staining', 'status' => 'measured', 'value' => 0.2, 'said' => 'low', 'text' => '0.20 ±0.01']], 'verdicts' => [], 'spoiled' => [], ...$row]]];
    }

    public function testARevisionTellsWhatItSaysOtherwise(): void
    {
        $before = self::record();
        self::assertSame([], RecordDifference::between($before, $before));
        $now = ['title' => 'Reds again'] + self::record(['ratings' => [['property' => 'staining', 'status' => 'measured', 'value' => 0.5, 'said' => 'medium', 'text' => '0.50 ±0.01'], ['property' => 'transparency', 'status' => 'undecidable', 'value' => null]], 'verdicts' => [['property' => 'staining', 'word' => 'high', 'by' => 'Odo']], 'spoiled' => [['property' => null]]], 'p1', 'p2', 'p3');
        self::assertSame(['title: “Reds again”, was “Reds”', '2 pictures were added', 'row 1, Beacon Red: staining medium 0.50 ±0.01, was low 0.20 ±0.01', 'row 1, Beacon Red: transparency undecidable, was not said', 'row 1, Beacon Red: staining by eye high, was not said', 'row 1, Beacon Red: the row set aside yes, was not said'], RecordDifference::between($before, $now));
        $other = self::record(['uuid' => 'r2', 'row' => 2]);
        self::assertSame(['row 2 is new', 'row 1 is gone'], RecordDifference::between($before, $other));
        self::assertSame(['row 1: Buoy Red, was Beacon Red'], RecordDifference::between($before, self::record(['paint' => ['uuid' => 'b', 'colourName' => 'Buoy Red']])));
        // Very many differences are counted, not dropped.
        $many = array_map(static fn (int $i): array => ['uuid' => "n$i", 'row' => $i], range(1, 70));
        self::assertSame([61, 'and 11 more'], [count($told = RecordDifference::between($before, ['rows' => $many] + $before)), end($told)]);
    }

    public function testAFingerprintChangesWithWhatIsSaidAndNotWithWhoIsNamedOrHowItStandsToday(): void
    {
        $record = self::record(['remarks' => [['word' => 'wet', 'by' => 'Odo']]]);
        $is = RecordFingerprint::of($record);
        self::assertNull(RecordFingerprint::holds($record));
        $named = [...$record, 'fingerprint' => $is];
        self::assertTrue(RecordFingerprint::holds($named));
        self::assertTrue(RecordFingerprint::holds(['owner' => 'a former tester', 'standing' => ['withdrawn' => null]] + $named));
        self::assertTrue(RecordFingerprint::holds(array_reverse($named, true)));
        foreach (['remarks' => [['word' => 'dry', 'by' => 'Odo']], 'row' => 2] as $member => $value) {
            $changed = $named;
            $changed['rows'][0][$member] = $value;
            self::assertFalse(RecordFingerprint::holds($changed), $member);
        }
        $changed = $named;
        $changed['pictures'][0]['sha256'] = str_repeat('b', 64);
        self::assertFalse(RecordFingerprint::holds($changed));
    }

    public function testEveryLicenceIsToldInWords(): void
    {
        foreach (array_keys(Licences::ALL) as $key) {
            self::assertStringEndsWith('.', Licences::told($key)['says']);
        }
        self::assertArrayHasKey(Licences::USUAL, Licences::ALL);
    }
}
