<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ImportCollection;
use App\Actions\ReadCollection;
use App\Actions\UndoImport;
use App\Http\JsonResponse;
use App\Http\Requests\Collection\ChangeImportRequest;
use App\Http\Requests\Collection\PutImportRequest;
use App\Jobs\RunImport;
use App\Models\Import;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\Columns;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\CoreException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * A spreadsheet on its way into the collection: columns mapped, rows looked at, made, taken back.
 *
 * @phpstan-type ImportAnswer array{
 *     uuid: string, name: string, state: string, progress: float, problem: string|null, separator: string,
 *     encoding: string, headings: list<string>, mapping: array<string, int>|\stdClass,
 *     defaults: array{currency: string, form: string, dates: string}, report: array<string, mixed>|null,
 *     fields: array<string, string>, needed: list<string>, separators: list<string>, encodings: list<string>,
 *     forms: list<string>,
 * }
 */
final class ImportController extends Controller
{
    private const FAULTS_SHOWN = 200;

    /**
     * @return JsonResponse<array{
     *     imports: array<int, array{
     *         uuid: string, name: string, state: string, on: string|null, new: mixed, change: mixed,
     *     }>,
     * }>
     */
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(['imports' => Import::query()->where('owner_id', $this->me($request)->id)->orderByDesc('id')->limit(30)->get()->map(static fn (Import $i): array => [
            'uuid' => $i->uuid, 'name' => $i->name, 'state' => $i->state, 'on' => $i->created_at?->toIso8601String(), 'new' => $i->report['new'] ?? 0, 'change' => $i->report['change'] ?? 0,
        ])->all()]);
    }

    /** @return JsonResponse<ImportAnswer> */
    public function put(PutImportRequest $request, string $uuid): JsonResponse
    {
        $file = $request->upload();
        if ($file->getSize() > ImportCollection::LARGEST_BYTES) {
            throw new CoreException('The file is larger than 20 MB. Split it into several.');
        }
        $import = Import::query()->where('uuid', $uuid)->first();

        return $this->answer($import ?? ImportCollection::receive($uuid, $file->getPathname(), $file->getClientOriginalName()), 202);
    }

    /** @return JsonResponse<ImportAnswer> */
    public function show(Import $import): JsonResponse
    {
        return $this->answer($import);
    }

    /**
     * Another separator, encoding, column or default, each by itself; the rows are looked at again.
     *
     * @return JsonResponse<ImportAnswer>
     */
    public function change(ChangeImportRequest $request, Import $import): JsonResponse
    {
        $this->refuseWhenMade($import);
        $values = $request->validated();
        // As it stands now: another change may just have come.
        DB::transaction(static function () use ($import, $values): void {
            $import->refresh();
            $again = isset($values['separator']) || isset($values['encoding']);
            $import->fill(['separator' => $values['separator'] ?? $import->separator, 'encoding' => $values['encoding'] ?? $import->encoding, 'defaults' => [...$import->defaults, ...$values['defaults'] ?? []]]);
            $import->fill($again ? ImportCollection::headings($import) : ['mapping' => array_map(intval(...), array_filter([...$import->mapping, ...$values['mapping'] ?? []], static fn ($v): bool => $v !== null))]);
            $import->save();
            ImportCollection::check($import);
        });

        return $this->answer($import, 202);
    }

    /** @return JsonResponse<ImportAnswer> */
    public function run(Import $import): JsonResponse
    {
        DB::transaction(function () use ($import): void {
            $import->refresh();
            $this->refuseWhenMade($import);
            if ($import->state !== 'checked' || $import->report === null) {
                throw new CoreException('The rows have not been looked at yet. Wait until they have.');
            }
            $import->update(['state' => 'importing', 'progress' => 0]);
            RunImport::dispatch($import->id, true);
        });

        return $this->answer($import->refresh(), 202);
    }

    /** @return JsonResponse<null> */
    public function destroy(Import $import): JsonResponse
    {
        UndoImport::of($import);

        return new JsonResponse(null, 204);
    }

    /** The wrong rows as they came, each with what is wrong. */
    public function wrong(Request $request, Import $import): StreamedResponse
    {
        $me = $this->me($request);

        return new StreamedResponse(static function () use ($import, $me): void {
            echo Csv::BOM.Csv::line([...$import->headings, 'What is wrong']);
            foreach ((new ReadCollection($import, $me))->rows() as $row) {
                if ($row['faults'] !== []) {
                    echo Csv::line([...array_pad($row['cells'], count($import->headings), ''), implode('; ', $row['faults'])]);
                }
            }
        }, 200, ['Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="wrong-rows.csv"']);
    }

    private function refuseWhenMade(Import $import): void
    {
        if (in_array($import->state, ['importing', 'done'], true)) {
            throw new CoreException('This file is imported already. Take it back first, or choose the file again.');
        }
    }

    /** @return JsonResponse<ImportAnswer> */
    private function answer(Import $import, int $status = 200): JsonResponse
    {
        $import->refresh();
        $report = $import->report;

        return new JsonResponse([
            'uuid' => $import->uuid, 'name' => $import->name, 'state' => $import->state, 'progress' => ImportCollection::progress($import), 'problem' => $import->problem,
            'separator' => $import->separator, 'encoding' => $import->encoding, 'headings' => $import->headings, 'mapping' => (object) $import->mapping, 'defaults' => $import->defaults,
            'report' => $report === null ? null : [...$report, 'faults' => array_slice($report['faults'], 0, self::FAULTS_SHOWN)],
            'fields' => Columns::FIELDS, 'needed' => Columns::NEEDED, 'separators' => array_keys(Csv::SEPARATORS), 'encodings' => Csv::ENCODINGS, 'forms' => PanStates::FORMS,
        ], $status);
    }
}
