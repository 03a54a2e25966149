<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FiducialShape;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\Light;
use MarshTrial\Core\Imaging\Linear;
use MarshTrial\Core\Imaging\Median;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Imaging\QualityCheck;
use MarshTrial\Core\Imaging\Resampler;

/** A picture made ready to be read: its pieces found, its light known, its colours calibrated by the best there is, its quality checked. */
final readonly class CapturedPicture
{
    /** Noise of even paper below which a picture was drawn by a program, as a share of white (own). */
    private const DRAWN = 0.0005;

    /** Colour that bare watercolour paper is taken to have where nobody measured it (own). */
    public const USUAL_PAPER = [94.0, 0.2, 2.6];

    /** Beyond these a card is taken to be photographed: foreshortening, the ratio of light across it, and the bend of the lens (own). */
    private const PHOTO_SLANT = 1.012;

    private const PHOTO_LIGHT = 1.06;

    private const PHOTO_LENS = 0.006;

    /** Unevenness of light beyond a smooth surface that tells of a shadow, share (own, simulated). */
    private const SOFT_SHADOW = 0.012;

    /** Paper's red over blue beyond which light is called warm: below about 4 000 K (own, simulated). */
    private const WARM = 1.45;

    /** A target that reads further than this from what a profile makes of it tells of drift, dE00 (own). */
    private const DRIFT = 2.0;

    private function __construct(
        /** Calibrated. */
        public PixelGrid $picture,
        /** @var array<string, PlacedPiece> the card's */
        public array $pieces,
        public bool $photo,
        public LightMap $light,
        /** @var array<string, Light> */
        public array $lights,
        public Calibration $calibration,
        /** @var list<QualityCheck> */
        public array $checks,
        /** @var list<string> what else is to be said of it */
        public array $remarks,
        /** Beyond one limit or more: used, with a wider uncertainty. */
        public bool $poor,
        /** How far paper and print tell that its calibration is to be doubted, dE00. */
        public float $doubt = 0.0,
    ) {}

    /** @throws PictureFault with one sentence when the picture cannot be measured */
    public static function of(PixelGrid $picture, CardLayout $layout, Capture $capture): self
    {
        $finder = new PieceFinder($picture, $capture->photo === true, $capture->focal, $capture->reducedBy);
        $pieces = $layout->kind->isUnderPocketFrames() ? $finder->frames() : $finder->pieces($layout);
        if ($layout->kind === CardKind::Halves && count($pieces) !== 2) {
            throw PictureFault::notTwoHalves(count($pieces));
        }
        if ($layout->kind === CardKind::Pocket) {
            $layout = PocketFrame::layout($layout->uuid, $layout->title, count($pieces));
        }
        $first = reset($pieces) ?: throw PictureFault::noMarks();
        $slant = max(array_map(static fn (PlacedPiece $p): float => $p->placement->slantAt($p->piece->outline->centre()->x, $p->piece->outline->centre()->y), $pieces));
        $photo = $capture->photo ?? ($slant > self::PHOTO_SLANT || abs($first->placement->lens) > self::PHOTO_LENS);
        $sheet = $capture->target !== null ? TargetSheet::for(count($capture->target)) : ($capture->wedge !== null ? TargetSheet::for(max(4, count($capture->wedge))) : null);
        $all = $pieces;
        if ($sheet !== null) {
            $all[TargetSheet::PIECE] = $finder->target($sheet, $photo ? $first->placement->lens : null) ?? throw PictureFault::noTarget($sheet->columns, $sheet->rows);
        }
        $light = LightMap::of($picture, $layout, $all, ! $photo);
        $photo = $capture->photo ?? ($photo || $light->ratio > self::PHOTO_LIGHT);
        $paper = $light->papers[$first->piece->id];
        $ink = self::ink($picture, $first);
        // A picture without any noise was drawn, not taken: its black says nothing of a device.
        if ($sheet === null && $capture->profile === null && $light->noise > self::DRAWN && Calibration::through(Calibration::asTold($picture)->columns, $ink)->luminance() < Claim::CRUSHED) {
            throw PictureFault::crushed();
        }
        [$calibration, $remarks] = self::calibration($picture, $capture, $photo, $paper, $ink, $sheet, $all, $light);
        $toned = $calibration->applyTo($picture);
        $lights = [];
        foreach ($light->lights as $id => $l) {
            $lights[$id] = $calibration->kind === CalibrationKind::AsTold ? $l : $l->toned($calibration->toned(...), $light->papers[$id]);
        }
        if ($photo && $paper[0] / max(1e-4, $paper[2]) > self::WARM) {
            $remarks[] = 'the light was warm (below about 4000 K): blues and violets are less sure; use daylight or a daylight lamp';
        }
        if ($photo && $light->shadow > self::SOFT_SHADOW) {
            $remarks[] = 'a soft shadow lies on the card; it was taken out by the bare paper around';
        }
        $check = self::paperCheck($calibration, $capture, $paper, $ink, $light);
        if ($check?->remark !== null) {
            $remarks[] = $check->remark;
        }
        $checks = self::checks($pieces, $light, $photo, $calibration->colourOf($paper), $calibration->claim, $capture->quality, $check, $capture->reducedBy);
        if (array_filter($checks, static fn (QualityCheck $c): bool => ! $c->isUsable()) !== []) {
            throw PictureFault::notUsable($checks);
        }
        foreach ($pieces as $piece) {
            if ($piece->marksSeen < 4) {
                $remarks[] = 'one mark is covered; the card was placed by the other three and its code';
            }
        }

        return new self($toned, $pieces, $photo, $light, $lights, $calibration, $checks, array_values(array_unique($remarks)), array_filter($checks, static fn (QualityCheck $c): bool => ! $c->isWithin() && ! $c->ofDetail) !== [], $check->doubt ?? 0.0);
    }

    /**
     * The best calibration there is.
     *
     * @param array{0: float, 1: float, 2: float} $paper device value in mean light
     * @param array{0: float, 1: float, 2: float} $ink the same of solid print
     * @param array<string, PlacedPiece> $all
     *
     * @return array{0: Calibration, 1: list<string>}
     */
    private static function calibration(PixelGrid $picture, Capture $capture, bool $photo, array $paper, array $ink, ?TargetSheet $sheet, array $all, LightMap $light): array
    {
        $remarks = [];
        if ($sheet !== null) {
            $device = TargetFit::read($picture, $all[TargetSheet::PIECE], $sheet, $light->lights[TargetSheet::PIECE] ?? null);
            $fit = $capture->target !== null ? TargetFit::target($device, $capture->target, $sheet) : TargetFit::wedge($device, $capture->wedge ?? [], $picture);
            if ($capture->profile !== null && $capture->target !== null) {
                $drift = $capture->profile->meanDifference($device, $capture->target);
                $remarks[] = sprintf('the saved profile would read the target dE00 %.1f off%s', $drift, $drift > self::DRIFT + $capture->profile->meanResidual() ? ': the device or its light has changed, make the profile again' : '');
            }

            return [$fit, $fit->kind === CalibrationKind::Wedge ? ['colour approximate: greys are calibrated, strong colours are as the device sees them'] : [...$fit->remarks, ...$remarks]];
        }
        if ($capture->profile !== null) {
            $profile = $capture->profile->asProfile('saved profile: '.$capture->profile->name, $capture->profile->paper);
            if (! $photo) {
                return [$profile, []];
            }
            // The exposure differs from picture to picture; the paper tells by how much.
            $wanted = $capture->paper !== null ? self::deviceOf($capture->paper, $profile->columns) : ($profile->paper === null ? null : $profile->tonedAll($profile->paper));
            $wanted ??= self::deviceOf(new Lab(...self::USUAL_PAPER), $profile->columns);
            $scale = array_map(static fn (float $want, float $is): float => $want / max(1e-4, $is), $wanted, $profile->tonedAll($paper));

            return [$profile->scaled(...$scale), $capture->paper === null ? ['the paper is taken to be the one that the profile was made with'] : []];
        }
        $columns = Calibration::asTold($picture)->columns;
        if (! $photo) {
            return [Calibration::asTold($picture, Claim::of(Calibration::through($columns, $paper), Calibration::through($columns, $ink)->luminance())), []];
        }
        $wanted = self::deviceOf($capture->paper ?? new Lab(...self::USUAL_PAPER), $columns);
        $name = $capture->paper === null ? 'the card’s own paper (taken to be of a usual white) and black' : 'the card’s own paper (measured before) and black';
        $calibration = (new Calibration(CalibrationKind::Paper, $name, null, $columns))
            ->scaled($wanted[0] / $paper[0], $wanted[1] / $paper[1], $wanted[2] / $paper[2]);
        $calibration = $calibration->claiming(Claim::of(Calibration::through($calibration->columns, $paper), Calibration::through($calibration->columns, $ink)->luminance(), true));

        return [$calibration, ['colour approximate: calibrated by the card’s own paper and black only']];
    }

    /**
     * Holds the card's paper and print against what is known of them, where a target, wedge or profile told the colours.
     *
     * @param array{0: float, 1: float, 2: float} $paper device value
     * @param array{0: float, 1: float, 2: float} $ink device value
     *
     * @throws PictureFault for a paper lighter than any can be
     */
    private static function paperCheck(Calibration $calibration, Capture $capture, array $paper, array $ink, LightMap $light): ?PaperCheck
    {
        if (in_array($calibration->kind, [CalibrationKind::AsTold, CalibrationKind::Paper], true)) {
            return null;
        }
        $lab = $calibration->colourOf($paper);
        $profile = $calibration->kind === CalibrationKind::Profile;
        $sheet = $profile ? $calibration->paper : $light->papers[TargetSheet::PIECE] ?? null;
        if ($lab->l > PaperCheck::LIGHTEST && ! $profile) {
            throw PictureFault::lighterThanPaper($lab->l);
        }

        return PaperCheck::of($lab, Calibration::through($calibration->columns, $calibration->tonedAll($ink))->luminance(), $capture->paper, $sheet === null ? null : $calibration->colourOf($sheet), $profile);
    }

    /**
     * Solid print, from the middles of the full marks.
     *
     * @return array{0: float, 1: float, 2: float} linear device value
     */
    private static function ink(PixelGrid $picture, PlacedPiece $placed): array
    {
        $means = [];
        foreach ($placed->piece->marks as $i => $mark) {
            if ($mark->shape !== FiducialShape::Disc || $i === $placed->absent) {
                continue;
            }
            $of = [[], [], []];
            for ($k = 0; $k < 25; $k++) {
                [$u, $v] = $placed->placement->map($mark->centre->x + 0.12 * $mark->sizeMm * ($k % 5 - 2), $mark->centre->y + 0.12 * $mark->sizeMm * (intdiv($k, 5) - 2));
                if ($u >= 0 && $v >= 0 && $u < $picture->width && $v < $picture->height) {
                    foreach ($picture->at((int) $u, (int) $v) as $c => $value) {
                        $of[$c][] = $value;
                    }
                }
            }
            $means[] = array_map(Median::upper(...), $of);
        }

        return [Median::upper(array_column($means, 0)), Median::upper(array_column($means, 1)), Median::upper(array_column($means, 2))];
    }

    /**
     * Toned device value that a matrix makes this colour of.
     *
     * @param list<array{0: float, 1: float, 2: float}> $columns
     *
     * @return array{0: float, 1: float, 2: float}
     */
    private static function deviceOf(Lab $colour, array $columns): array
    {
        $rgb = $colour->toXyz()->toLinearRgb()->toArray();
        [$r, $g, $b] = Linear::solve([[$columns[0][0], $columns[1][0], $columns[2][0], $rgb[0]], [$columns[0][1], $columns[1][1], $columns[2][1], $rgb[1]], [$columns[0][2], $columns[1][2], $columns[2][2], $rgb[2]]]);

        return [$r, $g, $b];
    }

    /**
     * @param array<string, PlacedPiece> $pieces
     *
     * @return list<QualityCheck>
     */
    private static function checks(array $pieces, LightMap $light, bool $photo, Lab $paper, ?Claim $claim, ?int $quality, ?PaperCheck $paperCheck, float $reducedBy): array
    {
        $dpi = INF;
        foreach ($pieces as $piece) {
            foreach ($piece->piece->marks as $mark) {
                $dpi = min($dpi, 25.4 * $piece->placement->scaleAt($mark->centre->x, $mark->centre->y));
            }
        }
        $worst = static fn (callable $of): float => max(array_map($of, $pieces));
        $checks = [
            new QualityCheck('resolution', $dpi * $reducedBy, 'dpi', 135, 100, false, $photo ? 'small cells are read from few pixels; go closer or use a camera with more pixels' : 'small cells are read from few pixels; scan at 300'),
            new QualityCheck('blur', $worst(static fn (PlacedPiece $p): float => $p->blurMm), 'mm', 0.28, 0.45, true, 'edges are soft and run into the cells; hold still, focus on the card and take it again'),
            new QualityCheck('halos', $worst(static fn (PlacedPiece $p): float => $p->halo), '%', 0.035, null, true, 'the device sharpened the picture: edges carry halos, grain looks stronger than it is; turn sharpening off', true),
            ...$quality === null ? [] : [new QualityCheck('compression', $quality, 'of 100', 70, null, false, 'the file was compressed hard: fine detail and colour were thinned out; save it with a higher quality, or as PNG or TIFF', true)],
            new QualityCheck('clipping', $light->clipped, '%', 0.02, 0.25, true, 'bare paper is at the end of the scale, so pale colours are lost; expose less and take it again'),
            new QualityCheck('noise', $light->noise, '%', 0.05, 0.12, true, 'pixels of even paper differ; give more light and take it again'),
            new QualityCheck('marks', $worst(static fn (PlacedPiece $p): float => $p->residualMm), 'mm', 0.15, 0.8, true, 'marks and code do not agree on where the card lies, as if the sheet were not flat; press it flat under a frame and take it again'),
            new QualityCheck('bend', $worst(static fn (PlacedPiece $p): float => abs($p->placement->lens)), '%', 0.035, 0.075, true, 'the sheet is seen bent by more than a lens does, as if it were not flat; press it flat under a frame and take it again'),
            ...$photo && array_filter($pieces, static fn (PlacedPiece $p): bool => $p->marksSeen < 4) !== [] ? [new QualityCheck('marks in view', 3, 'of 4', 4, null, false, 'in a photograph cells towards the covered mark may be read a millimetre or more off; uncover it and take the picture again')] : [],
            new QualityCheck('paper lightness', $paper->l, 'L*', 80, 40, false, 'the bare paper is not white; put more light on the card, or use white paper'),
            new QualityCheck('paper chroma', $paper->chroma(), '', 16, 60, true, 'the bare paper is not white: the light is coloured, or the paper is'),
        ];
        if ($paperCheck !== null) {
            $checks[] = new QualityCheck('calibration in doubt', $paperCheck->doubt, 'dE00', 0.5, 12, true, $paperCheck->remark ?? 'the card’s paper and print look as they should');
        }
        if ($claim !== null) {
            $checks[] = new QualityCheck('likely as it was seen', $claim->unchanged(), '%', Claim::UNLIKELY, null, false, $claim->sign() ?? 'paper and black look as they do in untouched pictures');
        }
        if ($light->lights !== []) {
            $checks[] = new QualityCheck('shadow edge', $light->steepest, '% per cm', 0.06, 0.25, true, 'a shadow with an edge, or a stain, lies on the bare paper; move what casts it and take it again, or tell the stain in a note');
            $checks[] = new QualityCheck('uneven light', $light->ratio, '', 1.6, 3.0, true, 'one side of the card is much brighter; turn the card or light it from two sides');
        }

        return $checks;
    }

    public function reader(string $piece): Resampler
    {
        return new Resampler($this->picture, $this->pieces[$piece]->placement, $this->lights[$piece] ?? null);
    }

    /** Bare paper of a piece between its windows, in mean light. */
    public function sheet(string $piece): LinearRgb
    {
        return Calibration::through($this->calibration->columns, $this->calibration->tonedAll($this->light->papers[$piece]));
    }

    public function dpi(): float
    {
        return array_sum(array_map(static fn (PlacedPiece $p): float => $p->dpi, $this->pieces)) / count($this->pieces);
    }
}
