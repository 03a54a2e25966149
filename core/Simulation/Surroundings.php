<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\TargetSheet;

/** What a picture is filled with before anything is drawn: paper on the bed, or a table and the sheets on it. */
final class Surroundings
{
    /** What lies around the sheet on the table, linear. */
    private const TABLE = [0.16, 0.13, 0.10];

    /** Steps of light, in its logarithm, for which plain paper is made ready. */
    private const LIGHT_STEP = 0.004;

    /** @var array<string, string> plain stuff by name and step of light */
    private array $plain = [];

    public function __construct(private readonly Scene $scene, private readonly Optics $optics, private readonly Canvas $canvas, private readonly Ground $ground) {}

    /** Fills the bed with paper; the cells' own paper is rendered later, pixel by pixel. */
    public function layPaper(): void
    {
        $lines = [];
        $side = 1024;
        for ($j = 0; $j < 64; $j++) {
            $line = '';
            for ($i = 0; $i < $side; $i++) {
                $line .= $this->canvas->encode(
                    $this->ground->paperShade('', ($i + 0.5) * $this->canvas->pixelMm, ($j + 0.5) * $this->canvas->pixelMm),
                    $j * 997 + $i * 3,
                );
            }
            $lines[] = str_repeat($line, intdiv($this->canvas->width, $side) + 2);
        }
        $rows = [];
        for ($y = 0; $y < $this->canvas->height; $y++) {
            $rows[] = substr($lines[$y % 64], 3 * (($y * 389) % $side), 3 * $this->canvas->width);
        }
        $this->canvas->pixels = implode('', $rows);
    }

    /** Fills the frame with the table, and the sheets lying on it with paper. */
    public function layTable(): void
    {
        $sheets = [];
        foreach ($this->scene->pieces() as $piece) {
            $sheets[$piece->id] = array_map(fn (array $p): array => $this->optics->toPicture($piece->id, ...$p), $piece->outline->polygon());
        }
        $lines = [];
        for ($v = 0; $v < $this->canvas->height; $v++) {
            $spans = [];
            foreach ($sheets as $id => $corners) {
                $span = self::span($corners, $v + 0.5);
                if ($span !== null) {
                    $spans[$id] = [max(0, (int) $span[0]), min($this->canvas->width, (int) $span[1])];
                }
            }
            asort($spans);
            $line = '';
            $u = 0;
            foreach ($spans as $id => [$from, $to]) {
                $line .= $this->run('table', $u, max($u, $from), $v).$this->run((string) $id, max($u, $from), $to, $v);
                $u = max($u, $to);
            }
            $lines[] = $line.$this->run('table', $u, $this->canvas->width, $v);
        }
        $this->canvas->pixels = implode('', $lines);
    }

    /** Plain stuff from one pixel of a line to before another, light by light. */
    private function run(string $stuff, int $from, int $to, int $v): string
    {
        $out = '';
        while ($from < $to) {
            $end = min($to, (intdiv($from, Optics::LIGHT_PX) + 1) * Optics::LIGHT_PX);
            // Between two steps of light chance decides, so that no steps show.
            $level = (int) floor(log($this->optics->light($from, $v)) / self::LIGHT_STEP + (($from * 31 + $v * 17) % 64) / 64);
            $strip = $this->plain["$stuff|$level"] ??= $this->strip($stuff, exp($level * self::LIGHT_STEP));
            $out .= substr($strip, 3 * (($v * 389 + $from * 7) % 960), 3 * ($end - $from));
            $from = $end;
        }

        return $out;
    }

    private function strip(string $stuff, float $light): string
    {
        $line = '';
        for ($i = 0; $i < 1024; $i++) {
            $colour = match ($stuff) {
                // A frame lies on the page of a book, seldom on a table.
                'table' => $this->scene->frame !== null ? $this->ground->paperShade('', ($i + 0.5) * $this->canvas->pixelMm, 5) : array_map(fn (float $c): float => $c * (1 + 0.1 * $this->scene->unevenness->at($i * $this->canvas->pixelMm, 3)), self::TABLE),
                TargetSheet::PIECE => Prints::CARRIER,
                default => $this->ground->paperShade($stuff, ($i + 0.5) * $this->canvas->pixelMm, 5),
            };
            $line .= $this->canvas->encode($colour, $i * 3 + (int) (1000 * $light), $light);
        }

        return $line;
    }

    /**
     * Where a line of the picture crosses a four-cornered sheet.
     *
     * @param list<array{0: float, 1: float}> $corners
     *
     * @return array{0: float, 1: float}|null
     */
    private static function span(array $corners, float $v): ?array
    {
        $us = [];
        foreach ($corners as $i => [$u0, $v0]) {
            [$u1, $v1] = $corners[($i + 1) % 4];
            if (($v0 <= $v) !== ($v1 <= $v)) {
                $us[] = $u0 + ($v - $v0) / ($v1 - $v0) * ($u1 - $u0);
            }
        }

        return count($us) < 2 ? null : [min($us), max($us)];
    }
}
