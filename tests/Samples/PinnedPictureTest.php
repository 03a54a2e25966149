<?php

declare(strict_types=1);

namespace Tests\Samples;

use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Simulation\ScannerStandIn;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Accuracy\Series;

/** What is measured in a picture that never changes stays what it was: sampling, windows and blurs that readings made by hand do not go through. PIN=1 pins anew. */
final class PinnedPictureTest extends TestCase
{
    private const FILE = __DIR__.'/../Support/pinned-pictures.json';

    /** @return iterable<string, array{string, string, float}> blocks, pigments and dots per inch */
    public static function cards(): iterable
    {
        yield 'wash' => ['stroke,wash,lift', 'PB29 + PR101', 256.0];
        yield 'water' => ['stroke,wet-square,soft-edge,salt', 'PV19 + PB15:3', 256.0];
        yield 'drops' => ['drops,tilt,rewet', 'PG18 + PR254', 256.0];
        // On either side of what grain needs, and of what a scanner may be short of it.
        foreach ([240.0, 251.6, 252.5] as $dpi) {
            yield "wash at $dpi" => ['wash', 'PB29', $dpi];
        }
    }

    #[DataProvider('cards')]
    public function testWhatWasMeasuredIsStillMeasured(string $blocks, string $pigments, float $dpi): void
    {
        $layout = PropertyCard::layout('00000000-0000-4000-8000-000000004242', 'Pinned', [new RowLabel(1, "pin-$blocks", 'Mixture', 'Withy Colours', $pigments)], [], Block::list($blocks));
        $said = array_map(static fn (Rating $r): string => sprintf('%s %s %.3e ±%.3e %s', $r->property, $r->status->value, $r->value ?? 0.0, $r->uncertainty ?? 0.0, implode('/', $r->classes)), Series::measure(ScannerStandIn::scan($layout, 42, $dpi), $layout)->ratings);
        $pinned = is_file(self::FILE) ? json_decode((string) file_get_contents(self::FILE), true) : [];
        if (getenv('PIN') === '1') {
            $pinned["$blocks at $dpi"] = $said;
            file_put_contents(self::FILE, json_encode($pinned, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n");
        }
        self::assertSame($pinned["$blocks at $dpi"] ?? [], $said);
    }
}
