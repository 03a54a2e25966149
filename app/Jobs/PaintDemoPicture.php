<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\KeepReadings;
use App\Actions\StandInPicture;
use App\Imaging\PictureStore;
use App\Models\Card;
use App\Models\Measurement;
use App\Models\Picture;
use App\Queries\WindowDose;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Log;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\RowLabel;

/**
 * Paints one picture of the demo, whose readings came with the program. What is painted must be, byte for byte, what was measured.
 *
 * The job holds all that the picture is made of, so that nothing that is changed meanwhile changes it.
 */
final class PaintDemoPicture implements ShouldQueue
{
    use WhenIdle;

    /** Queue for what somebody waits for. */
    public const WANTED = 'wanted';

    private const FOR_GRAIN = 256;

    private const FOR_COLOUR = 200;

    public int $tries = 3;

    public int $timeout = 300;

    /** @param list<array{int, string, string, string, string}> $rows row, specimen, name, maker and pigments of each; none: what lies under a frame */
    public function __construct(private readonly string $uuid, private readonly array $rows, private readonly float $dose, private readonly float $dpi) {}

    /** When there is nothing else to do, as the demo stands now. */
    public static function later(Measurement $measurement): void
    {
        $card = $measurement->card;
        $rows = $card->kind === CardKind::Pocket->value ? [] : array_map(
            static fn (RowLabel $r): array => [$r->row, $r->specimen, $r->paint, $r->maker, $r->pigments], KeepReadings::painted($card)->rows,
        );
        $dose = WindowDose::atMeasurement($measurement)->mlxh ?? 0.0;
        dispatch((new self($measurement->picture->uuid, $rows, $dose, self::dpi($card)))->whenIdle());
    }

    /** Somebody waits for a picture: it is painted next. False where it is not to come. */
    public static function wanted(Picture $picture): bool
    {
        $job = self::jobs()->where('payload', 'like', "%$picture->uuid%");
        $waits = (clone $job)->exists();
        $job->where('queue', self::IDLE)->whereNull('reserved_at')->update(['queue' => self::WANTED]);

        return $waits;
    }

    /** @return array{done: int, of: int}|null how far the demo's pictures are; null where none waits */
    public static function progress(): ?array
    {
        $left = self::jobs()->count();
        if ($left === 0) {
            return null;
        }
        $of = max($left, Picture::query()->where('source', 'stand-in')->whereHas('card', static fn ($q) => $q->whereNull('ledger_id'))->count());

        return ['done' => $of - $left, 'of' => $of];
    }

    private static function jobs(): Builder
    {
        return DB::table('jobs')->whereIn('queue', [self::IDLE, self::WANTED])->where('payload', 'like', '%PaintDemoPicture%');
    }

    /** The picture can be found among the jobs that wait. */
    public function displayName(): string
    {
        return "PaintDemoPicture $this->uuid";
    }

    /** Dots per inch of the demo's scans: just enough for grain where there is a wash, less where only colours are read. */
    public static function dpi(Card $card): float
    {
        return $card->kind === CardKind::Property->value ? self::FOR_GRAIN : self::FOR_COLOUR;
    }

    public function handle(): void
    {
        $picture = Picture::query()->with('card')->where('uuid', $this->uuid)->first();
        if ($picture === null || $picture->isHere()) {
            return;
        }
        $layout = $this->rows === []
            ? StandInPicture::layout($picture)
            : $picture->card->cardLayout()->withRows(array_map(static fn (array $r): RowLabel => new RowLabel(...$r), $this->rows));
        $bytes = StandInPicture::of($picture, $layout, $this->dose, $this->dpi)->bytes;
        if (hash('sha256', $bytes) !== $picture->sha256) {
            // Other libraries may write other bytes. What was not measured is not shown; measured again, it is painted as it is here.
            $picture->update(['sha256' => null]);
            Log::warning("The demo's picture $picture->uuid is painted otherwise on this machine and was not kept. bin/demo measures the demo anew.");

            return;
        }
        PictureStore::keep($bytes, $picture->extension);
        foreach ($picture->measurements()->pluck('id') as $id) {
            dispatch(new PrepareViews((int) $id));
        }
    }
}
