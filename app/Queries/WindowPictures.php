<?php

declare(strict_types=1);

namespace App\Queries;

use App\Imaging\PictureStore;
use App\Models\Measurement;
use App\Models\Swatch;
use App\Storage\Turn;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Imaging\Homography;

/** The windows of a measured card as pictures of their own, straight and to one scale; the wash under a loupe too. */
final class WindowPictures
{
    /** Pixels per millimetre, and under the loupe. */
    private const SCALE = 12.0;

    private const LOUPE_SCALE = 40.0;

    /** Side of what is under the loupe, mm. */
    public const LOUPE_MM = 8.0;

    /** Path of one window; null when the card has no such window. */
    public static function path(Measurement $measurement, int $row, string $use, bool $loupe): ?string
    {
        $kind = BlockKind::tryFrom($use);
        if ($kind === null || ($loupe && $kind !== BlockKind::Wash)) {
            return null;
        }
        $path = PictureStore::cutPath(self::name($measurement, $row, $kind, $loupe));
        // What is cut already needs neither layout nor result, which are large.
        if (is_file($path)) {
            return $path;
        }
        $layout = $measurement->card->cardLayout();
        if ($layout->windowOf($row, $kind) === null) {
            return null;
        }
        // Whoever looks at one row soon looks at the others. Of several that ask at once, one cuts and the others wait.
        Turn::take("cut-$measurement->uuid-$use-$loupe", 120, 110, static fn () => self::cut($measurement, $layout, $kind, $loupe));

        return $path;
    }

    /** Path of what shows in the window of a pocket frame; null where no frame was found. */
    public static function ofSwatch(Swatch $swatch): ?string
    {
        $outline = $swatch->told['outlinePx'] ?? null;
        if ($outline === null) {
            return null;
        }
        $name = "$swatch->uuid-$swatch->edition";
        $window = PocketFrame::window();
        $placement = Homography::through(PocketFrame::piece(PocketFrame::PIECE)->outline->polygon(), $outline);
        PictureStore::cut((string) $swatch->picture->sha256, $swatch->picture->extension, [$name => [
            'corners' => array_map(static fn (array $p): array => $placement->map($p[0], $p[1]), $window->polygon()),
            'width' => (int) round($window->width * self::SCALE), 'height' => (int) round($window->height * self::SCALE),
        ]]);

        return PictureStore::cutPath($name);
    }

    /** Cuts the block's window in every row, what is there already left alone. */
    private static function cut(Measurement $measurement, CardLayout $layout, BlockKind $kind, bool $loupe): void
    {
        $piece = $measurement->result['scan']['pieces'][0] ?? null;
        if ($piece === null) {
            return;
        }
        $placement = Homography::through($layout->piece($piece['id'])->outline->polygon(), $piece['outlinePx']);
        $scale = $loupe ? self::LOUPE_SCALE : self::SCALE;
        $parts = [];
        foreach ($layout->rows as $label) {
            $area = self::area($layout, $label->row, $kind, $loupe);
            $parts[self::name($measurement, $label->row, $kind, $loupe)] = [
                'corners' => array_map(static fn (array $p): array => $placement->map($p[0], $p[1]), $area->polygon()),
                'width' => (int) round($area->width * $scale), 'height' => (int) round($area->height * $scale),
            ];
        }
        PictureStore::cut((string) $measurement->picture->sha256, $measurement->picture->extension, $parts);
    }

    private static function name(Measurement $measurement, int $row, BlockKind $kind, bool $loupe): string
    {
        return "$measurement->uuid-r$row-$kind->value".($loupe ? '-loupe' : '');
    }

    private static function area(CardLayout $layout, int $row, BlockKind $kind, bool $loupe): Rect
    {
        $window = $layout->windowOf($row, $kind)->area ?? throw new \LogicException('Every block has a window.');

        return $loupe ? Rect::around($window->centre()->x, $window->centre()->y, self::LOUPE_MM, self::LOUPE_MM) : $window;
    }
}
