<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Description\ApiDescription;
use App\Http\JsonResponse;
use App\Http\Requests\Evidence\ReadColoursRequest;
use App\Http\Requests\Evidence\ReadMapRequest;
use App\Ledger\Archives\TablesArchive;
use App\Ledger\OpenTables;
use App\Models\Card;
use App\Models\InstrumentRun;
use App\Models\Ledger;
use App\Models\Paint;
use App\Models\Revision;
use App\Queries\CodePage;
use App\Queries\EvidenceMap;
use App\Queries\PaintDigest;
use App\Queries\RecordProtocol;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\ColourList;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Pigment\PigmentCode;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * What is published, in forms that other programs open.
 *
 * @phpstan-type OpenDataDictionaryAnswer array{
 *     profile: 'tabular-data-package', name: 'marsh-trial-ledger', id: string, title: string, created: string,
 *     description: string,
 *     resources: list<array{
 *         name: string, path: string, profile: 'tabular-data-resource', format: 'csv', mediatype: 'text/csv',
 *         encoding: 'utf-8',
 *         schema: array{
 *             primaryKey?: string,
 *             fields: list<array{
 *                 description?: string, name: string,
 *                 type: 'boolean'|'date'|'datetime'|'integer'|'number'|'string',
 *             }>,
 *             missingValues: array{string},
 *             foreignKeys?: list<array{fields: string, reference: array{resource: string, fields: string}}>,
 *         },
 *     }>,
 * }
 * @phpstan-import-type RecordProtocolDetail from \App\Queries\RecordProtocol
 * @phpstan-import-type EvidenceMapPlan from \App\Queries\EvidenceMap
 * @phpstan-type OpenDataProtocolAnswer array{
 *     card: string, title: string, kind: string, tester: string, paper: string, side: string,
 *     conditions: \stdClass, rows: list<array{row: int, name: string, maker: string, pigments: string}>,
 *     steps: array<int, array{
 *         key?: string, title?: string, instruction?: string, wait?: bool, minutes?: float|null, rows: list<int>,
 *     }>,
 *     protocols: list<array<string, mixed>>, needsProgram: string,
 * }
 * @phpstan-import-type EvidenceMapCodes from \App\Queries\EvidenceMap
 */
final class OpenDataController extends Controller
{
    /** Most paints of a list of colours. */
    private const MOST_PAINTS = 200;

    /** What programs can ask of this server (OpenAPI 3.1). */
    public function description(): Response
    {
        return new Response((string) file_get_contents(base_path(ApiDescription::FILE)), 200, ['Content-Type' => 'application/json']);
    }

    /**
     * Tables of the ledger with their fields.
     *
     * @return JsonResponse<OpenDataDictionaryAnswer>
     */
    public function dictionary(): JsonResponse
    {
        return new JsonResponse(OpenTables::dictionary());
    }

