<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\PublishRecord;
use App\Actions\RequestMeasurement;
use App\Ledger\OpenTables;
use App\Models\Hanging;
use App\Models\InstrumentRun;
use App\Models\Photo;
use App\Queries\CardView;
use App\Queries\RecordDocument;
use MarshTrial\Core\Exchange\Licences;
use MarshTrial\Core\Fading\Outcome;

/** What is published is a document of its own: what its schema lists, and nothing that is only on the page. */
final class RecordDocumentTest extends FeatureTestCase
{
    public function testTheSchemaIsClosedWhereverItDescribesAnObject(): void
    {
        $open = [];
        $walk = static function (mixed $node, string $at) use (&$walk, &$open): void {
            if (is_array($node)) {
                if (in_array('object', (array) ($node['type'] ?? []), true) && ! is_array($node['additionalProperties'] ?? true) && ($node['additionalProperties'] ?? true) !== false) {
                    $open[] = $at;
                }
                foreach ($node as $key => $of) {
                    $walk($of, "$at/$key");
                }
            }
        };
        $walk(RecordDocument::schema('record-document'), '');
        // The numbers behind a rating have the names of their formula.
        self::assertSame(['/properties/rows/items/properties/ratings/items/properties/numbers'], $open);
    }

    public function testWhatIsOnThePageAloneIsNotPublished(): void
    {
        $this->actingAs($this->wren);
        $card = $this->card('fade', 'PV3');
        $specimen = $card->specimens[0];
        $measurement = RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        Hanging::put(self::uuid(), ['card_id' => $card->id, 'place' => 'the loft of Quay House', 'note' => 'ring twice', 'facing' => 'south', 'time_zone' => 'Europe/London', 'hung_on' => '2026-02-01', 'latitude' => 52.49, 'longitude' => -1.51]);
        Photo::put(self::uuid(), ['specimen_id' => $specimen->id, 'sha256' => (string) $measurement->picture->sha256, 'extension' => 'png']);
        InstrumentRun::put(self::uuid(), ['card_id' => $card->id, 'name' => 'meter', 'source' => 'hand', 'samples' => [['name' => 'desk of Odo', 'cell' => 'exposed-paper-1', 'lab' => [90.0, 0.0, 0.0], 'spectrum' => null, 'serial' => 'X-1']]]);
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $specimen->uuid, 'property' => 'staining', 'word' => 'high'])->assertCreated();
        $record = PublishRecord::of($card, $this->wren)->record;
        // As large as life: it has what it should have.
        self::assertSame([52, -2, 'south'], [$record['hanging']['latitude'], $record['hanging']['longitude'], $record['hanging']['facing']]);
        self::assertSame('high', $record['rows'][0]['verdicts'][0]['word']);
        self::assertSame('exposed-paper-1', $record['instruments'][0]['samples'][0]['cell']);
        // And nothing of what is for those who were there, whatever the page shows.
        $page = (string) json_encode(CardView::of($card->refresh()));
        $text = (string) json_encode($record);
        foreach (['Quay House', 'ring twice', '"photos"', '"keptAt"', '"price"', '"mayChange"', '"mayPublish"', $specimen->pan->uuid] as $private) {
            self::assertStringContainsString($private, $page);
            self::assertStringNotContainsString($private, $text, $private);
        }
        foreach (['desk of Odo', 'serial', '52.49'] as $private) {
            self::assertStringNotContainsString($private, $text, $private);
        }
        // A licence is the one that was chosen.
        $this->postJson("/api/cards/$card->uuid/publish", ['licence' => $other = array_values(array_diff(array_keys(Licences::ALL), [Licences::USUAL]))[0], 'because' => 'another licence'])->assertCreated();
        self::assertSame([Licences::USUAL, $other], [$record['licence']['key'], $this->getJson("/api/records/$card->uuid.json")->json('licence.key')]);
    }

    public function testAFieldThatIsAddedAnywhereDoesNotLeaveByItself(): void
    {
        $added = static function (mixed $value) use (&$added): mixed {
            if (! is_array($value)) {
                return $value;
            }
            $value = array_map($added, $value);

            return array_is_list($value) ? $value : $value + ['slipped' => 'in'];
        };
        $this->actingAs($this->wren);
        $card = $this->card('property', 'PB28');
        RequestMeasurement::fromStandIn(self::uuid(), $card, null);
        $record = PublishRecord::of($card, $this->wren)->record;
        $left = [];
        $find = static function (array $of, string $at) use (&$find, &$left): void {
            foreach ($of as $key => $value) {
                if ($key === 'slipped') {
                    $left[(string) preg_replace('#/\d+#', '', $at)] = true;
                } elseif (is_array($value)) {
                    $find($value, "$at/$key");
                }
            }
        };
        $find(RecordDocument::listed($added($record), RecordDocument::schema('record-document')), '');
        // Of a rating's numbers all is let through, by whatever name its formula has for them, and a word in a list of words.
        self::assertSame([], array_values(preg_grep('#/numbers(/|$)|/(chances|limits|conditions)$|^/classes$#', array_keys($left), PREG_GREP_INVERT) ?: []));
        self::assertNotSame([], $left);
        self::assertSame($record['rows'][0]['paint'], RecordDocument::listed($record, RecordDocument::schema('record-document'))['rows'][0]['paint']);
    }

    public function testTheDataDictionarySaysWhatTheProgramKnows(): void
    {
        $of = [];
        foreach (OpenTables::dictionary()['resources'] as $table) {
            foreach ($table['schema']['fields'] as $field) {
                $of["$table[name].$field[name]"] = $field['description'] ?? '';
            }
        }
        foreach (OpenTables::words() as $field => $words) {
            self::assertStringEndsWith(': '.implode('; ', $words), $of[$field], $field);
        }
        foreach (Outcome::cases() as $outcome) {
            self::assertStringContainsString($outcome->value, $of['fading.outcome']);
        }
        // The field that is painted deepest is the first.
        self::assertStringEndsWith('1: masstone; 2: middle; 3: tint', $of['fading.depth']);
    }
}
