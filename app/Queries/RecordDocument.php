<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\InstrumentRun;
use App\Models\Ledger;
use App\Models\User;
use MarshTrial\Core\Exchange\Licences;
use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\RecordGaps;

/**
 * A card as it is published. It is made of what the card's own page shows, and holds what its schema lists (docs/schemas/record-document.json)
 * and nothing else: what is added to the page does not leave by itself.
 *
 * @phpstan-type RecordDocumentInstruments array{
 *     uuid: string, name: string, source: string, by: string, on: string,
 *     samples: list<array{
 *         cell: string, name: string, lab: array{float, float, float},
 *         spectrum: array{fromNm: float, stepNm: float, values: list<float>}|null,
 *     }>,
 * }
 */
final class RecordDocument
{
    public const FORMAT = 'marsh-trial/record';

    /** 2: pictures bear their SHA-256, and the record its fingerprint. 3: it names its ledger, the record that it repeats, its gaps, and what instruments read. */
    public const VERSION = 3;

    private const SCHEMA = 'record-document';

    /** A window is somebody's home: a published place is rounded to so many degrees. */
    private const PLACE_DEG = 1;

    /** @return array<mixed> */
    public static function of(Card $card, int $number, User $publisher, string $publishedAt, string $licence, string $because): array
    {
        $view = CardView::of($card);
        $hashes = $card->pictures->pluck('sha256', 'uuid');
        $counts = static fn (array $p): bool => ($p['measurement']['state'] ?? null) === 'done' && $p['withdrawn'] === null;
        $document = [
            'format' => self::FORMAT, 'version' => self::VERSION, 'revision' => $number,
            'publishedAt' => $publishedAt, 'publishedBy' => $publisher->name, 'licence' => Licences::told($licence), 'because' => $because,
            'ledger' => Ledger::own()->named(), 'repeats' => $card->repeats_card === null ? null : ['card' => $card->repeats_card, 'number' => $card->repeats_number],
            ...array_diff_key($view, ['revisions' => 0]),
            'hanging' => self::hanging($view['hanging']),
            'pictures' => array_values(array_map(static fn (array $p): array => [...$p, 'sha256' => $hashes[$p['uuid']] ?? null], array_filter($view['pictures'], $counts))),
            'measurement' => $view['result'],
            'instruments' => self::instruments($card),
            'limits' => 'Evidence from one group’s tests, not a certificate under any standard.',
        ];
        // As whoever reads it gets it.
        $document = json_decode(json_encode($document, JSON_THROW_ON_ERROR), true, flags: JSON_THROW_ON_ERROR);
        $document = self::listed($document, self::schema(self::SCHEMA));
        $document['layout'] = Card::withoutPans($document['layout'], array_column($document['rows'], 'uuid', 'row'));
        $document['gaps'] = RecordGaps::of($document);

        return [...$document, 'fingerprint' => RecordFingerprint::of($document)];
    }

    /**
     * @param array<string, mixed>|null $hanging
     *
     * @return array<string, mixed>|null without the names of windows, and roughly where
     */
    private static function hanging(?array $hanging): ?array
    {
        $rough = static fn (?float $degrees): ?float => $degrees === null ? null : self::PLACE_DEG * round($degrees / self::PLACE_DEG);

        return $hanging === null ? null : ['latitude' => $rough($hanging['latitude']), 'longitude' => $rough($hanging['longitude'])] + $hanging;
    }

    /** @return list<RecordDocumentInstruments> */
    private static function instruments(Card $card): array
    {
        return array_values(InstrumentRun::query()->with('owner')->where('card_id', $card->id)->orderBy('id')->get()->map(static fn (InstrumentRun $r): array => [
            'uuid' => $r->uuid, 'name' => $r->name, 'source' => $r->source, 'by' => $r->owner->name, 'on' => $r->created_at->toDateString(), 'samples' => $r->samples,
        ])->all());
    }

    /**
     * Of a value what its schema lists.
     *
     * @param array<string, mixed>|bool $schema
     */
    public static function listed(mixed $value, array|bool $schema): mixed
    {
        // Parts that a schema names by "#" are shapes and numbers.
        if (! is_array($value) || is_bool($schema) || str_starts_with($schema['$ref'] ?? '', '#')) {
            return $value;
        }
        $schema = isset($schema['$ref']) ? self::schema($schema['$ref']) : $schema;
        if (array_is_list($value) && isset($schema['items'])) {
            return array_map(static fn (mixed $v): mixed => self::listed($v, $schema['items']), $value);
        }
        $out = [];
        foreach ($value as $name => $v) {
            $of = $schema['properties'][$name] ?? $schema['additionalProperties'] ?? true;
            if ($of !== false) {
                $out[$name] = self::listed($v, $of);
            }
        }

        return $out;
    }

    /** @return array<string, mixed> */
    public static function schema(string $name): array
    {
        static $read = [];

        return $read[$name] ??= json_decode((string) file_get_contents(base_path("docs/schemas/$name.json")), true, flags: JSON_THROW_ON_ERROR);
    }
}
