<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Imaging\PictureStore;
use App\Models\Measurement;
use App\Queries\WindowPictures;
use Illuminate\Contracts\Queue\ShouldQueue;
use MarshTrial\Core\Card\BlockKind;

/** What somebody will look at of a measured picture: its smaller copy and its windows, cut before anybody waits for them. */
final class PrepareViews implements ShouldQueue
{
    use WhenIdle;

    /** Longer side of the copy that pages show, px. */
    public const PREVIEW = 1800;

    /** Windows that pages of comparisons begin with. */
    private const FIRST = [BlockKind::Stroke, BlockKind::Wash];

    public int $tries = 2;

    public int $timeout = 120;

    public function __construct(private readonly int $measurementId)
    {
        $this->whenIdle();
    }

    public function handle(): void
    {
        $measurement = Measurement::query()->with('picture', 'card')->find($this->measurementId);
        if ($measurement === null || $measurement->state !== 'done' || ! $measurement->picture->isHere()) {
            return;
        }
        PictureStore::preview((string) $measurement->picture->sha256, $measurement->picture->extension, self::PREVIEW);
        $rows = $measurement->card->cardLayout()->rows;
        foreach ($rows === [] ? [] : self::FIRST as $kind) {
            // All rows of a kind are cut at once.
            WindowPictures::path($measurement, $rows[0]->row, $kind->value, false);
        }
    }
}
