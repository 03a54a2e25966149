<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\PoolPictures;
use App\Actions\RunMeasurement;
use App\Models\CompressedJson;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Specimen;
use App\Models\Swatch;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;

/**
 * What was measured of the demo's pictures, so that it need not be measured again at every start: of each picture its hash, its result, and the
 * rows of ratings, strips, films and mixes that follow from it. bin/demo paints and measures all of it anew and writes the file.
 */
final class DemoReadings
{
    public const FORMAT = 'marsh-trial/demo-readings';

    /** Columns that belong to a database and not to a reading. */
    private const PLACES = ['id', 'measurement_id', 'specimen_id', 'paint_id', 'partner_id'];

    private const TABLES = ['ratings', 'strips', 'films', 'mix_runs'];

    /** @var array<string, array<string, mixed>> what was measured just now, by picture (UUID) */
    private array $made = [];

    /** @param array<string, array<string, mixed>> $of by picture (UUID) */
    private function __construct(private readonly array $of) {}

    public static function path(): string
    {
        return database_path('demo/readings.json.gz');
    }

    /** The readings that came with the program; none where they were made by other rules, or are to be made anew. */
    public static function shipped(): self
    {
        if (config('stand-ins.demo_anew') || ! is_file(self::path())) {
            return new self([]);
        }
        $file = json_decode((string) gzdecode((string) file_get_contents(self::path())), true, flags: JSON_THROW_ON_ERROR);

        return new self($file['made'] === self::made() ? $file['pictures'] : []);
    }

    /** @return array<string, mixed> what readings depend on */
    private static function made(): array
    {
        return ['format' => self::FORMAT, 'version' => 1, 'rules' => Scale::RULES, 'scale' => Scale::current()->name, 'meter' => CardMeasurer::VERSION];
    }

    /** Writes what was measured anew, if that was asked for. */
    public function write(): void
    {
        if (config('stand-ins.demo_anew')) {
            ksort($this->made);
            $file = ['made' => self::made(), 'pictures' => $this->made];
            file_put_contents(self::path(), gzencode(json_encode($file, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES), 9));
        }
    }

    /** Measures a picture that is there; nobody else has it in work. */
    public function measure(Measurement $measurement): void
    {
        $measurement->update(['state' => 'running', 'attempts' => 1, 'started_at' => now()]);
        RunMeasurement::of($measurement);
        if ($measurement->refresh()->state !== 'done') {
            throw new CoreException("The demo card \"{$measurement->card->title}\" was not measured: $measurement->problem");
        }
        $this->made[$measurement->picture->uuid] = self::of($measurement);
    }

    public function has(Measurement $measurement): bool
    {
        return isset($this->of[$measurement->picture->uuid]);
    }

    /** Puts what was measured in place, as measuring would have. */
    public function lay(Measurement $measurement): void
    {
        $kept = $this->of[$measurement->picture->uuid] ?? throw new CoreException("The demo's readings have no picture {$measurement->picture->uuid}.");
        $specimens = Specimen::query()->with('pan')->where('card_id', $measurement->card_id)->get()->keyBy('row');
        $measurement->picture->update($kept['picture']);
        DB::table('measurements')->where('id', $measurement->id)->update([
            'state' => 'done', 'attempts' => 1, 'started_at' => now(), 'progress' => 1.0, 'step' => 'Measured', 'result' => CompressedJson::packText($kept['result']),
            'picture_hash' => $kept['picture']['sha256'], 'layout_hash' => $measurement->card->layoutHash(), 'meter_version' => CardMeasurer::VERSION, 'updated_at' => now(),
        ]);
        $measurement->refresh();
        foreach (self::TABLES as $table) {
            foreach ($kept[$table] as $row) {
                $specimen = $specimens[$row['at']] ?? throw new CoreException('The demo has changed since its readings were made.');
                $partner = isset($row['partner']) ? ['partner_id' => Paint::query()->where('uuid', $row['partner'])->value('id')] : [];
                DB::table($table)->insert([
                    ...array_diff_key($row, ['at' => 0, 'partner' => 0]), ...$partner,
                    'measurement_id' => $measurement->id, 'specimen_id' => $specimen->id, 'paint_id' => $specimen->pan->paint_id,
                ]);
            }
        }
        foreach ($kept['swatches'] as $swatch) {
            Swatch::query()->create([
                'uuid' => (string) Str::uuid(), 'owner_id' => $measurement->picture->owner_id, 'edition' => 1, 'picture_id' => $measurement->picture_id,
                'called' => count($kept['swatches']) === 1 ? $measurement->picture->called : '', ...$swatch,
            ]);
        }
        PoolPictures::ofCard($measurement->card);
    }

    /**
     * What was just measured, before anything else comes to it.
     *
     * @return array<string, mixed> with picture, result, swatches and rows by table
     */
    public static function of(Measurement $measurement): array
    {
        $measurement->refresh();
        $picture = $measurement->picture;
        $rows = Specimen::query()->where('card_id', $measurement->card_id)->pluck('row', 'id');
        $out = [
            'picture' => ['sha256' => $picture->sha256, 'extension' => $picture->extension, 'width' => $picture->width, 'height' => $picture->height],
            // To the letter, as all JSON here.
            'result' => CompressedJson::text((string) $measurement->getRawOriginal('result')),
            'swatches' => array_values(Swatch::query()->where('picture_id', $picture->id)->orderBy('placing')->get()
                ->map(static fn (Swatch $s): array => ['placing' => $s->placing, 'told' => $s->told, 'problem' => $s->problem])->all()),
        ];
        foreach (self::TABLES as $table) {
            $out[$table] = array_values(DB::table($table)->where('measurement_id', $measurement->id)->orderBy('id')->get()->map(static function (object $row) use ($rows): array {
                $values = array_diff_key((array) $row, array_flip(self::PLACES));

                return ['at' => (int) $rows[$row->specimen_id], ...isset($row->partner_id) ? ['partner' => Paint::query()->whereKey($row->partner_id)->value('uuid')] : [], ...$values];
            })->all());
        }

        return $out;
    }
}
