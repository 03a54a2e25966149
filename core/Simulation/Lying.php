<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Piece;

/** How one piece lies on the glass or the table: turned about its middle and shifted. */
final readonly class Lying
{
    private float $cos;

    private float $sin;

    /** Middle of the piece on its own sheet, and where that lies, mm. */
    private float $sheetX;

    private float $sheetY;

    private float $placeX;

    private float $placeY;

    /** @param array{0: float, 1: float, 2: float} $place turn (radians), shift x and y (mm) */
    public function __construct(Piece $piece, array $place)
    {
        [$turn, $shiftX, $shiftY] = $place;
        [$this->cos, $this->sin] = [cos($turn), sin($turn)];
        $centre = $piece->outline->centre();
        [$this->sheetX, $this->sheetY] = [$centre->x, $centre->y];
        [$this->placeX, $this->placeY] = [$centre->x + $shiftX, $centre->y + $shiftY];
    }

    /** @return array{0: float, 1: float} from the middle of the piece, mm on its sheet */
    public function fromMiddle(float $x, float $y): array
    {
        return [$x - $this->sheetX, $y - $this->sheetY];
    }

    /** @return array{0: float, 1: float} from where the middle of the piece lies, mm on the table */
    public function fromPlace(float $x, float $y): array
    {
        return [$x - $this->placeX, $y - $this->placeY];
    }

    /**
     * @param float $dx from the middle of the piece, mm
     *
     * @return array{0: float, 1: float} mm on the table
     */
    public function onTable(float $dx, float $dy): array
    {
        return [$this->placeX + ($dx * $this->cos - $dy * $this->sin), $this->placeY + ($dx * $this->sin + $dy * $this->cos)];
    }

    /**
     * @param float $dx on the table, from where the middle of the piece lies, mm
     *
     * @return array{0: float, 1: float} mm on the sheet
     */
    public function onSheet(float $dx, float $dy): array
    {
        return [$this->sheetX + ($dx * $this->cos + $dy * $this->sin), $this->sheetY + ($dy * $this->cos - $dx * $this->sin)];
    }
}