    /** One table of all published records. */
    public function table(string $table): StreamedResponse
    {
        if (! isset(OpenTables::TABLES[$table])) {
            throw new CoreException("There is no table called \"$table\".");
        }
        self::takesLong();

        return new StreamedResponse(static function () use ($table): void {
            $out = fopen('php://output', 'wb');
            $out === false ?: OpenTables::csv($table, $out);
        }, 200, ['Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => "attachment; filename=\"$table.csv\""]);
    }

    /** All tables with their data dictionary, as a Frictionless data package. */
    public function package(Request $request): \Symfony\Component\HttpFoundation\Response
    {
        return $this->archive($request, new TablesArchive, Str::slug(Ledger::own()->words()).'-datapackage.zip');
    }

    /** Readings of a record as CGATS (ISO 28178 text): those of its picture, then those of every instrument. */
    public function cgats(string $card): Response
    {
        $revision = Revision::query()->with('card')->whereHas('card', static fn ($q) => $q->where('uuid', $card))->newest()->firstOrFail();
        $tables = [['picture', $revision->record['measurement']['cells'] ?? []]];
        foreach ($revision->record['instruments'] ?? [] as $run) {
            $tables[] = [$run['name'], array_map(static fn (array $s): array => ['id' => $s['cell']] + $s, $run['samples'])];
        }
        $tables = array_values(array_filter($tables, static fn (array $t): bool => $t[1] !== [])) ?: throw new CoreException('Nothing was measured on this record.');
        $names = [];
        foreach ($revision->record['rows'] as $row) {
            $names[$row['row']] = (string) $row['paint']['colourName'];
        }
        $rowOf = array_map(static fn (Cell $c): int => $c->row, LayoutJson::fromArray($revision->record['layout'])->cellsById());
        $text = implode('', array_map(static fn (array $t): string => Readings::write(
            array_map(static fn (array $c): Sample => InstrumentRun::sample(['cell' => $c['id'], 'name' => '', 'lab' => $c['lab'], 'spectrum' => $c['spectrum'] ?? null]), $t[1]),
            ['ORIGINATOR' => 'Marsh Trial', 'DESCRIPTOR' => Str::ascii($revision->title), 'INSTRUMENTATION' => Str::ascii($t[0]), 'CREATED' => $revision->published_at->toDateString()],
            array_map(static fn (array $c): string => $names[$rowOf[$c['id']] ?? 0] ?? '', $t[1]),
        ), $tables));

        return new Response($text, 200, ['Content-Type' => 'text/plain; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="'.Str::slug($revision->title).'.txt"']);
    }

    /** Colours of a code's paints, or of paints that are named, as a palette for programs that draw. */
    public function colours(ReadColoursRequest $request, string $form): Response
    {
        $written = (string) $request->query('code', '');
        $paints = $written !== '' ? CodePage::ordered($written, $this->user($request)) : Paint::inOrder(array_slice(explode(',', (string) $request->query('paints', '')), 0, self::MOST_PAINTS));
        $digests = PaintDigest::of(array_map(static fn (Paint $p): int => $p->id, $paints), $this->user($request));
        $colours = [];
        foreach ($paints as $paint) {
            $hexes = isset($digests[$paint->id]) ? $digests[$paint->id]->colours() : null;
            foreach ($hexes === null ? [] : array_combine(['full strength', 'tint'], $hexes) as $depth => $hex) {
                $colours[] = ['name' => "$paint->colour_name {$paint->maker->name} $depth", 'hex' => $hex];
            }
        }
        if ($colours === []) {
            throw new CoreException('No paint of this was measured, so there is no colour of it.');
        }
        $title = $written !== '' ? PigmentCode::parse($written)->text.', '.Ledger::own()->words() : 'Chosen paints, '.Ledger::own()->words();

        return new Response($form === 'gpl' ? ColourList::gimp($title, $colours) : ColourList::css($title, $colours), 200, ['Content-Type' => $form === 'gpl' ? 'text/plain; charset=UTF-8' : 'text/css; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="'.Str::slug($written ?: 'paints').".$form\""]);
    }

    /**
     * How a record was made, for a stranger to follow.
     *
     * @return JsonResponse<RecordProtocolDetail>
     */
    public function protocol(string $card): JsonResponse
    {
        return new JsonResponse(RecordProtocol::of(Card::query()->where('uuid', $card)->whereNotNull('published_at')->firstOrFail()));
    }

    /**
     * What is tested of every code.
     *
     * @return JsonResponse<EvidenceMapCodes>
     */
    public function map(ReadMapRequest $request): JsonResponse
    {
        return new JsonResponse(EvidenceMap::codes((string) $request->query('order', ''), max(1, $request->integer('page', 1))));
    }

    /**
     * Tests that would settle most for all, shared out among those who have the paints.
     *
     * @return JsonResponse<array{tests: list<EvidenceMapPlan>}>
     */
    public function plan(Request $request): JsonResponse
    {
        return new JsonResponse(['tests' => EvidenceMap::plan($this->me($request))]);
    }
}
