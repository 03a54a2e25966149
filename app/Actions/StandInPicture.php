<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PhotoWriter;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use App\Models\Paint;
use App\Models\Picture;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Pigment\Catalogue;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\SwatchStandIn;
use MarshTrial\Core\Simulation\TargetStandIn;

/** The picture that a scanner or camera stand-in gives of a card: the same input gives the same bytes. */
final readonly class StandInPicture
{
    /** The same make-believe paint whatever card it is on. */
    public const SEED = 11;

    private function __construct(public string $bytes, public int $width, public int $height) {}

    /**
     * @param CardLayout $painted what is painted on the card, as from layout()
     * @param float $dose light that the card met, Mlx h
     * @param float $dpi of a scan
     * @param (callable(int, int): void)|null $progress windows done, and all
     */
    public static function of(Picture $picture, CardLayout $painted, float $dose, float $dpi, ?callable $progress = null): self
    {
        // What is printed on the sheet is what it said when it was printed, whatever was really painted on it.
        $print = SheetPress::print($picture->card->kind === CardKind::Pocket->value ? $painted : $picture->card->cardLayout());
        if ($picture->device !== 'camera') {
            $scan = ScannerStandIn::scan($painted, self::SEED, $dpi, $dose, $progress, null, $print);

            return new self(PngWriter::encode($scan), $scan->width, $scan->height);
        }
        // Every photograph is another one: the hand is never in the same place twice.
        $shot = Shot::inside($picture->id);
        $photo = CameraStandIn::shoot($painted, self::SEED, $shot, $dose, TargetStandIn::full(), null, "|$picture->id", $picture->wet, $progress, $print);

        return new self(PhotoWriter::encode($photo, $shot), $photo->width, $photo->height);
    }

    /** What is painted on the card that a picture is of. */
    public static function layout(Picture $picture): CardLayout
    {
        $card = $picture->card;
        if ($card->kind !== CardKind::Pocket->value) {
            return KeepReadings::painted($card);
        }
        // A make-believe swatch under the frame: of the paint that it is called after, else of any.
        $paint = $picture->called === '' ? null : Paint::query()->named($picture->called)->first();
        $codes = array_keys(Catalogue::all());

        return SwatchStandIn::of([$paint->pigments ?? $codes[$picture->id * 7 % count($codes)]], $picture->id, uuid: $card->uuid)->layout;
    }
}
